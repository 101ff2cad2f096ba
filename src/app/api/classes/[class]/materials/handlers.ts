import { z } from 'zod';
import { giveMaterial } from '@/server/doing/setting/materials';
import { route } from '@/server/http/route';

const shared = { title: z.string().max(300), unit: z.string().nullable(), listed: z.boolean() };

export const POST = route(
  'POST /api/classes/[class]/materials',
  ({ db, person, params, body, now }) => giveMaterial(db, person, params.class, body, now),
  z.union([z.object({ ...shared, address: z.string().max(2000) }), z.object({ ...shared, piece: z.string().max(64) })]),
);
