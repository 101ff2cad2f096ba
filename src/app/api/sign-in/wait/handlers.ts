import { hashTurns } from '@/server/doing/accounts/hash-turns';
import { route } from '@/server/http/route';

/** How long somebody who is waiting to be let in will wait, by the ticket that was made for that one wait. */
export const GET = route('GET /api/sign-in/wait', async ({ request }) => ({
  ok: true as const,
  seconds: hashTurns().secondsFor(new URL(request.url).searchParams.get('ticket') ?? ''),
}));
