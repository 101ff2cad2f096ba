import type { ReadyCheck } from '@/core/asks/ready-check';
import { dayStart, weekdayOf } from '@/core/calendar/due-words';
import type { ClassId, Instant } from '@/core/ids';
import { doNext, folds, minutesBefore, type Ranked } from '@/core/plan/do-next';
import { layString, stringSpan } from '@/core/plan/string-layout';
import { isToDo, listOf, type WorkState } from '@/core/work/standing';
import { checkWork } from '@/server/reading/documents/looking';
import { newsLines } from '@/server/reading/news/news';
import { studentsOn } from '@/server/reading/work/students-on';
import { type WorkItem, workOf } from '@/server/reading/work/work-list';
import { classesOf, type Lesson, lessonsOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import { assignmentsFor } from '@/store/work';

const SHOWN_NEWS = 6;

/** Everything that a student's Today shows. */
export async function studentToday(db: Queryable, student: Person, zone: string, now: Instant) {
  const items = await workOf(db, student, null, now);
  const next = doNext(items, now);
  const shown = items.filter((item) => item.dueAt !== null && item.state !== 'closed');
  const hangings = shown.map((item) => ({
    id: item.id,
    dueAt: item.dueAt as Instant,
    minutes: item.minutes,
    title: item.title,
    open: isToDo(item.state),
  }));
  const layout = layString(hangings, now, zone, stringSpan(hangings, now, zone));
  const until = dayStart(now, zone, 3);
  const first: Ranked<WorkItem> | undefined = next[0];
  const check: ReadyCheck | null =
    first && first.item.state === 'under-way' && first.item.takes !== 'tick'
      ? await checkWork(db, first.item.id, student)
      : null;
  return {
    layout,
    onString: new Map<string, WorkItem>(shown.map((item) => [item.id, item])),
    next,
    emptyAnswers: check ? check.answers.filter(({ answered }) => !answered).length : null,
    minutes: minutesBefore(items, until),
    until,
    folds: folds(items, now),
    lately: await newsLines(db, student, SHOWN_NEWS, now),
    lessons: lessonsOn(await lessonsOf(db, student.id), weekdayOf(now, zone)),
    week: weekOf(items, zone, now),
  };
}

/** What was handed in in the week that began on Monday, and what of the work that is due in it is still to do. */
function weekOf(items: readonly WorkItem[], zone: string, now: Instant) {
  const monday = dayStart(now, zone, 1 - weekdayOf(now, zone));
  const next = dayStart(now, zone, 8 - weekdayOf(now, zone));
  const within = (at: Instant | null) => at !== null && at >= monday && at < next;
  return {
    handedIn: items.filter(({ handedInAt }) => within(handedInAt)).length,
    open: items.filter(({ state, dueAt }) => isToDo(state) && within(dueAt)).length,
  };
}

/** The lessons of one day of the week, in order. */
export const lessonsOn = (lessons: readonly Lesson[], weekday: number): readonly Lesson[] =>
  lessons.filter((lesson) => lesson.weekday === weekday);

/** One assignment as a teacher's lists show it. */
export interface TeacherItem {
  readonly id: string;
  readonly title: string;
  readonly classId: string;
  readonly className: string;
  readonly weave: string;
  readonly unitId: string | null;
  readonly position: number;
  readonly postedAt: Instant;
  readonly dueAt: Instant | null;
  readonly students: number;
  readonly toMark: number;
  readonly handedBack: number;
  readonly missing: number;
}

/** Every assignment of a teacher's classes, or of one, with how many have handed in and how many wait for marks. */
export async function teacherWork(
  db: Queryable,
  teacher: Person,
  classId: ClassId | null,
  now: Instant,
): Promise<readonly TeacherItem[]> {
  const classes = new Map((await classesOf(db, teacher.id)).map((found) => [found.id, found]));
  const items: TeacherItem[] = [];
  for (const assignment of await assignmentsFor(db, teacher.id, classId, now)) {
    const students = await studentsOn(db, assignment.id, now);
    const count = (list: WorkState) => students.filter(({ state }) => listOf(state) === list).length;
    items.push({
      id: assignment.id,
      title: assignment.title,
      classId: assignment.classId,
      className: classes.get(assignment.classId)?.name ?? '',
      weave: classes.get(assignment.classId)?.weave ?? 'plain',
      unitId: assignment.unitId,
      position: assignment.position,
      postedAt: assignment.postedAt,
      dueAt: assignment.rules.dueAt,
      students: students.length,
      toMark: count('waiting'),
      handedBack: count('back'),
      missing: count('missing'),
    });
  }
  return items;
}
