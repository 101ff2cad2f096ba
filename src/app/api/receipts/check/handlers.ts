import { z } from 'zod';
import { route } from '@/server/http/route';
import { isGenuine } from '@/server/reading/receipts/receipts';

const shape = z.object({
  number: z.number().int().min(1).max(Number.MAX_SAFE_INTEGER),
  fingerprint: z.string().length(64),
});

export const POST = route('POST /api/receipts/check', ({ db, body }) => isGenuine(db, body), shape);
