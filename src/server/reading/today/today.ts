import { dayStart, weekdayOf } from '@/core/calendar/due-words';
import type { ClassId, Instant } from '@/core/ids';
import { doNext, folds, minutesBefore } from '@/core/plan/do-next';
import { layString, stringSpan } from '@/core/plan/string-layout';
import { rulesFor } from '@/core/work/rules';
import { isToDo, listOfCourse, type State, type WorkState } from '@/core/work/standing';
import { newsLines } from '@/server/reading/news/news';
import { type WorkItem, workItems, workQueries } from '@/server/reading/work/work-list';
import { classesOf, type Lesson, lessonsOf } from '@/store/classes';
import { type Answers, type Queryable, readTogether } from '@/store/database';
import { draftsOfTeacher } from '@/store/drafts';
import { coursesOf } from '@/store/events';
import { waitingOnFloors } from '@/store/floors';
import { measuresOf } from '@/store/measures';
import { unreadMessages } from '@/store/messages';
import { newsFor } from '@/store/news';
import { noticesFor } from '@/store/notices';
import type { Person } from '@/store/people';
import { assignmentsFor } from '@/store/work';

const SHOWN_NEWS = 6;

/** The states of work that nobody has begun. */
const UNTOUCHED: ReadonlySet<State> = new Set(['opens-later', 'not-started', 'overdue', 'closed']);

/** Everything that a student's Today shows. */
export async function studentToday(db: Queryable, student: Person, zone: string, now: Instant) {
  const { news, notices, lessons, measures, messages, ...work } = await readTogether(db, {
    ...workQueries(student, null, now),
    news: newsFor(student.id, SHOWN_NEWS, now),
    lessons: lessonsOf(student.id),
    measures: measuresOf(student.id),
    notices: noticesFor('student', now),
    messages: unreadMessages(student.id),
  });
  const items = workItems(work, now);
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
  const first: WorkItem | undefined = next[0]?.item;
  const written = first && first.state === 'under-way' && first.takes !== 'tick' ? first.id : null;
  const measure = measures.find(({ assignment_id }) => assignment_id === written);
  return {
    notices,
    messages,
    layout,
    onString: new Map<string, WorkItem>(shown.map((item) => [item.id, item])),
    next,
    /** How many answers of what comes first are empty; `null` where that is not known of its present state. */
    emptyAnswers: measure?.fresh ? measure.empty_answers : null,
    /** What has to be measured before that is known. */
    toMeasure: measure?.fresh ? null : written,
    /** Nothing has been begun yet: whoever looks has just come. */
    newcomer: items.every(({ state, stepsDone: done, before }) => done === 0 && (before || UNTOUCHED.has(state))),
    minutes: minutesBefore(items, until),
    until,
    folds: folds(items, now),
    lately: newsLines(news, student),
    lessons: lessonsOn(lessons, weekdayOf(now, zone)),
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

/** What is asked for a teacher's work: all of it, or that in one class. */
export const teacherQueries = (teacher: Pick<Person, 'id'>, classId: ClassId | null, now: Instant) => ({
  classes: classesOf(teacher.id),
  assignments: assignmentsFor(teacher.id, classId, now),
  courses: coursesOf(teacher.id, classId),
});

/** Every assignment of a teacher's classes, or of one, with how many have handed in and how many wait for marks. */
export const teacherWork = async (
  db: Queryable,
  teacher: Person,
  classId: ClassId | null,
  now: Instant,
): Promise<readonly TeacherItem[]> => teacherItems(await readTogether(db, teacherQueries(teacher, classId, now)), now);

/** A question that nobody answered for so long waits no more, in milliseconds: sixty days. */
const ASKED_FOR = 60 * 24 * 3_600_000;

/** A teacher's first screen: the work of their classes, what is begun and not posted, and where work can be set. */
export async function teacherToday(db: Queryable, teacher: Person, now: Instant) {
  const asked = await readTogether(db, {
    ...teacherQueries(teacher, null, now),
    drafts: draftsOfTeacher(teacher.id, now),
    notices: noticesFor('teacher', now),
    questions: waitingOnFloors(teacher.id, now - ASKED_FOR),
  });
  const running = asked.classes.filter(({ ended_at: over }) => over === null || over > now);
  return {
    items: teacherItems(asked, now),
    drafts: asked.drafts,
    notices: asked.notices,
    questions: asked.questions,
    classes: running.map(({ id, name }) => ({ id, name })),
  };
}

export type TeacherTodayView = Awaited<ReturnType<typeof teacherToday>>;

/** The work that was asked for. */
export function teacherItems(
  { assignments, courses, ...asked }: Answers<ReturnType<typeof teacherQueries>>,
  now: Instant,
): readonly TeacherItem[] {
  const classes = new Map(asked.classes.map((found) => [found.id, found]));
  return assignments.map((assignment) => {
    const counts: Record<WorkState, number> = { waiting: 0, missing: 0, back: 0, later: 0 };
    for (const { course, terms, students } of courses.get(assignment.id) ?? []) {
      counts[listOfCourse(course, rulesFor(assignment.rules, terms), now)] += students;
    }
    return {
      id: assignment.id,
      title: assignment.title,
      classId: assignment.classId,
      className: classes.get(assignment.classId)?.name ?? '',
      weave: classes.get(assignment.classId)?.weave ?? 'plain',
      unitId: assignment.unitId,
      position: assignment.position,
      postedAt: assignment.postedAt,
      dueAt: assignment.rules.dueAt,
      students: counts.waiting + counts.missing + counts.back + counts.later,
      toMark: counts.waiting,
      handedBack: counts.back,
      missing: counts.missing,
    };
  });
}
