import type { DocumentId } from '@/core/ids';
import { type AsideMessage, asideAs } from '@/server/reading/talk/asides';
import type { Answers } from '@/store/database';
import { notesOf } from '@/store/documents';
import { unreadOn } from '@/store/floors';
import { spellingOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import type { Asker, OnDesk } from './on-desk';

/** What is said with the teachers. */
export interface DeskTalk {
  readonly aside: readonly AsideMessage[];
  /** How much on the open floor has not been read. */
  readonly floorUnread: number;
}

export const talkAsks = ({ student, assignmentId }: Asker) => ({
  aside: asideAs(student, { assignmentId, studentId: student.id }),
  floorUnread: unreadOn(assignmentId, student.id),
});

export const deskTalk = ({ open }: OnDesk, { aside, floorUnread }: Answers<ReturnType<typeof talkAsks>>): DeskTalk => ({
  aside: open ? aside : [],
  floorUnread: open ? floorUnread : 0,
});

/** What helps with writing. */
export interface DeskWriting {
  /** How the student's English is checked. */
  readonly spelling: { readonly variety: Person['spelling']; readonly own: readonly string[] };
  /** The student's notes, once there are any: they never go along. */
  readonly notes: DocumentId | null;
}

export const writingAsks = ({ student, assignmentId }: Asker) => ({
  spelling: spellingOf(student),
  notes: notesOf(assignmentId, student.id),
});

export const deskWriting = (
  { open }: OnDesk,
  { spelling, notes }: Answers<ReturnType<typeof writingAsks>>,
): DeskWriting => ({ spelling, notes: open ? (notes?.id ?? null) : null });
