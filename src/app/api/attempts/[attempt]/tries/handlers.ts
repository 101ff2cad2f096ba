import { z } from 'zod';
import { tryAnswer } from '@/server/doing/questions/answering';
import { route } from '@/server/http/route';

const shape = z.object({
  act: z.string().min(8).max(64),
  question: z.string().max(200),
  answers: z.record(z.string().max(200), z.unknown()),
});

export const POST = route(
  'POST /api/attempts/[attempt]/tries',
  ({ db, person, params, body, now }) => tryAnswer(db, person, { attempt: params.attempt, ...body }, now),
  shape,
);
