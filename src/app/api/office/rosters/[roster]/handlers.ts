import { z } from 'zod';
import { COLUMNS, FORMS } from '@/core/roster/roster';
import { changeRosterReading } from '@/server/doing/office/rosters';
import { route } from '@/server/http/route';

const file = z.int().min(0).max(20);

export const POST = route(
  'POST /api/office/rosters/[roster]',
  ({ db, params, body }) => changeRosterReading(db, params.roster, body),
  z
    .object({
      columns: z.object({ file, columns: z.array(z.enum(COLUMNS)).max(60) }),
      head: z.object({ file, isHead: z.boolean() }),
      form: z.object({ file, form: z.enum(FORMS) }),
      mend: z
        .array(z.object({ file, line: z.int().min(1), cell: z.int().min(0).max(59), text: z.string().max(1000) }))
        .max(200),
      confirm: z.array(z.string().max(200)).max(200),
      choices: z
        .object({
          people: z.enum(['stay', 'leave']),
          classes: z.enum(['stay', 'end']),
          members: z.enum(['stay', 'leave']),
        })
        .partial(),
    })
    .partial(),
);
