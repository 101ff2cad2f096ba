import { route } from '@/server/http/route';
import { type Person, readingSettings, setReading } from '@/store/people';

export const POST = route(
  'POST /api/reading',
  async ({ db, person, body }) => {
    await setReading(db, (person as Person).id, body);
    return { ok: true };
  },
  readingSettings,
);
