import { TYPED_INTO } from '@/core/documents/roles';
import type { AssignmentId, ClassId, DocumentId, HandInId, PersonId } from '@/core/ids';
import { documentKind, isDocumentName } from '@/core/kinds/document';
import { talkKind } from '@/core/kinds/talk';
import { standing } from '@/core/work/standing';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { isNameless } from '@/server/reading/marking/nameless';
import { mayRead } from '@/server/reading/materials/materials';
import { groupOf } from '@/store/arrangements';
import { findAsideMessage } from '@/store/asides';
import { placeOfAttempt } from '@/store/attempts';
import { findPicture, placeOnAssignment, roleIn } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { findDocument, findKept } from '@/store/documents';
import { findDraftDocument } from '@/store/drafts';
import { factsOf } from '@/store/events';
import { findReceipt, isMemberOf } from '@/store/hand-ins';
import { ownerOfUpload } from '@/store/limits';
import { findMaterial } from '@/store/materials';
import { knownBy } from '@/store/messages';
import type { Person } from '@/store/people';
import { findPiece } from '@/store/pieces';
import { findPost, findTalk, isParty } from '@/store/talks';
import { assignmentOfStep, findAssignment, teaches } from '@/store/work';
import { type Entry, type Params, PERMISSIONS } from './entries';
import type { Rule } from './rules';

/** In which role a person is on an assignment. Before it is posted it does not exist for students. */
async function roleOnAssignment(db: Queryable, person: Person, assignmentId: string | null, now: number) {
  const place = assignmentId === null ? null : await read(db, placeOnAssignment(assignmentId, person.id));
  return place && (place.role === 'teacher' || (place.posted_at <= now && place.is_for)) ? place.role : null;
}

/** Has the work opened to this student: its time has come, and what it waits for is handed in? */
async function isOpenTo(db: Queryable, student: Person, assignmentId: AssignmentId, now: number): Promise<boolean> {
  if ((await roleOnAssignment(db, student, assignmentId, now)) === null) return false;
  const assignment = await read(db, findAssignment(assignmentId, student.id));
  if (!assignment) return false;
  const facts = await read(db, factsOf(assignmentId, student.id));
  return standing(facts, assignment.rules, now).state !== 'opens-later';
}

/** Is it one's own, and is one still a student of the class that it is for? */
async function isOwner(
  db: Queryable,
  document: { readonly owner_id: PersonId; readonly class_id: ClassId | null },
  person: Person,
): Promise<boolean> {
  if (document.owner_id !== person.id) return false;
  return document.class_id === null || (await roleIn(db, person.id, document.class_id)) === 'student';
}

/** Whether a signed-in person may, by one rule. What does not exist nobody may. */
async function holds(db: Queryable, rule: Rule, person: Person, params: Params, now: number): Promise<boolean> {
  const param = (name: string): string => params[name] ?? '';
  switch (rule) {
    case 'anyone':
    case 'signed-in':
      return true;
    case 'teacher':
      return person.role === 'teacher';
    case 'office':
      return person.office;
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
    case 'step-teacher':
      return (await roleOnAssignment(db, person, await assignmentOfStep(db, param('step')), now)) === 'teacher';
    case 'step-member':
      return (await roleOnAssignment(db, person, await assignmentOfStep(db, param('step')), now)) !== null;
    case 'attempt-student':
    case 'attempt-teacher': {
      const place = await read(db, placeOfAttempt(param('attempt')));
      if (!place) return false;
      const role = await roleOnAssignment(db, person, place.assignment_id, now);
      return rule === 'attempt-teacher' ? role === 'teacher' : role === 'student' && place.student_id === person.id;
    }
    case 'document-owner': {
      const document = await findDocument(db, param('document') as DocumentId);
      return document !== null && isOwner(db, document, person);
    }
    case 'document-writer': {
      const kept = await findKept(db, param('document') as DocumentId);
      if (!kept) return false;
      // What is kept by what somebody does elsewhere nobody types into.
      if (isDocumentName(kept.kind) && !documentKind(kept.kind).typed) return false;
      if (TYPED_INTO[kept.role].by === 'owner') return isOwner(db, kept, person);
      return kept.class_id !== null && (await roleIn(db, person.id, kept.class_id)) === 'teacher';
    }
    case 'draft-teacher': {
      const draft = await read(db, findDraftDocument(param('draft') as DocumentId));
      return draft !== null && (await roleIn(db, person.id, draft.class_id)) === 'teacher';
    }
    case 'text-picture-reader':
      return maySeePicture(db, person.id, param('sha256'));
    case 'upload-owner':
      return (await ownerOfUpload(db, param('upload'))) === person.id;
    case 'piece-owner':
      return (await findPiece(db, param('piece')))?.owner_id === person.id;
    case 'hand-in-party': {
      const receipt = await findReceipt(db, param('handIn') as HandInId);
      if (!receipt) return false;
      // What was handed in stays with whoever did, also where the work was taken back from the class since.
      const place = await read(db, placeOnAssignment(receipt.assignment_id, person.id));
      if (place?.role !== 'student') return place?.role === 'teacher';
      return isMemberOf(db, receipt.id, person.id);
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
    case 'person-writable':
      return (await read(db, knownBy(person.id, param('person')))) !== null;
    case 'talk-reader':
    case 'talk-teacher': {
      const talk = await read(db, findTalk(param('talk')));
      if (!talk) return false;
      if (talkKind(talk.kind).readers === 'parties') return rule === 'talk-reader' && isParty(db, talk.id, person.id);
      const role =
        talk.assignment_id === null
          ? await roleIn(db, person.id, talk.class_id)
          : await roleOnAssignment(db, person, talk.assignment_id, now);
      if (role !== 'student' || talk.group_id === null || talk.assignment_id === null)
        return rule === 'talk-teacher' ? role === 'teacher' : role !== null;
      const group = await read(db, groupOf(talk.assignment_id, person.id));
      return rule === 'talk-reader' && group.some(({ id }) => id === talk.group_id);
    }
    case 'post-author':
    case 'post-reader':
    case 'post-teacher': {
      const post = await read(db, findPost(param('post')));
      if (!post || (rule === 'post-author' && post.author_id !== person.id)) return false;
      return holds(db, rule === 'post-teacher' ? 'talk-teacher' : 'talk-reader', person, { talk: post.talk_id }, now);
    }
    case 'aside-party': {
      const assignment = await read(db, findAssignment(param('assignment') as AssignmentId));
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
