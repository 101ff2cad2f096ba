import { z } from 'zod';
import type { PersonId, PostId } from '@/core/ids';
import { sayAtStep } from '@/server/doing/talk/discussing';
import { route } from '@/server/http/route';
import { said } from '@/server/http/said';
import { discussion } from '@/server/reading/talk/discussion';

export const GET = route('GET /api/steps/[step]/discussion', ({ db, person, params, now, request }) => {
  const asked = new URL(request.url).searchParams;
  const before = asked.get('before') ?? '';
  const groupId = asked.get('group') as PersonId | null;
  return discussion(
    db,
    person,
    { stepId: params.step, groupId, before: /^\d{1,9}$/.test(before) ? Number(before) : null },
    now,
  );
});

export const POST = route(
  'POST /api/steps/[step]/discussion',
  ({ db, person, params, body: { group, ...body }, now }) =>
    sayAtStep(
      db,
      person,
      { ...body, stepId: params.step, to: body.to as PostId | null, groupId: group as PersonId | null },
      now,
    ),
  said.extend({ group: z.string().max(200).nullable().default(null) }),
);
