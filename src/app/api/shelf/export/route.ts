import { route } from '@/server/http/route';
import { takeAllAway } from '@/server/reading/shelf/taking-away';
import type { Person } from '@/store/people';

export const GET = route('GET /api/shelf/export', ({ db, person, now }) => takeAllAway(db, person as Person, now));
