import { deviceKey } from '@/server/doing/accounts/device-keys';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/device-key', async ({ db, person }) => ({
  ok: true as const,
  key: await deviceKey(db, person as Person),
}));
