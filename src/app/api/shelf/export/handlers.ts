import { getLocale } from 'next-intl/server';
import { route } from '@/server/http/route';
import { takeAllAway } from '@/server/reading/shelf/taking-away';

export const GET = route('GET /api/shelf/export', async ({ db, person, now }) =>
  takeAllAway(db, person, now, await getLocale()),
);
