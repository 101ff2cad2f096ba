import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { endClassesByOffice } from '@/server/doing/office/classes';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/office/classes/ended',
  ({ db, person, body, now }) => endClassesByOffice(db, person, body.classes, body.ended, now),
  z.object({ classes: z.array(sentId<ClassId>()).max(1000), ended: z.boolean() }),
);
