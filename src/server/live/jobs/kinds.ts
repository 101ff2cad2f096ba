import { z } from 'zod';
import { wallTime } from '@/core/calendar/due-words';
import type { AssignmentId, AttemptId, ClassId, DocumentId, HandInId, Instant, PersonId } from '@/core/ids';
import { TIMES_OF_WORK, type TimeOfWork } from '@/core/work/rules';
import { effectHandBack, HAND_BACK_JOB } from '@/server/doing/marking/handing-back';
import { clearUploads } from '@/server/doing/pieces/uploads';
import { ATTEMPT_JOB } from '@/server/doing/questions/attempt-work';
import { effectEnd, prepareEnd } from '@/server/doing/questions/ending';
import { effectAgain } from '@/server/doing/setting/again';
import { ANNOUNCE_JOB, effectAnnounce } from '@/server/doing/setting/class-things';
import { POST_JOB, REACH_JOB } from '@/server/doing/setting/posting';
import { AGAIN_JOB } from '@/server/doing/setting/weekly';
import { BIN_DAYS } from '@/server/reading/shelf/shelf';
import { workshop } from '@/server/workshop';
import { type Queryable, read } from '@/store/database';
import { emptyBin, keptKind } from '@/store/documents';
import { record } from '@/store/events';
import { addJob } from '@/store/jobs';
import { findSchool } from '@/store/people';
import { noteReached, starterOfCopy } from '@/store/postings';
import { countRows, freeSpace } from '@/store/tidying';
import { appendUpdates, lastUpdateOf, noteLooked, replaceUpdates, updatesOf } from '@/store/updates';
import { findAssignment, type ListedAssignment } from '@/store/work';
import { type AnyJobKind, jobKind } from './kind';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const nothing = z.object({});

/** Empties the bins of what has lain in them for thirty days. What was handed in, or goes along somewhere, stays for good. */
const bins = jobKind({
  given: nothing,
  effect: async (tx, _given, _prepared, now) => {
    await emptyBin(tx, now - BIN_DAYS * DAY);
    return now + DAY;
  },
});

/** Throws away what was begun to be sent and never finished. */
const uploads = jobKind({
  given: nothing,
  prepare: async (db, _given, now) => clearUploads(db, now),
  effect: async (_tx, _given, _prepared, now) => now + DAY,
});

/** Counts what has grown, for whoever plans how to find it. */
const rows = jobKind({
  given: nothing,
  prepare: async (db) => {
    if (db.alone) await countRows(db);
  },
  effect: async (_tx, _given, _prepared, now) => now + HOUR,
});

/** The next time that it is three in the morning where the school is. */
async function nextNight(tx: Queryable, now: Instant): Promise<Instant> {
  const zone = (await findSchool(tx))?.zone ?? 'UTC';
  const tonight = wallTime(now, zone, 0, 3, 0);
  return tonight > now ? tonight : wallTime(now, zone, 1, 3, 0);
}

/** Lets space be used again, at night, or when the school is opened after one. */
const space = jobKind({
  given: nothing,
  prepare: async (db) => {
    if (db.alone) await freeSpace(db);
  },
  effect: (tx, _given, _prepared, now) => nextNight(tx, now),
});

/**
 * Puts the updates of a document that has many into one, and looks it through on the way, in the workshop. What holds more
 * than a document may, though each update by itself did not, is marked: from then on each further one is looked at together
 * with the rest.
 */
const compact = jobKind({
  given: z.object({ document: z.string(), owner: z.string(), whole: z.boolean() }),
  prepare: async (db, { document, owner }) => {
    const documentId = document as DocumentId;
    const kind = await keptKind(db, documentId);
    if (kind === null) return null;
    const stored = await updatesOf(db, documentId);
    const done = await workshop().do(owner, 'lookThrough', { kind, updates: stored.map(({ update }) => update) });
    if (!done.ok && done.code === 'too-busy') throw new Error('the workshop is busy');
    return {
      seqs: stored.map(({ seq }) => seq),
      state: done.ok && done.made.overflow === null ? done.made.state : null,
    };
  },
  effect: async (tx, { document, whole }, prepared, now) => {
    if (prepared === null) return null;
    const { seqs, state } = prepared;
    if (state && whole) await replaceUpdates(tx, document as DocumentId, seqs, { update: state, at: now });
    await noteLooked(tx, document as DocumentId, !state);
    return null;
  },
});

/**
 * Lets a further version of a starter reach a copy: read and worked out in the workshop, and put in unless its owner has typed
 * meanwhile; then it is worked out anew. Whoever has it open hears of it.
 */
const reach = jobKind({
  given: z.object({ document: z.string(), owner: z.string() }),
  prepare: async (db, { document, owner }) => {
    const documentId = document as DocumentId;
    const asked = await read(db, starterOfCopy(documentId));
    if (!asked) return null;
    const stored = await updatesOf(db, documentId);
    const updates = stored.map(({ update }) => update);
    const done = await workshop().do(owner, 'reach', { kind: asked.kind, updates, starter: asked.starter });
    if (!done.ok && done.code === 'too-busy') throw new Error('the workshop is busy');
    return { ...asked, update: done.ok ? done.made : null, last: stored.at(-1)?.seq ?? 0 };
  },
  effect: async (tx, { document }, prepared, now) => {
    if (prepared === null) return null;
    const documentId = document as DocumentId;
    const { update, last, version } = prepared;
    if ((await read(tx, lastUpdateOf(documentId))) !== last) return now;
    if (update) await appendUpdates(tx, [{ documentId, update, at: now }], REACH_JOB);
    await noteReached(tx, documentId, version);
    return null;
  },
});

/** Says that the time of some work has come, unless it was changed meanwhile: as nobody's act, or as that of whoever set it. */
const timeOf = (kind: TimeOfWork | 'posted', when: (assignment: ListedAssignment) => Instant | null): AnyJobKind =>
  jobKind({
    given: z.object({ assignment: z.string(), teacher: z.string().optional() }),
    effect: async (tx, given, _prepared, now) => {
      const assignment = await read(tx, findAssignment(given.assignment as AssignmentId));
      const at = assignment && when(assignment);
      if (!assignment || at === null) return null;
      if (at > now) return at;
      await record(tx, {
        kind,
        at,
        classId: assignment.classId,
        assignmentId: assignment.id,
        studentId: null,
        actorId: (given.teacher ?? null) as PersonId | null,
      });
      return null;
    },
  });
const timeOfRules = (kind: TimeOfWork) => timeOf(kind, ({ rules }) => rules[TIMES_OF_WORK[kind]]);

/** What a teacher said ten seconds ago takes effect. */
const handBack = jobKind({
  given: z.object({ handIn: z.string(), teacher: z.string() }),
  effect: async (tx, { handIn, teacher }, _prepared, now) => {
    await effectHandBack(tx, { handIn: handIn as HandInId, teacher: teacher as PersonId }, now);
    return null;
  },
});

/** What a class is to be told at a time is told. */
const announces = jobKind({
  given: z.object({ announcement: z.string(), class: z.string(), teacher: z.string() }),
  effect: (tx, given, _prepared, now) =>
    effectAnnounce(tx, { ...given, class: given.class as ClassId, teacher: given.teacher as PersonId }, now),
});

/** What comes every week comes again. */
const again = jobKind({
  given: z.object({ assignment: z.string(), teacher: z.string() }),
  effect: (tx, { assignment, teacher }, _prepared, now) =>
    effectAgain(tx, { assignment: assignment as AssignmentId, teacher: teacher as PersonId }, now),
});

/** The time of an attempt is over: what is there is handed in, also when no browser is left. */
const attempt = jobKind({
  given: z.object({ attempt: z.string() }),
  prepare: (db, given, now) => prepareEnd(db, given.attempt as AttemptId, now),
  effect: (tx, _given, prepared, now) => effectEnd(tx, prepared, now),
});

/** Every kind of thing that happens at a time. */
export const JOBS = {
  bins,
  uploads,
  rows,
  space,
  compact,
  [HAND_BACK_JOB]: handBack,
  [ATTEMPT_JOB]: attempt,
  [REACH_JOB]: reach,
  [AGAIN_JOB]: again,
  [ANNOUNCE_JOB]: announces,
  [POST_JOB]: timeOf('posted', ({ postedAt }) => postedAt),
  opens: timeOfRules('opens'),
  due: timeOfRules('due'),
  closes: timeOfRules('closes'),
} as const satisfies Readonly<Record<string, AnyJobKind>>;

export type JobKindName = keyof typeof JOBS;

/** What happens every day or hour, put down once. */
export async function addDaily(tx: Queryable, now: Instant): Promise<void> {
  for (const kind of ['bins', 'uploads', 'rows'] as const satisfies readonly JobKindName[])
    await addJob(tx, { kind, key: 'daily', dueAt: now });
  await addJob(tx, { kind: 'space', key: 'daily', dueAt: await nextNight(tx, now) });
}
