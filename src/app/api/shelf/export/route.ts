import { route } from '@/server/route';
import { takeAllAway } from '@/server/taking-away';
import type { Person } from '@/store/people';

export const GET = route('GET /api/shelf/export', ({ db, person, now }) => takeAllAway(db, person as Person, now));
