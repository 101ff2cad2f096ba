import type { Instant } from '@/core/ids';
import { readBody } from '@/core/talk/body';
import { use } from '@/server/limits';
import type { Database } from '@/store/database';
import { dropHalfWritten, keepHalfWritten } from '@/store/half-written';
import type { Person } from '@/store/people';

/** Keeps what somebody has begun to write at a place, on the way to other devices of theirs; `null` where it was sent or thrown away. */
export async function keepHalf(
  db: Database,
  person: Person,
  { place, body }: { readonly place: string; readonly body: unknown },
  now: Instant,
) {
  const read = body === null ? 'empty' : readBody(body);
  if (read === 'empty') {
    await dropHalfWritten(db, person.id, place);
    return { ok: true as const };
  }
  // A link that is not whole yet is kept on this device alone.
  if (typeof read === 'string') return { ok: false as const, code: read };
  const much = await use(db, person.id, 'half-written', 1, now);
  if (much) return much;
  await keepHalfWritten(db, { personId: person.id, place, body: read.doc, at: now });
  return { ok: true as const };
}
