import type { AssignmentId, ClassId, DocumentId, HandInId, PersonId, StepId } from '@/core/ids';
import { isWellFormed } from '@/core/text/well-formed';
import { standing } from '@/core/work/standing';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { isNameless } from '@/server/reading/marking/nameless';
import { mayRead } from '@/server/reading/materials/materials';
import { findAsideMessage } from '@/store/asides';
import { findPicture, roleIn } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { findDocument } from '@/store/documents';
import { findReceipt, isMemberOf } from '@/store/hand-ins';
import { ownerOfUpload } from '@/store/limits';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { findPiece } from '@/store/pieces';
import { assignmentOfStep, factsOf, findAssignment, teaches } from '@/store/work';

/**
 * Who may use each page, route and socket. Nothing answers that is not in this table, and a test tries
 * every entry with everybody who may not. The rule reads the parameters in square brackets.
 */
export const PERMISSIONS = {
  'GET /api/health': 'anyone',
  'POST /api/language': 'anyone',
  'POST /api/sign-in': 'anyone',
  'POST /api/sign-in/demo': 'anyone',
  'POST /api/sign-in/reset': 'anyone',
  'GET /api/sign-in/wait': 'anyone',
  'POST /api/password': 'signed-in',
  'GET /api/device-key': 'signed-in',
  'PAGE /password': 'signed-in',
  'POST /api/sign-out': 'signed-in',
  'GET /api/events': 'signed-in',
  'GET /api/pictures/[picture]': 'picture-member',
  'GET /api/find': 'signed-in',
  'GET /api/materials/[material]/file': 'material-reader',
  'GET /api/materials/[material]/captions': 'material-reader',
  'GET /api/materials/[material]/chapters/[chapter]': 'material-reader',
  'GET /api/materials/[material]/parts/[part]': 'material-reader',
  'POST /api/materials/[material]/place': 'material-reader',
  'GET /api/documents/[document]/export': 'document-owner',
  'POST /api/documents': 'signed-in',
  'POST /api/documents/[document]': 'document-owner',
  'GET /api/documents/[document]/versions': 'document-owner',
  'GET /api/documents/[document]/versions/[version]': 'document-owner',
  'POST /api/own-words': 'signed-in',
  'POST /api/spelling': 'signed-in',
  'GET /api/meanings': 'signed-in',
  'POST /api/import': 'signed-in',
  'POST /api/text-pictures': 'signed-in',
  'GET /api/text-pictures/[sha256]': 'text-picture-reader',
  'GET /api/shelf/export': 'signed-in',
  'POST /api/uploads': 'signed-in',
  'HEAD /api/uploads/[upload]': 'upload-owner',
  'PATCH /api/uploads/[upload]': 'upload-owner',
  'DELETE /api/uploads/[upload]': 'upload-owner',
  'GET /api/pieces/[piece]': 'piece-owner',
  'POST /api/pieces/[piece]': 'piece-owner',
  'GET /api/pieces/[piece]/file': 'piece-owner',
  'GET /api/pieces/[piece]/thumb': 'piece-owner',
  'POST /api/assignments/[assignment]/pieces': 'assignment-student',
  'POST /api/assignments/[assignment]/notes': 'assignment-student',
  'GET /api/hand-ins/[handIn]/pieces/[position]': 'hand-in-party',
  'GET /api/hand-ins/[handIn]/pieces/[position]/file': 'hand-in-party',
  'POST /api/news/read': 'signed-in',
  'POST /api/reading': 'signed-in',
  'POST /api/classes/join': 'signed-in',
  'POST /api/classes/[class]/invite': 'class-teacher',
  'POST /api/assignments/[assignment]/not-today': 'assignment-student',
  'POST /api/steps/[step]/copy': 'step-student',
  'POST /api/steps/[step]/done': 'step-student',
  'POST /api/steps/[step]/here': 'step-student',
  'POST /api/assignments/[assignment]/hand-in': 'assignment-student',
  'POST /api/assignments/[assignment]/take-back': 'assignment-student',
  'POST /api/assignments/[assignment]/asides/[student]': 'aside-party',
  'POST /api/assignments/[assignment]/asides/[student]/read': 'aside-party',
  'GET /api/hand-ins/[handIn]': 'hand-in-party',
  'GET /api/hand-ins/[handIn]/receipt': 'receipt-reader',
  'GET /api/hand-ins/[handIn]/sound/[sha256]': 'hand-in-party',
  'POST /api/hand-ins/[handIn]/sound': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/amend': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/remarks/[remark]': 'hand-in-student',
  'POST /api/receipts/check': 'anyone',
  'POST /api/assignments/[assignment]/hand-in/begin': 'assignment-student',
  'POST /api/assignments/[assignment]/hand-back': 'assignment-teacher',
  'POST /api/assignments/[assignment]/extra-time': 'assignment-teacher',
  'POST /api/assignments/[assignment]/unnamed': 'assignment-teacher',
  'POST /api/assignments/[assignment]/asides': 'assignment-teacher',
  'POST /api/asides/files': 'signed-in',
  'POST /api/asides/messages/[message]': 'message-author',
  'GET /api/asides/messages/[message]/files/[position]': 'message-reader',
  'POST /api/kept-remarks': 'signed-in',
  'POST /api/hand-ins/[handIn]/draft': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/hand-back': 'hand-in-teacher',
  'POST /api/people/[person]/reset-code': 'teacher-of-person',
  'SOCKET /api/save': 'signed-in',
  'SOCKET /api/save [document]': 'document-owner',
  'PAGE /': 'anyone',
  'PAGE /sign-in': 'anyone',
  'PAGE /today': 'signed-in',
  'PAGE /work': 'signed-in',
  'PAGE /shelf': 'signed-in',
  'PAGE /shelf/[document]': 'document-owner',
  'PAGE /print/[document]': 'document-owner',
  'PAGE /whats-new': 'signed-in',
  'PAGE /help': 'signed-in',
  'PAGE /classes': 'signed-in',
  'PAGE /classes/[class]': 'class-member',
  'PAGE /classes/[class]/materials/[material]': 'material-member',
  'PAGE /desk/[assignment]': 'assignment-student',
  'PAGE /desk/[assignment]/compare': 'assignment-student',
  'PAGE /marking/[assignment]': 'assignment-teacher',
  'PAGE /receipts': 'signed-in',
  'PAGE /receipts/[handIn]': 'receipt-reader',
  'PAGE /asides': 'signed-in',
  'PAGE /check': 'anyone',
} as const satisfies Record<string, Rule>;

export type Entry = keyof typeof PERMISSIONS;

export const RULES = [
  'anyone',
  'signed-in',
  'class-member',
  'class-teacher',
  'material-member',
  'material-reader',
  'picture-member',
  'assignment-student',
  'assignment-teacher',
  'step-student',
  'document-owner',
  'text-picture-reader',
  'upload-owner',
  'piece-owner',
  'aside-party',
  'hand-in-teacher',
  'hand-in-party',
  'receipt-reader',
  'hand-in-student',
  'message-author',
  'message-reader',
  'teacher-of-person',
] as const;
export type Rule = (typeof RULES)[number];

export type Params = Readonly<Record<string, string>>;

/** The names in square brackets of an entry. */
type NameIn<Address extends string> = Address extends `${string}[${infer Name}]${infer Rest}`
  ? Name | NameIn<Rest>
  : never;

/** What stands for each name in an address; whatever is not named here is text. */
interface Named {
  readonly assignment: AssignmentId;
  readonly class: ClassId;
  readonly document: DocumentId;
  readonly handIn: HandInId;
  readonly step: StepId;
  readonly student: PersonId;
  readonly person: PersonId;
  readonly position: number;
  readonly version: number;
  readonly chapter: number;
}

/** Names for which numbers stand. */
const NUMBERS: ReadonlySet<string> = new Set(['position', 'version', 'chapter'] satisfies (keyof Named)[]);

/** The parameters of an entry. */
export type ParamsOf<Of extends Entry> = {
  readonly [Name in NameIn<Of>]: Name extends keyof Named ? Named[Name] : string;
};

/** Who may stand behind a request for an entry, once it has been let in: nobody only where anyone may. */
export type WhoFor<Of extends Entry> = (typeof PERMISSIONS)[Of] extends 'anyone' ? Person | null : Person;

/**
 * The parameters of an entry as its handler is given them; `null` where they can be those of nothing that there is. What
 * they stand for is decided by the table afterwards.
 */
export function paramsOf<Of extends Entry>(_entry: Of, given: Params): ParamsOf<Of> | null {
  const read: Record<string, string | number> = {};
  for (const [name, value] of Object.entries(given)) {
    if (!isWellFormed(value) || value.length > 200 || (NUMBERS.has(name) && !/^\d{1,9}$/.test(value))) return null;
    read[name] = NUMBERS.has(name) ? Number(value) : value;
  }
  return read as ParamsOf<Of>;
}

/** In which role a person is on an assignment. Before it is posted it does not exist for students. */
async function roleOnAssignment(db: Queryable, person: Person, assignmentId: string | null, now: number) {
  const assignment = assignmentId === null ? null : await findAssignment(db, assignmentId as AssignmentId);
  const role = assignment && (await roleIn(db, person.id, assignment.classId));
  return role === 'student' && assignment && assignment.postedAt > now ? null : role;
}

/** Has the work opened to this student: its time has come, and what it waits for is handed in? */
async function isOpenTo(db: Queryable, student: Person, assignmentId: AssignmentId, now: number): Promise<boolean> {
  const assignment = await findAssignment(db, assignmentId);
  if (!assignment || assignment.postedAt > now) return false;
  const facts = await factsOf(db, assignmentId, student.id);
  return standing(facts, assignment.rules, now).state !== 'opens-later';
}

/** Whether a signed-in person may, by one rule. What does not exist nobody may. */
async function holds(db: Queryable, rule: Rule, person: Person, params: Params, now: number): Promise<boolean> {
  const param = (name: string): string => params[name] ?? '';
  switch (rule) {
    case 'anyone':
    case 'signed-in':
      return true;
    case 'class-member':
      return (await roleIn(db, person.id, param('class'))) !== null;
    case 'material-member': {
      const material = await findMaterial(db, param('material'));
      const role = await roleIn(db, person.id, param('class'));
      if (material?.class_id !== param('class') || role === null) return false;
      if (role === 'student' && material.posted_at > now) return false;
      return material.listed || (await mayRead(db, person, material.id, now));
    }
    case 'material-reader':
      return mayRead(db, person, param('material'), now);
    case 'class-teacher':
      return (await roleIn(db, person.id, param('class'))) === 'teacher';
    case 'picture-member': {
      const picture = await findPicture(db, param('picture'));
      const role = picture && (await roleIn(db, person.id, picture.class_id as ClassId));
      if (role !== 'student' || !picture?.assignment_id) return role !== null;
      return isOpenTo(db, person, picture.assignment_id, now);
    }
    case 'assignment-student':
      return (await roleOnAssignment(db, person, param('assignment'), now)) === 'student';
    case 'assignment-teacher':
      return (await roleOnAssignment(db, person, param('assignment'), now)) === 'teacher';
    case 'step-student':
      return (await roleOnAssignment(db, person, await assignmentOfStep(db, param('step')), now)) === 'student';
    case 'document-owner': {
      const document = await findDocument(db, param('document') as DocumentId);
      if (document?.owner_id !== person.id) return false;
      return document.class_id === null || (await roleIn(db, person.id, document.class_id)) === 'student';
    }
    case 'text-picture-reader':
      return maySeePicture(db, person.id, param('sha256'));
    case 'upload-owner':
      return (await ownerOfUpload(db, param('upload'))) === person.id;
    case 'piece-owner':
      return (await findPiece(db, param('piece')))?.owner_id === person.id;
    case 'hand-in-party': {
      const receipt = await findReceipt(db, param('handIn') as HandInId);
      const role = await roleOnAssignment(db, person, receipt?.assignment_id ?? null, now);
      if (role === 'teacher') return true;
      return role === 'student' && isMemberOf(db, param('handIn') as HandInId, person.id);
    }
    case 'receipt-reader': {
      // A receipt names its student.
      const handIn = param('handIn') as HandInId;
      return (await holds(db, 'hand-in-party', person, params, now)) && !(await isNameless(db, person, handIn, now));
    }
    case 'hand-in-student': {
      const receipt = await findReceipt(db, param('handIn') as HandInId);
      if ((await roleOnAssignment(db, person, receipt?.assignment_id ?? null, now)) !== 'student') return false;
      return isMemberOf(db, param('handIn') as HandInId, person.id);
    }
    case 'message-author':
    case 'message-reader': {
      const message = await findAsideMessage(db, param('message'));
      if (!message) return false;
      if (rule === 'message-author' && message.author_id !== person.id) return false;
      const aside = { assignment: message.assignment_id, student: message.student_id };
      return holds(db, 'aside-party', person, aside, now);
    }
    case 'aside-party': {
      const assignment = await findAssignment(db, param('assignment') as AssignmentId);
      if (!assignment || (await roleIn(db, param('student'), assignment.classId)) !== 'student') return false;
      const role = await roleIn(db, person.id, assignment.classId);
      if (role === 'teacher') return true;
      return role === 'student' && person.id === param('student') && isOpenTo(db, person, assignment.id, now);
    }
    case 'hand-in-teacher': {
      const receipt = await findReceipt(db, param('handIn') as HandInId);
      return (await roleOnAssignment(db, person, receipt?.assignment_id ?? null, now)) === 'teacher';
    }
    case 'teacher-of-person':
      return teaches(db, person.id, param('person') as PersonId);
  }
}

export type Verdict = 'yes' | 'sign-in-first' | 'no';

/** May this person (or nobody) use this entry, with these parameters? */
export async function may(
  db: Queryable,
  entry: Entry,
  person: Person | null,
  params: Params,
  now: number,
): Promise<Verdict> {
  const rule: Rule = PERMISSIONS[entry];
  if (rule === 'anyone') return 'yes';
  if (!person) return 'sign-in-first';
  return (await holds(db, rule, person, params, now)) ? 'yes' : 'no';
}
