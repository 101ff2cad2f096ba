import { z } from 'zod';
import { nameInLists, putAway } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';
import { draftView } from '@/server/reading/setting/drafts';

export const GET = route('GET /api/drafts/[draft]', ({ db, person, params }) => draftView(db, person, params.draft));

export const POST = route(
  'POST /api/drafts/[draft]',
  ({ db, params, body, now }) =>
    'away' in body ? putAway(db, params.draft, body.away, now) : nameInLists(db, params.draft, body.title),
  z.union([z.object({ away: z.boolean() }), z.object({ title: z.string().max(300) })]),
);
