import { z } from 'zod';
import { BANK_NAMES, type BankName } from '@/core/setting/bank';
import { bank, changeBank } from '@/server/doing/setting/bank';
import { route } from '@/server/http/route';

export const GET = route('GET /api/bank', ({ db, person }) => bank(db, person));

export const POST = route(
  'POST /api/bank',
  ({ db, person, body, now }) => changeBank(db, person, body, now),
  z.union([
    z.object({ keep: z.object({ kind: z.enum(BANK_NAMES as [BankName]), content: z.unknown() }) }),
    z.object({ drop: z.string().max(64) }),
  ]),
);
