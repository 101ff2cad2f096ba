import { z } from 'zod';
import type { AssignmentId, ClassId } from '@/core/ids';
import { copyCourse } from '@/server/doing/setting/course';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/classes/[class]/course',
  ({ db, person, params, body, now }) => copyCourse(db, person, params.class, body, now),
  z.object({
    from: sentId<ClassId>(),
    unit: sentId<string>().nullable(),
    first: z.iso.date(),
    works: z.array(sentId<AssignmentId>()).max(400),
    as: z.enum(['drafts', 'postings']),
  }),
);
