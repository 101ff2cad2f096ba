import { z } from 'zod';
import { arrangeClass } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

const ids = z.array(sentId<string>()).max(1000);

export const POST = route(
  'POST /api/classes/[class]/order',
  ({ db, params, body }) => arrangeClass(db, params.class, body),
  z.union([z.object({ units: ids }), z.object({ unit: sentId<string>(), entries: ids })]),
);
