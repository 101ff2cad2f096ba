import { sha256Hex } from '@/core/documents/fingerprint';
import { TYPED_INTO } from '@/core/documents/roles';
import { lookAtUpdate } from '@/core/documents/updates';
import type { AssignmentId, DocumentId, Instant, PersonId } from '@/core/ids';
import type { Fact } from '@/core/work/facts';
import { makeMove, type Refusal } from '@/core/work/moves';
import { type OwnTerms, type Rules, rulesFor } from '@/core/work/rules';
import { standing } from '@/core/work/standing';
import { complain } from '@/server/complaints';
import { workshop } from '@/server/workshop';
import { keepLateAnswers } from '@/store/answered';
import { ownTermsOf, stampsOf } from '@/store/arrangements';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import { documentsToType, keptKind } from '@/store/documents';
import { factsOfWorks, type Happening, recordAll, type Work } from '@/store/events';
import { addJob } from '@/store/jobs';
import { appendUpdates, keepVersion, lastTimes, lastUpdates, loadOf, noteLooked, updateBytesOf } from '@/store/updates';
import { rulesOf } from '@/store/work';
import { isOver, writersOf } from './typists';

/** An update that is longer than this is not taken: no sentence is a megabyte. */
export const LONGEST_UPDATE = 2 * 1024 * 1024;
/** All that is stored of one document together. */
const LARGEST_DOCUMENT = 6 * 1024 * 1024;
/** What somebody types at a time. Longer updates are applied in the workshop before they are taken. */
const SMALL = 4096;
/** After so many bytes of small ones the whole is looked through. */
const LOOK_AFTER = 64 * 1024;
/** So many updates of one document are put into one. */
const COMPACT_AFTER = 400;
const MOST_AT_ONCE = 200;
/** So many transactions are written at once on a server: while the disk takes one, the next is made ready. */
const AT_ONCE = 2;
/** For so long, in milliseconds, it is not asked anew what time has done to work. */
const SURE_FOR = 1000;
/** After so long without a change a new sitting begins, and what was there before it is kept. */
const PAUSE = 20 * 60_000;
/** While somebody writes on and on, something is kept this often. */
const HOUR = 60 * 60_000;

export type Saved =
  | { readonly ok: true; readonly at: Instant }
  | {
      readonly ok: false;
      readonly code:
        | Refusal['code']
        | 'time-over'
        | 'malformed'
        | 'too-long'
        | 'too-intricate'
        | 'too-busy'
        | 'gone'
        | 'broke';
    };

interface Waiting {
  readonly ownerId: PersonId;
  readonly documentId: DocumentId;
  readonly update: Uint8Array;
  /** It was seen together with the whole document, and fits. */
  readonly looked: boolean;
  readonly answer: (saved: Saved | typeof LOOK_FIRST) => void;
}

/** The document holds too much already: this update has to be looked at together with it. */
const LOOK_FIRST = { ok: false, code: 'look-first' } as const;

/**
 * Appends what students type. Updates that arrive while a transaction is being written wait and go into
 * the next one together, so that fifty writers cost one sync of the disk and not fifty. An answer is
 * given only after the commit.
 */
export class Saving {
  #waiting: Waiting[] = [];
  /** Transactions that are being written. */
  #writing = 0;
  /** What goes on beside the writing and is waited for by nobody who types. */
  readonly #beside = new Set<Promise<void>>();
  /**
   * Works of which it was decided a moment ago that they may be typed into, each with its stamp then. What time alone changes
   * may be a second late; whatever anybody does changes the stamp, which is asked for with every batch.
   */
  readonly #underWay = new Map<string, { readonly stamp: string; readonly at: Instant }>();
  /** When a document was last changed, and when a version of it was last kept. */
  readonly #times = new Map<DocumentId, { changed: Instant; kept: Instant }>();

  constructor(
    private readonly db: Database,
    private readonly now: () => Instant = Date.now,
    /** The name of this process; the others hear under it what was typed. Empty where nobody has to. */
    private readonly process = '',
  ) {}

  /** Saves one update of a document of this person; the caller has checked whose it is. */
  async save(ownerId: PersonId, documentId: DocumentId, update: Uint8Array): Promise<Saved> {
    if (update.byteLength > LONGEST_UPDATE) return { ok: false, code: 'too-long' };
    if (update.byteLength <= SMALL) {
      const found = lookAtUpdate(update);
      if (found !== null) return { ok: false, code: found === 'malformed' ? found : 'too-intricate' };
      const saved = await this.#queue({ ownerId, documentId, update, looked: false });
      if (saved !== LOOK_FIRST) return saved as Saved;
    }
    const refused = await this.#lookAtWhole(ownerId, documentId, update);
    return refused ?? ((await this.#queue({ ownerId, documentId, update, looked: true })) as Saved);
  }

  #queue(given: Omit<Waiting, 'answer'>): Promise<Saved | typeof LOOK_FIRST> {
    return new Promise((answer) => {
      this.#waiting.push({ ...given, answer });
      void this.#write();
    });
  }

  async #write(): Promise<void> {
    if (this.#writing >= (this.db.alone ? 1 : AT_ONCE)) return;
    this.#writing += 1;
    while (this.#waiting.length > 0) {
      // The database answers within this process, before any other socket is read: without this turn of the
      // event loop every update would be a transaction of its own, and pages would wait behind them all.
      await new Promise((resolve) => setImmediate(resolve));
      const batch = this.#waiting.splice(0, MOST_AT_ONCE);
      let answers: (Saved | typeof LOOK_FIRST)[];
      try {
        answers = await this.db.transaction((tx) => this.#append(tx, batch));
      } catch (error) {
        complain('saving', error);
        answers = batch.map(() => ({ ok: false, code: 'broke' }));
      }
      for (const [i, waiting] of batch.entries()) waiting.answer(answers[i] as Saved | typeof LOOK_FIRST);
    }
    this.#writing -= 1;
  }

  #goOn(work: Promise<void>): void {
    this.#beside.add(work);
    void work.finally(() => this.#beside.delete(work));
  }

  /** Waits until versions are kept. */
  async settled(): Promise<void> {
    while (this.#beside.size > 0) await Promise.all(this.#beside);
  }

  /** Why an update is not taken, seen together with everything that is stored of its document. */
  async #lookAtWhole(ownerId: PersonId, documentId: DocumentId, update: Uint8Array): Promise<Saved | null> {
    const load = await loadOf(this.db, documentId);
    if (update.byteLength + (load?.bytes ?? 0) > LARGEST_DOCUMENT) return { ok: false, code: 'too-long' };
    const kind = await keptKind(this.db, documentId);
    if (kind === null) return { ok: false, code: 'gone' };
    const updates = await updateBytesOf(this.db, documentId);
    const done = await workshop().do(ownerId, 'admit', { kind, updates, update });
    if (!done.ok) return { ok: false, code: done.code };
    if (done.made !== null) return { ok: false, code: done.made === 'malformed' ? 'malformed' : 'too-intricate' };
    await noteLooked(this.db, documentId, false);
    return null;
  }

  /** Keeps what a document was where a new sitting begins, or when nothing was kept for an hour. */
  async #keepMoment(tx: Queryable, ownerId: PersonId, documentId: DocumentId, at: Instant): Promise<void> {
    let times = this.#times.get(documentId);
    if (!times) {
      const stored = await lastTimes(tx, documentId);
      times = { changed: stored?.changed ?? at, kept: stored?.kept ?? stored?.changed ?? at };
      if (this.#times.size > 5000) this.#times.clear();
      this.#times.set(documentId, times);
    }
    const paused = at - times.changed >= PAUSE && times.changed > times.kept - 1;
    const long = at - times.kept >= HOUR;
    times.changed = at;
    if (!paused && !long) return;
    times.kept = at;
    const last = (await lastUpdates(tx, [documentId])).get(documentId) ?? 0;
    this.#goOn(this.#keepVersion(ownerId, { documentId, last, at, reason: paused ? 'pause' : 'hour' }));
  }

  /** Keeps a version of a document as it was with the updates up to a number. Nobody waits for it. */
  async #keepVersion(
    ownerId: PersonId,
    { documentId, last, at, reason }: { documentId: DocumentId; last: number; at: Instant; reason: string },
  ): Promise<void> {
    try {
      const updates = await updateBytesOf(this.db, documentId, last + 1);
      const done = await workshop().do(ownerId, 'compact', { updates });
      if (done.ok) await keepVersion(this.db, { documentId, at, reason, state: done.made });
    } catch (error) {
      complain('keeping a version', error);
    }
  }

  async #append(tx: Queryable, batch: readonly Waiting[]): Promise<(Saved | typeof LOOK_FIRST)[]> {
    const at = this.now();
    const documents = new Map(
      (await documentsToType(tx, [...new Set(batch.map(({ documentId }) => documentId))])).map((found) => [
        found.id,
        found,
      ]),
    );
    const mayType = await writersOf(tx, [...documents.values()], batch);
    const works = [...documents.values()].flatMap((document) => {
      const { id, role, assignment_id: assignmentId, class_id: classId, owner_id: studentId } = document;
      const closes = !TYPED_INTO[role].alwaysOpen && assignmentId !== null && classId !== null;
      return closes ? [{ id, assignmentId, classId, studentId }] : [];
    });
    const begun = new Map<string, Happening>();
    const verdicts = new Map<DocumentId, Saved>();
    // Notes and documents of one's own take whatever is typed, at any time.
    for (const { id, role, removed } of documents.values())
      if (TYPED_INTO[role].alwaysOpen) verdicts.set(id, removed ? { ok: false, code: 'gone' } : { ok: true, at });
    // What is decided now holds until it is stored: nobody acts on these works meanwhile.
    const stamps = works.length === 0 ? new Map<string, string>() : await read(tx, stampsOf(works));
    const open = works.filter(({ id, assignmentId, studentId }) => {
      const key = workKey(assignmentId, studentId);
      const known = this.#underWay.get(key);
      const same = known !== undefined && known.stamp === stamps.get(key) && at - known.at < SURE_FOR && at >= known.at;
      if (same) verdicts.set(id, { ok: true, at });
      return !same;
    });
    const { rules, terms, facts } = await rulesAndFacts(tx, open);
    for (const { id, assignmentId, studentId, classId } of open) {
      const key = workKey(assignmentId, studentId);
      const own: readonly Fact[] = facts.get(key) ?? [];
      const general = rules.get(assignmentId);
      if (!general) continue;
      const rule = rulesFor(general, terms.get(key) ?? { extra: 0, joinedAt: null });
      const moved = makeMove(own, { kind: 'edit' }, at, rule);
      // What was typed before the closing time may arrive after it. It is kept; it just cannot be handed in.
      const kept = moved.ok || moved.code === 'closed';
      verdicts.set(id, kept ? { ok: true, at } : { ok: false, code: moved.code });
      this.#underWay.delete(key);
      if (!moved.ok) continue;
      if (!standing(own, rule, at).begun)
        begun.set(key, { kind: 'edited', at, classId, assignmentId, studentId, actorId: studentId });
      else this.#underWay.set(key, { stamp: stamps.get(key) ?? '', at });
    }
    if (this.#underWay.size > 5000) this.#underWay.clear();
    await recordAll(tx, [...begun.values()]);
    const late: { readonly documentId: DocumentId; readonly sha256: string; readonly update: Uint8Array }[] = [];
    const answers = batch.map(({ documentId, ownerId, update, looked }): Saved | typeof LOOK_FIRST => {
      const document = documents.get(documentId);
      if (!document || !mayType(document, ownerId)) return { ok: false, code: 'gone' };
      if (document.bytes + update.byteLength > LARGEST_DOCUMENT) return { ok: false, code: 'too-long' };
      if (isOver(document, at)) {
        late.push({ documentId, sha256: sha256Hex(update), update });
        return { ok: false, code: 'time-over' };
      }
      if (document.over && !looked) return LOOK_FIRST;
      return verdicts.get(documentId) ?? { ok: false, code: 'gone' };
    });
    // What comes after the end of an attempt counts for nothing by itself, and is not thrown away.
    await keepLateAnswers(tx, late, at);
    const taken = batch.filter((_, i) => answers[i]?.ok);
    if (taken.length > 0) {
      const ownerOf = new Map(taken.map(({ documentId, ownerId }) => [documentId, ownerId]));
      for (const [documentId, ownerId] of ownerOf) await this.#keepMoment(tx, ownerId, documentId, at);
      const loads = await appendUpdates(
        tx,
        taken.map(({ documentId, update }) => ({ documentId, update, at })),
        this.db.alone ? '' : this.process,
      );
      for (const { document_id: document, updates: n, bytes, looked } of loads) {
        if (n < COMPACT_AFTER && bytes - looked < LOOK_AFTER) continue;
        const given = { document, owner: ownerOf.get(document), whole: n >= COMPACT_AFTER };
        await addJob(tx, { kind: 'compact', key: document, dueAt: at, given });
      }
    }
    return answers;
  }
}

/** What it takes to decide about some works; nothing is asked for none. */
const rulesAndFacts = async (
  tx: Queryable,
  works: readonly Work[],
): Promise<{
  readonly rules: ReadonlyMap<AssignmentId, Rules>;
  readonly terms: ReadonlyMap<string, OwnTerms>;
  readonly facts: ReadonlyMap<string, readonly Fact[]>;
}> =>
  works.length === 0
    ? { rules: new Map(), terms: new Map(), facts: new Map() }
    : readTogether(tx, {
        rules: rulesOf([...new Set(works.map((work) => work.assignmentId))], null),
        terms: ownTermsOf(works),
        facts: factsOfWorks(works),
      });

/** One student's work on one assignment, as a key. */
export const workKey = (assignmentId: AssignmentId, studentId: PersonId): string => `${assignmentId} ${studentId}`;
