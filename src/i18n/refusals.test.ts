import ar from '@messages/ar';
import en from '@messages/en';
import type { joinClass } from '@/server/doing/accounts/joining';
import type { changePassword, resetPassword, signIn, signInToDemo } from '@/server/doing/accounts/signing-in';
import type { enterBySlip, lookAtSlip } from '@/server/doing/accounts/slip-in';
import type { importText } from '@/server/doing/documents/importing';
import type { changeDocument, newDocument } from '@/server/doing/documents/own-documents';
import type { keepTextPicture } from '@/server/doing/documents/text-pictures';
import type { doStep, handIn, openCopy, takeBack } from '@/server/doing/handing-in/handing-in';
import type { handBackMarked, sayAmend, sayHandBack, undoHandBack } from '@/server/doing/marking/handing-back';
import type { BadPoints, keepMarks, replyTo } from '@/server/doing/marking/marking';
import type { beginSchool, giveBeginCode } from '@/server/doing/office/beginning';
import type {
  addClassByOffice,
  changeClassByOffice,
  setLessonsOfClass,
  startUnitByOffice,
} from '@/server/doing/office/classes';
import type { erasePerson } from '@/server/doing/office/erasing';
import type { addPerson, changeMany, changePerson } from '@/server/doing/office/people';
import type { printSlips } from '@/server/doing/office/print-slips';
import type { changeRosterReading, doRoster, takeRoster, undoRoster } from '@/server/doing/office/rosters';
import type { changeSchoolByOffice, changeYear, endNoticeNow } from '@/server/doing/office/year';
import type { keepLoose } from '@/server/doing/pieces/loose-files';
import type { UploadRefusal } from '@/server/doing/pieces/uploads';
import type { readCourseIn, takeCourseOut } from '@/server/doing/setting/cartridge';
import type { Limited, TooMuch } from '@/server/limits';

/** The codes with which an act is refused, as the compiler knows them. */
type CodesOf<Act> = Act extends (...given: never[]) => infer Answer
  ? Awaited<Answer> extends infer One
    ? One extends { readonly ok: false; readonly code: infer Code extends string }
      ? Code
      : never
    : never
  : never;

/** Each of them by its name: a new code of an act is missing here, and one that is gone is one too many. */
type All<Codes extends string> = Readonly<Record<Exclude<Codes, TooMuch['code']>, true>>;

/** What only what a student does is refused with. */
type OfStudents =
  | 'agree-first'
  | 'already-handed-in'
  | 'closed'
  | 'earlier-step-first'
  | 'needs-a-piece'
  | 'no-goes-left'
  | 'not-open-yet'
  | 'nothing-to-hand-in'
  | 'only-ticked-off'
  | 'take-back-not-allowed';

/** What a change of what goes along is never refused with: the rules of other moves. */
type NotOfAnEdit =
  | 'earlier-step-first'
  | 'needs-a-piece'
  | 'no-goes-left'
  | 'not-handed-in'
  | 'only-ticked-off'
  | 'take-back-not-allowed';

const joining: All<CodesOf<typeof joinClass>> = {
  expired: true,
  'teachers-do-not': true,
  'too-many-attempts': true,
  'used-up': true,
  'wrong-code': true,
};
const signingIn: All<CodesOf<typeof signIn | typeof signInToDemo | typeof resetPassword | typeof changePassword>> = {
  common: true,
  'like-the-name': true,
  'not-a-demo': true,
  'too-busy': true,
  'too-many-attempts': true,
  'too-short': true,
  'wrong-code': true,
  'wrong-password': true,
};
const bringingIn: All<CodesOf<typeof importText | typeof keepTextPicture>> = {
  broken: true,
  'empty-file': true,
  'not-a-picture': true,
  'not-a-text': true,
  'picture-too-large': true,
  'too-busy': true,
  'too-intricate': true,
  'too-large': true,
};
const onTheShelf: All<CodesOf<typeof newDocument | typeof changeDocument>> = {
  'no-name': true,
  'not-found': true,
  'not-open-yet': true,
  'too-busy': true,
  'too-intricate': true,
  'was-handed-in': true,
};
const moves: All<CodesOf<typeof doStep | typeof openCopy | typeof takeBack>> = {
  'agree-first': true,
  'already-handed-back': true,
  'already-handed-in': true,
  closed: true,
  'earlier-step-first': true,
  'needs-a-piece': true,
  'no-goes-left': true,
  'not-handed-in': true,
  'not-open-yet': true,
  'nothing-to-hand-in': true,
  'only-answered': true,
  'only-ticked-off': true,
  'take-back-not-allowed': true,
};
const { 'not-handed-in': _1, 'take-back-not-allowed': _2, 'only-answered': _3, ...forward } = moves;
const handingIn: All<Exclude<CodesOf<typeof handIn>, 'not-handed-in' | 'take-back-not-allowed'>> = {
  ...forward,
  'changed-meanwhile': true,
  'not-ready': true,
  'questions-first': true,
  'too-busy': true,
  'too-intricate': true,
};
const marking: All<
  Exclude<
    CodesOf<
      | typeof sayHandBack
      | typeof handBackMarked
      | typeof sayAmend
      | typeof undoHandBack
      | typeof keepMarks
      | typeof replyTo
    >,
    OfStudents
  >
> = {
  'already-handed-back': true,
  'bad-points': true,
  'going-back': true,
  'not-found': true,
  'not-handed-in': true,
  'rubric-changed': true,
};
const loose: All<CodesOf<typeof keepLoose>> = {
  empty: true,
  'name-lies': true,
  'not-a-sound': true,
  'too-large': true,
};
/** What is sent with an aside may be any file. */
const { 'not-a-sound': _, ...attached } = loose;
const attaching: All<Exclude<UploadRefusal, NotOfAnEdit>> = {
  'agree-first': true,
  'already-handed-back': true,
  'already-handed-in': true,
  broke: true,
  closed: true,
  'empty-file': true,
  'name-lies': true,
  'no-name': true,
  'no-space': true,
  'not-an-address': true,
  'not-found': true,
  'not-open-yet': true,
  'nothing-to-hand-in': true,
  'pdf-broken': true,
  'pdf-locked': true,
  'picture-broken': true,
  'picture-too-large': true,
  'too-large': true,
  'too-many-pieces': true,
  'too-many-uploads': true,
};
const points: All<BadPoints['problem']> = {
  'above-most': true,
  'below-zero': true,
  'not-half': true,
  'not-marked': true,
};
const limited: Readonly<Record<Limited, true>> = {
  bytes: true,
  courses: true,
  documents: true,
  exports: true,
  guesses: true,
  'half-written': true,
  messages: true,
  readings: true,
};

const byOffice: All<
  CodesOf<
    | typeof addPerson
    | typeof changePerson
    | typeof changeMany
    | typeof erasePerson
    | typeof printSlips
    | typeof addClassByOffice
    | typeof changeClassByOffice
    | typeof setLessonsOfClass
    | typeof startUnitByOffice
    | typeof changeYear
    | typeof changeSchoolByOffice
    | typeof endNoticeNow
    | typeof takeRoster
    | typeof changeRosterReading
    | typeof doRoster
    | typeof undoRoster
  >
> = {
  'bad-user-name': true,
  broken: true,
  'class-over': true,
  'done-already': true,
  empty: true,
  encrypted: true,
  'has-not-left': true,
  'last-of-office': true,
  'long-name': true,
  'long-user-name': true,
  'no-list': true,
  'no-name': true,
  'no-text': true,
  'no-time': true,
  'no-user-name': true,
  nobody: true,
  'not-found': true,
  nothing: true,
  'other-picture': true,
  'same-lesson': true,
  'taken-user-name': true,
  'too-busy': true,
  'too-intricate': true,
  'too-large': true,
  'too-late': true,
  'too-many': true,
  unmet: true,
};
const bySlip: All<Exclude<CodesOf<typeof lookAtSlip | typeof enterBySlip>, keyof typeof signingIn>> = {
  'wrong-slip': true,
};
const beginning: All<Exclude<CodesOf<typeof giveBeginCode | typeof beginSchool>, 'not-a-demo' | 'wrong-password'>> = {
  'begun-already': true,
  common: true,
  'like-the-name': true,
  'not-yours': true,
  'too-busy': true,
  'too-many-attempts': true,
  'too-short': true,
  unmet: true,
  'wrong-code': true,
};
const courses: All<CodesOf<typeof readCourseIn | typeof takeCourseOut>> = {
  broken: true,
  'class-over': true,
  encrypted: true,
  'not-a-cartridge': true,
  'not-found': true,
  'other-version': true,
  'too-busy': true,
  'too-intricate': true,
  'too-large': true,
};

/** Where each is said: the part of the catalogue, and how its key is put together there. */
const SPOTS: readonly (readonly [where: string, said: Readonly<Record<string, true>>, before: string])[] = [
  ['join', joining, 'problem.'],
  ['sign-in', signingIn, 'problem.'],
  ['writing', bringingIn, 'problem.'],
  ['shelf', onTheShelf, 'problem.'],
  ['desk', moves, 'problem.'],
  ['hand-in', handingIn, 'problem.'],
  ['pieces', attaching, 'problem.'],
  ['marking', marking, 'problem-'],
  ['marking', points, 'points-'],
  ['aside', attached, 'file-'],
  ['sound', loose, 'problem.'],
  ['told', limited, 'limit-'],
  ['office-refused', byOffice, ''],
  ['slip', bySlip, 'problem.'],
  ['begin', beginning, 'problem.'],
  ['cartridge', courses, 'problem.'],
];

const CATALOGUES: readonly (readonly [string, object])[] = [
  ['en', en],
  ['ar', ar],
];

const at = (catalogue: object, key: string): unknown =>
  key.split('.').reduce<unknown>((part, name) => (part as Record<string, unknown> | undefined)?.[name], catalogue);

describe.each(CATALOGUES)('in the catalogue %s', (_, catalogue) => {
  test.each(SPOTS)('%s says in its own words why something is refused', (where, said, before) => {
    const general = at(catalogue, `${where}.${before}broke`);
    for (const code of Object.keys(said)) {
      const words = at(catalogue, `${where}.${before}${code}`);
      expect([code, typeof words, code !== 'broke' && words === general]).toEqual([code, 'string', false]);
    }
  });
});
