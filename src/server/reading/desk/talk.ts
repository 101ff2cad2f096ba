import type { DocumentId } from '@/core/ids';
import { type AsideMessage, asideFor } from '@/server/reading/talk/asides';
import { notesOf } from '@/store/documents';
import { spellingOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import type { OnDesk } from './on-desk';

/** What is said with the teachers. */
export interface DeskTalk {
  readonly aside: readonly AsideMessage[];
}

export const deskTalk = async ({ db, student, assignment, open }: OnDesk): Promise<DeskTalk> => ({
  aside: open ? await asideFor(db, assignment.id, student.id, student) : [],
});

/** What helps with writing. */
export interface DeskWriting {
  /** How the student's English is checked. */
  readonly spelling: { readonly variety: Person['spelling']; readonly own: readonly string[] };
  /** The student's notes, once there are any: they never go along. */
  readonly notes: DocumentId | null;
}

export const deskWriting = async ({ db, student, assignment, open }: OnDesk): Promise<DeskWriting> => ({
  spelling: await spellingOf(db, student),
  notes: open ? ((await notesOf(db, assignment.id, student.id))?.id ?? null) : null,
});
