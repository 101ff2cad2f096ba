import { z } from 'zod';
import { isGenuine } from '@/server/receipts';
import { route } from '@/server/route';

const shape = z.object({
  number: z.number().int().min(1).max(Number.MAX_SAFE_INTEGER),
  fingerprint: z.string().length(64),
});

export const POST = route('POST /api/receipts/check', ({ db, body }) => isGenuine(db, body), shape);
