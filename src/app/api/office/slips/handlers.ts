import { z } from 'zod';
import { SLIP_KINDS } from '@/core/office/slip-code';
import { printSlips } from '@/server/doing/office/print-slips';
import { route } from '@/server/http/route';
import { chosenPeople, sentChoice } from '@/server/http/sent-choice';

export const POST = route(
  'POST /api/office/slips',
  async ({ db, person, body, now }) => printSlips(db, person, await chosenPeople(db, body.chosen, now), body.kind, now),
  z.object({ chosen: sentChoice, kind: z.enum(SLIP_KINDS) }),
);
