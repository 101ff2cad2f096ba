import { readingSettings } from '@/core/people/settings';
import { chooseReading } from '@/server/doing/people/own-settings';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/reading',
  ({ db, person, body }) => chooseReading(db, person, body),
  readingSettings,
);
