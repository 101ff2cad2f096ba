import { wallTime } from '@/core/calendar/due-words';
import type { AssignmentId, ClassId, HandInId, Instant } from '@/core/ids';
import { announce } from '@/server/doing/setting/class-things';
import { writeAside } from '@/server/doing/talk/asides';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { ASSIGNMENTS } from '../assignments';
import { MATERIALS } from '../materials';
import { ANNOUNCEMENTS, FRESH_STUDENTS, SCHOOL, STUDENTS } from '../school';
import { answerAt, isAnswered } from './answers';
import { setAssignment } from './assignments';
import { setMaterial } from './materials';
import { HOUR, MINUTE, moment, postedAtOf } from './moments';
import { done } from './outcomes';
import { sayAndHandIn } from './recordings';
import { handBackAt, handInAt, write } from './student-work';

/** The same for everyone but spread: a whole number below `below` from two words. */
function spread(a: string, b: string, below: number): number {
  let sum = 7;
  for (const letter of `${a}/${b}`) sum = (sum * 31 + letter.charCodeAt(0)) % 100_003;
  return sum % below;
}

/** Something that somebody did at a moment. All are gathered first and then done in the order of time, as life would have it. */
export interface Act {
  readonly at: Instant;
  readonly run: () => Promise<unknown>;
}

export function showWork(db: Database, student: Person, teacher: Person, now: Instant): Act[] {
  const acts: Act[] = [];
  for (const assignment of ASSIGNMENTS) {
    const due = moment(now, assignment.due);
    switch (assignment.shown) {
      case 'under-way':
        acts.push({ at: now - 20 * HOUR, run: () => write(db, student, assignment, 2, now - 20 * HOUR) });
        break;
      case 'handed-in': {
        const at = Math.min(due - 5 * HOUR, now - 18 * HOUR);
        acts.push({
          at,
          run: () => handInAt(db, student, assignment, at, 'I asked my grandmother for the second one.'),
        });
        break;
      }
      case 'late': {
        const at = due + 30 * HOUR;
        acts.push({ at, run: () => handInAt(db, student, assignment, at, 'I was on the boat to my aunt.') });
        break;
      }
      case 'handed-back':
      case 'another-go': {
        const again = assignment.shown === 'another-go';
        const back = Math.min(again ? now - 12 * 60_000 : due + 30 * HOUR, now - 60_000);
        let id: HandInId;
        acts.push({
          at: due - 4 * HOUR,
          run: async () => {
            id = await handInAt(db, student, assignment, due - 4 * HOUR, '');
          },
        });
        acts.push({ at: back, run: () => handBackAt(db, assignment, id, assignment.given ?? [], back, again) });
        break;
      }
    }
  }
  const aside = { assignmentId: 'bearings' as AssignmentId, studentId: student.id };
  const says = (author: Person, act: string, body: string, at: Instant): Act => ({
    at,
    run: () => writeAside(db, author, { ...aside, act, body }, at),
  });
  return [
    ...acts,
    says(student, 'demo-1', 'I was not sure about the third light.', now - 70 * HOUR),
    says(teacher, 'demo-2', 'You may leave it out. Say why you did, and the triangle explains itself.', now - HOUR),
  ];
}

export function othersWork(db: Database, student: Person, now: Instant): Act[] {
  const acts: Act[] = [];
  const fresh = FRESH_STUDENTS.includes(student.id);
  for (const assignment of ASSIGNMENTS) {
    const known = STUDENTS.find(({ id }) => id === student.id);
    // A photograph of their own the others have not taken yet; and no dictionary is opened while the school is made.
    if (assignment.asks?.some(({ kind }) => kind === 'files' || kind === 'spelling')) continue;
    if (assignment.record?.said && student.id === 's-abena')
      acts.push({ at: now - 3 * HOUR, run: () => sayAndHandIn(db, student, assignment, now - 3 * HOUR) });
    // What is said in a discussion stands in `talk.ts`.
    if (
      assignment.photographs ||
      assignment.record ||
      assignment.discuss ||
      assignment.opens ||
      !known?.classes.includes(assignment.classId)
    )
      continue;
    if (assignment.asked) {
      const own = spread(student.id, assignment.id, 100);
      const at = now - (10 + own * 2) * MINUTE;
      if (isAnswered(assignment) && !fresh && own % 5 !== 0)
        acts.push({ at, run: () => answerAt(db, student, assignment, own, at) });
      continue;
    }
    const due = moment(now, assignment.due);
    const chance = spread(student.id, assignment.id, 10);
    const past = assignment.due[0] < -4;
    if (!past && (fresh || chance > (assignment.id === 'cloud-ladder' ? 4 : due < now ? 2 : 0))) continue;
    if (past && chance > (assignment.id === 'ten-mornings' ? 3 : 0)) continue;
    const late = past && spread(assignment.id, student.id, 2) === 1 && assignment.late !== 'closed';
    const at = late
      ? due + (5 + spread(assignment.id, student.id, 40)) * HOUR
      : Math.min(due, now) - (1 + chance * 5) * HOUR;
    let id: HandInId;
    acts.push({
      at,
      run: async () => {
        id = await handInAt(db, student, assignment, at, '');
      },
    });
    if (assignment.due[0] <= -6 && assignment.rubric) {
      const points = assignment.rubric.map(([, most], i) =>
        Math.max(0, most - spread(student.id, `${assignment.id}${i}`, 5) / 2),
      );
      const back = Math.min(at + 50 * HOUR, now - HOUR);
      acts.push({ at: back, run: () => handBackAt(db, assignment, id, points, back, false) });
    }
  }
  return acts;
}

/** What teachers set and told their classes. */
export function postings(db: Database, teacherOf: (classId: string) => Person, now: Instant): Act[] {
  const acts: Act[] = [];
  for (const material of MATERIALS.filter(({ on }) => !on)) {
    // Where a step opens it, it was there by the time that the assignment was posted.
    const opened = ASSIGNMENTS.filter(
      ({ also = [], sheets }) => sheets?.material === material.id || also.some((one) => one.material === material.id),
    );
    const at = Math.min(
      wallTime(now, SCHOOL.zone, material.days, 9, 0),
      ...opened.map((assignment) => postedAtOf(assignment, now)),
    );
    acts.push({ at, run: () => setMaterial(db, teacherOf(material.classId), material, at, now) });
  }
  for (const assignment of ASSIGNMENTS) {
    const at = postedAtOf(assignment, now);
    acts.push({ at, run: () => setAssignment(db, teacherOf(assignment.classId), assignment, now) });
  }
  for (const [i, note] of ANNOUNCEMENTS.entries()) {
    const at = wallTime(now, SCHOOL.zone, note.days, 8, 10);
    const id = `note-${i + 1}`;
    const attached = MATERIALS.filter(({ on }) => on === id);
    acts.push({
      at,
      run: async () => {
        const teacher = teacherOf(note.classId);
        for (const material of attached) await setMaterial(db, teacher, material, at, now);
        const draft = { title: note.title, body: note.body, unit: null, attachments: attached.map((one) => one.id) };
        done(await announce(db, teacher, { classId: note.classId as ClassId, id, draft }, at));
      },
    });
  }
  return acts;
}
