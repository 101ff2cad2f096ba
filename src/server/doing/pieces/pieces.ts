import { ROLE_RULES } from '@/core/documents/roles';
import { cleanName, distinctName } from '@/core/formats/file-name';
import type { AssignmentId, DocumentId, Instant, StepId } from '@/core/ids';
import { keepsEnding, liesOnShelf, spokenIn } from '@/core/kinds/piece';
import { type CaptionLine, captionsOf } from '@/core/recording/captions';
import { isAddress } from '@/core/text/address';
import { makeMove, type Refusal } from '@/core/work/moves';
import { standing } from '@/core/work/standing';
import { MOST_PIECES } from '@/server/limits';
import { goingAlong } from '@/server/reading/documents/going-along';
import { newId } from '@/server/secrets';
import { roleIn } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { documentsOfWork, findDocument } from '@/store/documents';
import { factsOf, holdWork, record, tellPerson } from '@/store/events';
import { adoptFile } from '@/store/files';
import type { Person } from '@/store/people';
import {
  addPiece,
  findPiece,
  keepCaptions,
  type NewPieceContent,
  piecesOfWork,
  removePiece,
  renamePiece,
  type StoredPiece,
} from '@/store/pieces';
import { findAssignment } from '@/store/work';

/** Why something does not become a piece. */
export interface PieceRefusal {
  readonly ok: false;
  readonly code:
    | Refusal['code']
    | 'not-found'
    | 'no-name'
    | 'too-many-pieces'
    | 'empty-file'
    | 'name-lies'
    | 'pdf-locked'
    | 'pdf-broken'
    | 'picture-too-large'
    | 'picture-broken'
    | 'not-an-address';
}

/** May the student change what goes along with this assignment now? Begins the work where it is not begun yet. */
async function change(
  tx: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<PieceRefusal | null> {
  await holdWork(tx, assignmentId, student.id);
  const assignment = await read(tx, findAssignment(assignmentId, student.id));
  if (!assignment) return { ok: false, code: 'not-found' };
  if (assignment.rules.takes !== 'pieces') return { ok: false, code: 'nothing-to-hand-in' };
  const facts = await read(tx, factsOf(assignmentId, student.id));
  const moved = makeMove(facts, { kind: 'edit' }, now, assignment.rules);
  if (!moved.ok) return { ok: false, code: moved.code };
  if (!standing(facts, assignment.rules, now).begun) {
    await record(tx, {
      kind: 'edited',
      at: now,
      classId: assignment.classId,
      assignmentId,
      studentId: student.id,
      actorId: student.id,
    });
  }
  return null;
}

/** Would a file of this name be taken? Asked before its first byte is sent. */
export async function wouldTake(
  db: Queryable,
  student: Person,
  { assignmentId, name }: { readonly assignmentId: AssignmentId | null; readonly name: string },
  now: Instant,
): Promise<PieceRefusal | null> {
  if (cleanName(name) === '') return { ok: false, code: 'no-name' };
  if (assignmentId === null) return null;
  const assignment = await read(db, findAssignment(assignmentId, student.id));
  if (!assignment || assignment.postedAt > now || (await roleIn(db, student.id, assignment.classId)) !== 'student')
    return { ok: false, code: 'not-found' };
  if (assignment.rules.takes !== 'pieces') return { ok: false, code: 'nothing-to-hand-in' };
  const moved = makeMove(await read(db, factsOf(assignmentId, student.id)), { kind: 'edit' }, now, assignment.rules);
  if (!moved.ok) return { ok: false, code: moved.code };
  const there = goingAlong(await read(db, piecesOfWork(assignmentId, student.id)));
  return there.length >= MOST_PIECES ? { ok: false, code: 'too-many-pieces' } : null;
}

type Added = { readonly ok: true; readonly piece: string } | PieceRefusal;

async function add(
  tx: Queryable,
  student: Person,
  given: {
    readonly id: string;
    readonly assignmentId: AssignmentId | null;
    readonly stepId?: StepId | null;
    readonly name: string;
    readonly is: NewPieceContent;
  },
  now: Instant,
): Promise<Added> {
  const name = cleanName(given.name);
  if (name === '') return { ok: false, code: 'no-name' };
  let taken: string[] = [];
  if (given.assignmentId !== null) {
    const refused = await change(tx, student, given.assignmentId, now);
    if (refused) return refused;
    const there = goingAlong(await read(tx, piecesOfWork(given.assignmentId, student.id)));
    if (there.length >= MOST_PIECES) return { ok: false, code: 'too-many-pieces' };
    const documents = await read(tx, documentsOfWork(given.assignmentId, student.id));
    taken = [...there.map((piece) => piece.name), ...documents.map(({ title }) => title)];
  }
  await addPiece(tx, {
    id: given.id,
    ownerId: student.id,
    assignmentId: given.assignmentId,
    stepId: given.stepId ?? null,
    name: distinctName(name, taken),
    at: now,
    is: given.is,
  });
  await tellPerson(tx, student.id, 'pieces');
  return { ok: true, piece: given.id };
}

/** Takes a file that has come in whole. Its bytes become a file of ours only together with the piece. */
export const takeUpload = (
  db: Database,
  student: Person,
  given: {
    readonly id: string;
    readonly assignmentId: AssignmentId | null;
    /** The step at which it was recorded. */
    readonly stepId?: StepId | null;
    readonly name: string;
    readonly file: {
      readonly path: string;
      readonly folder: string;
      readonly sha256: string;
      readonly type: string;
      readonly size: number;
      readonly pages: number | null;
      readonly seconds: number | null;
    };
  },
  now: Instant,
): Promise<Added> =>
  db.transaction(async (tx) => {
    const refused = await wouldTake(tx, student, given, now);
    if (refused) return refused;
    const { folder, ...file } = given.file;
    await adoptFile(tx, folder, { ...file, at: now });
    return add(
      tx,
      student,
      { ...given, is: { kind: 'file', sha256: file.sha256, pages: file.pages, seconds: file.seconds } },
      now,
    );
  });

/** What a student puts to an assignment without sending a file: a link, or something from the shelf. */
export type Putting =
  | { readonly from: 'link'; readonly address: string; readonly name: string }
  | { readonly from: 'piece'; readonly id: string }
  | { readonly from: 'document'; readonly id: string };

export const putPiece = (
  db: Database,
  student: Person,
  assignmentId: AssignmentId,
  what: Putting,
  now: Instant,
): Promise<Added> =>
  db.transaction(async (tx): Promise<Added> => {
    const given = { id: newId(), assignmentId };
    if (what.from === 'link') {
      const bare = what.address.trim();
      const address = isAddress(bare) ? bare : `https://${bare}`;
      if (!isAddress(address)) return { ok: false, code: 'not-an-address' };
      const name = cleanName(what.name) || new URL(address).host;
      return add(tx, student, { ...given, name, is: { kind: 'link', address: new URL(address).href } }, now);
    }
    if (what.from === 'document') {
      const document = await findDocument(tx, what.id as DocumentId);
      const mine = document?.owner_id === student.id && document.removed_at === null;
      if (!mine || !ROLE_RULES[document.role].ownersAlone) return { ok: false, code: 'not-found' };
      return add(tx, student, { ...given, name: document.title, is: { kind: 'document', document: document.id } }, now);
    }
    const piece = await findPiece(tx, what.id);
    if (!piece || piece.owner_id !== student.id || !liesOnShelf(piece.is)) return { ok: false, code: 'not-found' };
    return add(tx, student, { ...given, name: piece.name, is: piece.is }, now);
  });

/** Puts a file that the school has already to an assignment. Whoever calls has seen to it that it is the student's. */
export const putFile = (
  db: Database,
  student: Person,
  given: {
    readonly assignmentId: AssignmentId;
    readonly name: string;
    readonly sha256: string;
    readonly pages: number | null;
    readonly seconds: number | null;
  },
  now: Instant,
): Promise<Added> =>
  db.transaction((tx) =>
    add(
      tx,
      student,
      {
        assignmentId: given.assignmentId,
        name: given.name,
        id: newId(),
        is: { kind: 'file', sha256: given.sha256, pages: given.pages, seconds: given.seconds },
      },
      now,
    ),
  );

/** What can be done to a piece. */
export type PieceChange =
  | { readonly act: 'rename'; readonly name: string }
  | { readonly act: 'caption'; readonly lines: readonly CaptionLine[] }
  | { readonly act: 'remove' }
  | { readonly act: 'bring-back' };

/** Renames a piece, says what is said in it, takes it off, or brings it back: for as long as the work can be changed. */
export const changePiece = (
  db: Database,
  student: Person,
  pieceId: string,
  what: PieceChange,
  now: Instant,
): Promise<{ readonly ok: true } | PieceRefusal> =>
  db.transaction(async (tx): Promise<{ readonly ok: true } | PieceRefusal> => {
    const piece = await findPiece(tx, pieceId);
    if (!piece) return { ok: false, code: 'not-found' };
    let others: readonly StoredPiece[] = [];
    if (piece.assignment_id !== null) {
      const refused = await change(tx, student, piece.assignment_id, now);
      if (refused) return refused;
      others = goingAlong(await read(tx, piecesOfWork(piece.assignment_id, student.id))).filter(
        ({ id }) => id !== pieceId,
      );
    }
    const names = others.map(({ name }) => name);
    if (what.act === 'rename') {
      const name = withEnding(cleanName(what.name), piece.name, keepsEnding(piece.is));
      if (name === '') return { ok: false, code: 'no-name' };
      await renamePiece(tx, pieceId, distinctName(name, names));
    } else if (what.act === 'caption') {
      const spoken = spokenIn(piece.is);
      if (!spoken) return { ok: false, code: 'not-found' };
      await keepCaptions(tx, pieceId, captionsOf(what.lines, spoken.seconds));
    } else if (what.act === 'remove') await removePiece(tx, pieceId, now);
    else {
      if (others.length >= MOST_PIECES) return { ok: false, code: 'too-many-pieces' };
      await removePiece(tx, pieceId, null);
      await renamePiece(tx, pieceId, distinctName(piece.name, names));
    }
    await tellPerson(tx, student.id, 'pieces');
    return { ok: true };
  });

/** A new name keeps the old ending, so that a renamed file is still what it was. */
function withEnding(name: string, before: string, keeps: boolean): string {
  const ending = keeps ? (/\.[a-z0-9]{1,5}$/i.exec(before)?.[0] ?? '') : '';
  return name === '' || name.toLowerCase().endsWith(ending.toLowerCase()) ? name : `${name}${ending}`;
}
