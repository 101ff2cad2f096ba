import type { Ask, FileKind } from '@/core/asks/ask';
import { understandStarter } from '@/core/asks/starter-places';
import { fileKind } from '@/core/formats/file-type';
import type { AssignmentId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import { type Criterion } from '@/core/marks/rubric';
import { doNext } from '@/core/plan/do-next';
import type { DocNode } from '@/core/text/document-json';
import { allowedMoves, type MoveKind } from '@/core/work/moves';
import { closingTime, type LateRule, type Takes } from '@/core/work/rules';
import { type State, standing } from '@/core/work/standing';
import { openSteps, stepsDone } from '@/core/work/steps';
import { LARGEST_FILE } from '@/server/limits';
import { isMaterialOpen, type MaterialView, viewMaterial } from '@/server/reading/materials/materials';
import { AsideMessage, asideFor } from '@/server/reading/talk/asides';
import { workOf } from '@/server/reading/work/work-list';
import { groupOf } from '@/store/arrangements';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { documentsOfOwner, documentsOfWork, notesOf } from '@/store/documents';
import { type Receipt, receiptsOf } from '@/store/hand-ins';
import { materialsById } from '@/store/materials';
import { spellingOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { piecesOfOwner, piecesOfWork, type StoredPiece } from '@/store/pieces';
import { factsOf, findAssignment, findBrief, rubricOf, stepPlaceOf, stepsOf, waitsFor } from '@/store/work';
import { EarlierMarks, earlierMarks, Feedback, feedbackFor } from './feedback';

export interface DeskStep {
  readonly id: StepId;
  readonly kind: 'read' | 'write' | 'do' | 'agree';
  readonly title: string;
  readonly minutes: number;
  readonly done: boolean;
  readonly doneAt: Instant | null;
  /** Whether it may be opened: where steps come in order, those before it have to be done. Of a closed one nothing is in here. */
  readonly open: boolean;
  /** What there is to read, see or hear. */
  readonly material: MaterialView | null;
  /** What the teacher gave to write in. */
  readonly starter: DocNode | null;
  /** How questions were told in a starter that marks no places; empty for one that does. */
  readonly understood: readonly string[];
  /** The student's own copy, once it has been opened. */
  readonly document: { readonly id: DocumentId; readonly title: string } | null;
}

/** What goes along besides the documents of the steps, or was taken off. */
export interface DeskPiece {
  readonly id: string;
  readonly kind: 'file' | 'link' | 'document';
  readonly name: string;
  /** What it looks like in a list: the kind of file, or `link`, or `document`. */
  readonly shown: FileKind | 'link';
  readonly size: number | null;
  readonly pages: number | null;
  readonly address: string | null;
  readonly document: DocumentId | null;
  readonly removedAt: Instant | null;
}

/** Everything that the Desk shows. While the work has not opened, nothing of its contents is in here. */
export interface DeskView {
  readonly id: AssignmentId;
  readonly title: string;
  readonly class: { readonly id: string; readonly name: string; readonly weave: string; readonly locale: string };
  readonly teachers: readonly string[];
  readonly unit: string | null;
  readonly minutes: number;
  readonly points: number | null;
  readonly takes: Takes;
  readonly late: LateRule;
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly goes: number | null;
  readonly goesUsed: number;
  readonly state: State;
  readonly begun: boolean;
  readonly moves: readonly MoveKind[];
  readonly takeBack: boolean;
  readonly instructions: DocNode | null;
  readonly steps: readonly DeskStep[];
  /** At which of them the student was last, on whichever device. */
  readonly at: StepId | null;
  readonly asks: readonly Ask[];
  readonly pieces: readonly DeskPiece[];
  /** How the student's English is checked. */
  readonly spelling: { readonly variety: Person['spelling']; readonly own: readonly string[] };
  /** What could be put to it from the shelf. */
  readonly onShelf: readonly { readonly from: 'piece' | 'document'; readonly id: string; readonly name: string }[];
  /** What a file chooser should offer, as the attribute of the platform; empty for anything. */
  readonly accept: string;
  /** The most bytes that one file may have. */
  readonly largestFile: number;
  /** The student's notes, once there are any: they never go along. */
  readonly notes: DocumentId | null;
  readonly rubric: readonly Criterion[];
  readonly receipts: readonly Receipt[];
  readonly feedback: readonly Feedback[];
  /** Earlier work of the class on criteria of the same names, oldest first. */
  readonly earlier: readonly EarlierMarks[];
  /** Everybody who works on it together, by name; empty for one's own work. */
  readonly group: readonly string[];
  /** More time than the others have, in minutes. */
  readonly extraMinutes: number;
  readonly aside: readonly AsideMessage[];
  readonly student: { readonly id: PersonId; readonly name: string; readonly shortName: string };
  /** What has to be handed in before this opens. */
  readonly waitsFor: readonly { readonly id: AssignmentId; readonly title: string; readonly done: boolean }[];
  /** What comes after this by the order of Do next; `null` when nothing is left. */
  readonly next: { readonly id: AssignmentId; readonly title: string } | null;
}

function deskPiece(piece: StoredPiece): DeskPiece {
  const { id, kind, name, removed_at: removedAt } = piece;
  const none = { size: null, pages: null, address: null, document: null };
  switch (kind) {
    case 'file':
      return { ...none, id, kind, name, removedAt, shown: fileKind(piece.type), size: piece.size, pages: piece.pages };
    case 'link':
      return { ...none, id, kind, name, removedAt, shown: 'link', address: piece.address };
    case 'document':
      return { ...none, id, kind, name, removedAt, shown: 'document', document: piece.document_id };
  }
}

/** What could be put to an assignment from the shelf: one's own documents, and files and links of other work. */
async function shelved(db: Queryable, student: PersonId, assignmentId: AssignmentId): Promise<DeskView['onShelf']> {
  const own = (await documentsOfOwner(db, student)).filter(
    ({ kind, removed_at }) => kind === 'own' && removed_at === null,
  );
  const pieces = (await piecesOfOwner(db, student)).filter(
    (piece) => piece.kind !== 'document' && piece.assignment_id !== assignmentId && piece.removed_at === null,
  );
  return [
    ...own.map(({ id, title }) => ({ from: 'document' as const, id, name: title })),
    ...pieces.map(({ id, name }) => ({ from: 'piece' as const, id, name })),
  ];
}

const ACCEPT: Readonly<Partial<Record<FileKind, string>>> = {
  pdf: '.pdf',
  picture: 'image/*',
  document: '.docx,.odt',
  sheet: '.xlsx,.ods',
  slides: '.pptx,.odp',
  sound: 'audio/*',
  video: 'video/*',
  text: '.txt,.md,.csv',
};

/** What a file chooser should offer for an assignment. Where one ask takes anything, so does the chooser. */
function acceptOf(asks: readonly Ask[]): string {
  const types = asks.flatMap((ask) => (ask.kind === 'files' ? [ask.types] : []));
  if (types.length === 0 || types.some((list) => list.length === 0 || list.includes('other'))) return '';
  return [...new Set(types.flat().map((type) => ACCEPT[type] ?? ''))].join(',');
}

/** The Desk of one student on one assignment; `null` when there is no such assignment. */
export async function desk(
  db: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<DeskView | null> {
  const assignment = await findAssignment(db, assignmentId, student.id);
  const found = assignment && (await findClass(db, assignment.classId));
  const brief = assignment && (await findBrief(db, assignmentId));
  if (!assignment || !found || !brief) return null;
  const { rules } = assignment;
  const facts = await factsOf(db, assignmentId, student.id);
  const { state, begun, goesUsed } = standing(facts, rules, now);
  const open = state !== 'opens-later';
  const done = stepsDone(facts);
  const documents = open ? await documentsOfWork(db, assignmentId, student.id) : [];
  const steps = open ? await stepsOf(db, assignmentId) : [];
  const written = new Set(documents.map((document) => document.step_id));
  const opened = new Set(openSteps(steps, assignment.inOrder, done, written).map((step) => step.id));
  const shown = steps.flatMap((step) => (step.material_id && opened.has(step.id) ? [step.material_id] : []));
  const materials = new Map<string, MaterialView>();
  for (const material of await materialsById(db, shown)) {
    if (isMaterialOpen(material, now)) materials.set(material.id, await viewMaterial(db, material, student));
  }
  const understood = new Map(
    steps.flatMap((step) => (step.starter ? [[step.id, understandStarter(step.starter)] as const] : [])),
  );
  const rubric = open ? await rubricOf(db, assignmentId) : [];
  const feedback = await feedbackFor(db, assignmentId, student.id);
  const after = doNext(await workOf(db, student, null, now), now).find(({ item }) => item.id !== assignmentId);
  return {
    id: assignment.id,
    title: assignment.title,
    class: { id: found.id, name: found.name, weave: found.weave, locale: found.locale },
    teachers: found.teachers,
    unit: brief.unit,
    minutes: assignment.minutes,
    points: assignment.points,
    takes: rules.takes,
    late: rules.late,
    opensAt: rules.opensAt,
    dueAt: rules.dueAt,
    closesAt: closingTime(rules),
    goes: rules.goes,
    goesUsed,
    state,
    begun,
    moves: allowedMoves(facts, now, rules),
    takeBack: rules.takeBack,
    instructions: open ? brief.instructions : null,
    steps: steps.map((step) => {
      const document = documents.find((one) => one.step_id === step.id);
      return {
        id: step.id,
        kind: step.kind,
        title: step.title,
        minutes: step.minutes,
        done: done.has(step.id),
        doneAt: done.get(step.id) ?? null,
        open: opened.has(step.id),
        material: materials.get(step.material_id ?? '') ?? null,
        starter: opened.has(step.id) ? (understood.get(step.id)?.doc ?? null) : null,
        understood: opened.has(step.id) ? (understood.get(step.id)?.signs ?? []).map(({ text }) => text) : [],
        document: document ? { id: document.id, title: document.title } : null,
      };
    }),
    at: open ? await stepPlaceOf(db, student.id, assignmentId) : null,
    asks: open ? brief.asks : [],
    pieces: open ? (await piecesOfWork(db, assignmentId, student.id)).map(deskPiece) : [],
    onShelf: open && rules.takes === 'pieces' ? await shelved(db, student.id, assignmentId) : [],
    spelling: await spellingOf(db, student),
    accept: acceptOf(brief.asks),
    largestFile: LARGEST_FILE,
    notes: open ? ((await notesOf(db, assignmentId, student.id))?.id ?? null) : null,
    rubric,
    receipts: await receiptsOf(db, assignmentId, student.id),
    feedback,
    // Shown beside what came back, and asked for only then.
    earlier: feedback.length > 0 && rubric.length > 0 ? await earlierMarks(db, assignment, rubric, student) : [],
    group: (await groupOf(db, assignmentId, student.id)).map(({ name }) => name),
    extraMinutes: assignment.extraMinutes,
    aside: open ? await asideFor(db, assignmentId, student.id, student) : [],
    student: { id: student.id, name: student.name, shortName: student.short_name },
    waitsFor: rules.waits ? await waitsFor(db, assignmentId, student.id, now) : [],
    next: after ? { id: after.item.id, title: after.item.title } : null,
  };
}
