import { z } from 'zod';
import { changeMaterial } from '@/server/doing/setting/materials';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

const at = z.int().nullable();

export const POST = route(
  'POST /api/classes/[class]/materials/[material]',
  ({ db, person, params, body, now }) =>
    changeMaterial(db, person, { classId: params.class, material: params.material }, body, now),
  z.object({
    title: z.string(),
    opensAt: at,
    closesAt: at,
    captions: sentId<string>().optional(),
    removed: z.boolean().default(false),
  }),
);
