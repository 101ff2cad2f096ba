import { z } from 'zod';
import { ROLES } from '@/core/office/person';
import { changeMany } from '@/server/doing/office/people';
import { route } from '@/server/http/route';
import { chosenPeople, sentChoice } from '@/server/http/sent-choice';

const act = z.discriminatedUnion('act', [
  z.object({ act: z.literal('role'), role: z.enum(ROLES) }),
  z.object({ act: z.literal('leave') }),
  z.object({ act: z.literal('back') }),
  z.object({ act: z.literal('sign-out') }),
  z.object({ act: z.literal('take-back-slips') }),
  z.object({ act: z.literal('put-into'), class: z.string().max(64), role: z.enum(['student', 'teacher']).optional() }),
  z.object({ act: z.literal('take-out'), class: z.string().max(64) }),
]);

export const POST = route(
  'POST /api/office/people/many',
  async ({ db, person, body, now }) => changeMany(db, person, await chosenPeople(db, body.chosen, now), body.act, now),
  z.object({ chosen: sentChoice, act }),
);
