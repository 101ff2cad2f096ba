import type {
  AssignmentId,
  AttemptId,
  ClassId,
  DocumentId,
  HandInId,
  PersonId,
  PostId,
  StepId,
  TalkId,
} from '@/core/ids';
import { isWellFormed } from '@/core/text/well-formed';
import type { Person } from '@/store/people';
import type { Rule } from './rules';

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
  'GET /api/pictures/[picture]': 'picture-member',
  'GET /api/find': 'signed-in',
  'GET /api/materials/[material]/file': 'material-reader',
  'GET /api/materials/[material]/captions': 'material-reader',
  'GET /api/materials/[material]/export': 'material-reader',
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
  'GET /api/pieces/[piece]/captions': 'piece-owner',
  'POST /api/assignments/[assignment]/pieces': 'assignment-student',
  'POST /api/assignments/[assignment]/notes': 'assignment-student',
  'GET /api/hand-ins/[handIn]/pieces/[position]': 'hand-in-party',
  'GET /api/hand-ins/[handIn]/pieces/[position]/file': 'hand-in-party',
  'GET /api/hand-ins/[handIn]/pieces/[position]/captions': 'hand-in-party',
  'POST /api/news/read': 'signed-in',
  'POST /api/reading': 'signed-in',
  'POST /api/classes/join': 'signed-in',
  'POST /api/classes/[class]/invite': 'class-teacher',
  'POST /api/assignments/[assignment]/not-today': 'assignment-student',
  'POST /api/steps/[step]/copy': 'step-student',
  'POST /api/steps/[step]/done': 'step-student',
  'POST /api/steps/[step]/here': 'step-student',
  'POST /api/steps/[step]/attempts': 'step-student',
  'GET /api/steps/[step]/class-answers': 'step-student',
  'GET /api/steps/[step]/take-away/[form]': 'step-teacher',
  'POST /api/attempts/[attempt]/finish': 'attempt-student',
  'POST /api/attempts/[attempt]/presence': 'attempt-student',
  'POST /api/attempts/[attempt]/forward': 'attempt-student',
  'POST /api/attempts/[attempt]/tries': 'attempt-student',
  'GET /api/attempts/[attempt]/hints/[part]': 'attempt-student',
  'POST /api/attempts/[attempt]/change': 'attempt-teacher',
  'POST /api/attempts/[attempt]/points': 'attempt-teacher',
  'POST /api/steps/[step]/minutes': 'step-teacher',
  'POST /api/steps/[step]/start-word': 'step-teacher',
  'POST /api/steps/[step]/keys': 'step-teacher',
  'POST /api/assignments/[assignment]/hand-in': 'assignment-student',
  'POST /api/assignments/[assignment]/take-back': 'assignment-student',
  'POST /api/assignments/[assignment]/asides/[student]': 'aside-party',
  'POST /api/assignments/[assignment]/asides/[student]/read': 'aside-party',
  'GET /api/hand-ins/[handIn]': 'hand-in-party',
  'GET /api/hand-ins/[handIn]/receipt': 'receipt-reader',
  'GET /api/hand-ins/[handIn]/sound/[sha256]': 'hand-in-party',
  'POST /api/hand-ins/[handIn]/sound': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/amend': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/undo': 'hand-in-teacher',
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
  'GET /api/classes/[class]/floor': 'class-member',
  'POST /api/classes/[class]/paused': 'class-teacher',
  'POST /api/talks/[talk]': 'talk-teacher',
  'POST /api/talks/[talk]/posts': 'talk-reader',
  'POST /api/talks/[talk]/read': 'talk-reader',
  'GET /api/talks/[talk]/like': 'talk-reader',
  'POST /api/posts/[post]': 'post-author',
  'GET /api/posts/[post]/replies': 'post-reader',
  'GET /api/posts/[post]/files/[position]': 'post-reader',
  'POST /api/posts/[post]/too': 'post-reader',
  'POST /api/posts/[post]/report': 'post-reader',
  'POST /api/posts/[post]/order': 'post-teacher',
  'GET /api/talks/[talk]/posts': 'talk-reader',
  'POST /api/people/[person]/messages': 'person-writable',
  'POST /api/classes/[class]/messages': 'class-teacher',
  'GET /api/classes/[class]/students': 'class-teacher',
  'GET /api/messages/sent': 'signed-in',
  'GET /api/messages/find': 'signed-in',
  'POST /api/answers': 'teacher',
  'GET /api/steps/[step]/discussion': 'step-member',
  'POST /api/steps/[step]/discussion': 'step-member',
  'GET /api/half-written': 'signed-in',
  'POST /api/half-written': 'signed-in',
  'POST /api/kept-remarks': 'signed-in',
  'GET /api/bank': 'teacher',
  'POST /api/bank': 'teacher',
  'POST /api/hand-ins/[handIn]/draft': 'hand-in-teacher',
  'POST /api/hand-ins/[handIn]/hand-back': 'hand-in-teacher',
  'POST /api/classes/[class]/units': 'class-teacher',
  'POST /api/classes/[class]/units/[unit]': 'class-teacher',
  'POST /api/classes/[class]/order': 'class-teacher',
  'POST /api/classes/[class]/announcements': 'class-teacher',
  'POST /api/classes/[class]/announcements/[announcement]': 'class-teacher',
  'POST /api/classes/[class]/drafts': 'class-teacher',
  'POST /api/classes/[class]/course': 'class-teacher',
  'GET /api/classes/[class]/cartridge': 'class-teacher',
  'POST /api/classes/[class]/cartridge': 'class-teacher',
  'POST /api/assignments/[assignment]/draft': 'assignment-teacher',
  'GET /api/assignments/[assignment]/versions/[number]': 'assignment-teacher',
  'POST /api/assignments/[assignment]/excused': 'assignment-teacher',
  'POST /api/assignments/[assignment]/withdrawn': 'assignment-teacher',
  'GET /api/drafts/[draft]': 'draft-teacher',
  'POST /api/drafts/[draft]/post': 'draft-teacher',
  'GET /api/drafts/[draft]/effect': 'draft-teacher',
  'GET /api/drafts/[draft]/steps/[part]/[form]': 'draft-teacher',
  'POST /api/drafts/[draft]': 'draft-teacher',
  'POST /api/drafts/[draft]/questions': 'draft-teacher',
  'POST /api/drafts/[draft]/copy': 'draft-teacher',
  'POST /api/classes/[class]/materials': 'class-teacher',
  'POST /api/classes/[class]/materials/[material]': 'class-teacher',
  'POST /api/classes/[class]/materials/[material]/take': 'class-teacher',
  'POST /api/classes/[class]/materials/[material]/sheets': 'class-teacher',
  'GET /api/materials/[material]/view': 'material-reader',
  'POST /api/people/[person]/reset-code': 'teacher-of-person',
  'POST /api/people/[person]/slip': 'teacher-of-person',
  'POST /api/slip': 'anyone',
  'POST /api/slip/enter': 'anyone',
  'POST /api/begin/code': 'anyone',
  'POST /api/begin': 'anyone',
  'POST /api/office/people': 'office',
  'POST /api/office/people/[person]': 'office',
  'POST /api/office/people/[person]/erased': 'office',
  'POST /api/office/people/many': 'office',
  'POST /api/office/slips': 'office',
  'POST /api/office/classes': 'office',
  'POST /api/office/classes/[class]': 'office',
  'POST /api/office/classes/[class]/units': 'office',
  'POST /api/office/classes/ended': 'office',
  'POST /api/office/year': 'office',
  'POST /api/office/school': 'office',
  'POST /api/office/notices': 'office',
  'POST /api/office/notices/[notice]': 'office',
  'POST /api/office/rosters': 'office',
  'POST /api/office/rosters/[roster]': 'office',
  'POST /api/office/rosters/[roster]/done': 'office',
  'POST /api/office/rosters/[roster]/undone': 'office',
  'POST /api/office/rosters/[roster]/away': 'office',
  'GET /api/office/rosters/out/[form]': 'office',
  'POST /api/office/classes/[class]/writing': 'office',
  'POST /api/office/reports/[report]': 'office',
  'STREAM /api/events': 'signed-in',
  'SOCKET /api/save': 'signed-in',
  'SOCKET /api/save [document]': 'document-writer',
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
  'PAGE /classes/[class]/floor': 'class-member',
  'PAGE /classes/[class]/materials/[material]': 'material-member',
  'PAGE /desk/[assignment]': 'assignment-student',
  'PAGE /desk/[assignment]/compare': 'assignment-student',
  'PAGE /marking/[assignment]': 'assignment-teacher',
  'PAGE /answers/[step]': 'step-teacher',
  'PAGE /discussions/[step]': 'step-teacher',
  'PAGE /set/[draft]': 'draft-teacher',
  'PAGE /set/[draft]/print': 'draft-teacher',
  'PAGE /classes/[class]/course': 'class-teacher',
  'PAGE /receipts': 'signed-in',
  'PAGE /receipts/[handIn]': 'receipt-reader',
  'PAGE /asides': 'signed-in',
  'PAGE /messages': 'signed-in',
  'PAGE /check': 'anyone',
  'PAGE /slip': 'anyone',
  'PAGE /begin': 'anyone',
  'PAGE /office/people': 'office',
  'PAGE /office/classes': 'office',
  'PAGE /office/classes/[class]': 'office',
  'PAGE /office/lessons': 'office',
  'PAGE /office/year': 'office',
  'PAGE /office/rosters': 'office',
  'PAGE /office/rosters/[roster]': 'office',
  'PAGE /office/log': 'office',
  'PAGE /office/reports': 'office',
} as const satisfies Record<string, Rule>;

export type Entry = keyof typeof PERMISSIONS;

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
  readonly draft: DocumentId;
  readonly handIn: HandInId;
  readonly step: StepId;
  readonly attempt: AttemptId;
  readonly talk: TalkId;
  readonly post: PostId;
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
