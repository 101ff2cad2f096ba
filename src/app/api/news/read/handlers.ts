import { z } from 'zod';
import { readNews } from '@/server/doing/news/read-news';
import { route } from '@/server/http/route';

const body = z.object({
  events: z.array(z.number().int().positive()).max(200).optional(),
  upTo: z.number().int().positive().optional(),
  assignment: z.string().max(60).optional(),
  material: z.string().max(60).optional(),
});

export const POST = route(
  'POST /api/news/read',
  ({ db, person, body: read, now }) => readNews(db, person.id, read, now),
  body,
);
