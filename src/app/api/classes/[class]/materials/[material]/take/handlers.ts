import { takeMaterial } from '@/server/doing/setting/materials';
import { route } from '@/server/http/route';

/** Takes a material of another class into this one. */
export const POST = route('POST /api/classes/[class]/materials/[material]/take', ({ db, person, params, now }) =>
  takeMaterial(db, person, params.class, params.material, now),
);
