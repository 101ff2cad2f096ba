import { deviceKey } from '@/server/doing/accounts/device-keys';
import { route } from '@/server/http/route';

export const GET = route('GET /api/device-key', async ({ db, person }) => ({
  ok: true as const,
  key: await deviceKey(db, person),
}));
