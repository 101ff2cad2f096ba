import type { Instant } from '@/core/ids';
import { fileResponse } from '@/server/http/file-response';
import { type AsideOf, asideMessages, asidesOfTeacher, findAttachment } from '@/store/asides';
import { made, type Queryable } from '@/store/database';
import type { Person } from '@/store/people';

/** Every aside of a teacher's classes, what waits for an answer first. */
export async function openAsides(db: Queryable, teacher: Person) {
  const asides = await asidesOfTeacher(db, teacher.id);
  return asides.map((one) => ({ ...one, waits: one.last_author_id === one.student_id }));
}

export type OpenAside = Awaited<ReturnType<typeof openAsides>>[number];

/** A file of a message. The caller has decided that it may be seen. */
export async function attachment(
  db: Queryable,
  messageId: string,
  position: number,
  request: Request,
): Promise<Response> {
  const found = await findAttachment(db, messageId, position);
  if (!found) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { ...found, download }, request);
}

/** For so long after it was sent a message can be mended, in milliseconds: ten minutes. */
export const MENDABLE = 10 * 60_000;

export interface AsideMessage {
  readonly id: string;
  readonly author: string;
  readonly own: boolean;
  readonly body: string;
  readonly at: Instant;
  readonly unread: boolean;
  /** Has somebody on the other side had it on the screen? */
  readonly seen: boolean;
  readonly editedAt: Instant | null;
  readonly withdrawn: boolean;
  /** Until when it can be mended, for whoever wrote it. */
  readonly mendUntil: Instant | null;
  readonly files: readonly { readonly name: string; readonly size: number; readonly type: string }[];
}

/** The exchange between a student and the teachers, as one of them reads it. */
export const asideAs = (reader: Person, aside: AsideOf) =>
  made(asideMessages(aside, reader.id), (messages): readonly AsideMessage[] =>
    messages.map(({ id, author, author_id, body, at, unread, seen, edited_at, withdrawn_at, files }) => ({
      id,
      author,
      own: author_id === reader.id,
      body,
      at,
      unread: unread && withdrawn_at === null,
      seen,
      editedAt: edited_at,
      withdrawn: withdrawn_at !== null,
      mendUntil: author_id === reader.id && withdrawn_at === null ? at + MENDABLE : null,
      files,
    })),
  );
