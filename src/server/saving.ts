import * as Y from 'yjs';
import { isUpdate } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId, Instant, PersonId } from '@/core/ids';
import type { Fact } from '@/core/work/facts';
import { makeMove, type Refusal } from '@/core/work/moves';
import { withExtraTime } from '@/core/work/rules';
import { standing } from '@/core/work/standing';
import { extraTimes } from '@/store/arrangements';
import type { Database, Queryable } from '@/store/database';
import { appendUpdates, compact, documentsById, keepVersion, lastTimes, loadDocument } from '@/store/documents';
import { factsOfStudents, type Happening, recordAll, rulesOf } from '@/store/work';

/** An update that is longer than this is not taken: no sentence is a megabyte. */
export const LONGEST_UPDATE = 4 * 1024 * 1024;
/** So many updates of one document are put into one. */
const COMPACT_AFTER = 400;
const MOST_AT_ONCE = 200;
/** After so long without a change a new sitting begins, and what was there before it is kept. */
const PAUSE = 20 * 60_000;
/** While somebody writes on and on, something is kept this often. */
const HOUR = 60 * 60_000;

export type Saved =
  | { readonly ok: true; readonly at: Instant }
  | { readonly ok: false; readonly code: Refusal['code'] | 'malformed' | 'too-long' | 'gone' | 'broke' };

interface Waiting {
  readonly ownerId: PersonId;
  readonly documentId: DocumentId;
  readonly update: Uint8Array;
  readonly answer: (saved: Saved) => void;
}

/**
 * Appends what students type. Updates that arrive while a transaction is being written wait and go into
 * the next one together, so that fifty writers cost one sync of the disk and not fifty. An answer is
 * given only after the commit.
 */
export class Saving {
  #waiting: Waiting[] = [];
  #writing = false;
  readonly #appended = new Map<DocumentId, number>();
  readonly #long = new Set<DocumentId>();
  /** When a document was last changed, and when a version of it was last kept. */
  readonly #times = new Map<DocumentId, { changed: Instant; kept: Instant }>();

  constructor(
    private readonly db: Database,
    private readonly now: () => Instant = Date.now,
  ) {}

  /** Saves one update of a document of this person; the caller has checked whose it is. */
  save(ownerId: PersonId, documentId: DocumentId, update: Uint8Array): Promise<Saved> {
    if (update.byteLength > LONGEST_UPDATE) return Promise.resolve({ ok: false, code: 'too-long' });
    if (!isUpdate(update)) return Promise.resolve({ ok: false, code: 'malformed' });
    return new Promise((answer) => {
      this.#waiting.push({ ownerId, documentId, update, answer });
      void this.#write();
    });
  }

  async #write(): Promise<void> {
    if (this.#writing) return;
    this.#writing = true;
    while (this.#waiting.length > 0) {
      // The database answers within this process, before any other socket is read: without this turn of the
      // event loop every update would be a transaction of its own, and pages would wait behind them all.
      await new Promise((resolve) => setImmediate(resolve));
      const batch = this.#waiting.splice(0, MOST_AT_ONCE);
      let answers: Saved[];
      try {
        answers = await this.db.transaction((tx) => this.#append(tx, batch));
      } catch (error) {
        console.error('saving broke', error);
        answers = batch.map(() => ({ ok: false, code: 'broke' }));
      }
      for (const [i, waiting] of batch.entries()) waiting.answer(answers[i] as Saved);
      this.#count(batch);
      await this.#compactOne();
    }
    this.#writing = false;
  }

  /** Keeps what a document was where a new sitting begins, or when nothing was kept for an hour. */
  async #keepMoment(tx: Queryable, documentId: DocumentId, at: Instant): Promise<void> {
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
    const ydoc = await loadDocument(tx, documentId);
    const state = Y.encodeStateAsUpdate(ydoc);
    ydoc.destroy();
    await keepVersion(tx, { documentId, at, reason: paused ? 'pause' : 'hour', state });
  }

  async #append(tx: Queryable, batch: readonly Waiting[]): Promise<Saved[]> {
    const at = this.now();
    const documents = new Map(
      (await documentsById(tx, [...new Set(batch.map(({ documentId }) => documentId))])).map((found) => [
        found.id,
        found,
      ]),
    );
    const works = [...documents.values()].filter((document) => document.kind === 'text');
    const assignments = [...new Set(works.map((work) => work.assignment_id))];
    const owners = [...new Set(works.map((work) => work.owner_id))];
    const rules = await rulesOf(tx, assignments, null);
    const more = await extraTimes(tx, assignments, owners);
    const facts = await factsOfStudents(tx, owners, assignments);
    const begun = new Map<string, Happening>();
    const verdicts = new Map<DocumentId, Saved>();
    // Notes and documents of one's own take whatever is typed, at any time.
    for (const { id, kind, removed_at } of documents.values()) {
      if (kind !== 'text') verdicts.set(id, removed_at === null ? { ok: true, at } : { ok: false, code: 'gone' });
    }
    for (const document of works) {
      const { assignment_id: assignmentId, owner_id: studentId, class_id: classId } = document;
      const key = workKey(assignmentId, studentId);
      const own: readonly Fact[] = facts.get(key) ?? [];
      const general = rules.get(assignmentId);
      if (!general) continue;
      const rule = withExtraTime(general, more.get(key) ?? 0);
      const moved = makeMove(own, { kind: 'edit' }, at, rule);
      // What was typed before the closing time may arrive after it. It is kept; it just cannot be handed in.
      const kept = moved.ok || moved.code === 'closed';
      verdicts.set(document.id, kept ? { ok: true, at } : { ok: false, code: moved.code });
      if (moved.ok && !standing(own, rule, at).begun) {
        begun.set(key, { kind: 'edited', at, classId, assignmentId, studentId, actorId: studentId });
      }
    }
    await recordAll(tx, [...begun.values()]);
    const answers = batch.map(({ documentId, ownerId }): Saved => {
      const document = documents.get(documentId);
      if (!document || document.owner_id !== ownerId) return { ok: false, code: 'gone' };
      return verdicts.get(documentId) ?? { ok: false, code: 'gone' };
    });
    const taken = batch.filter((_, i) => answers[i]?.ok);
    if (taken.length > 0) {
      for (const documentId of new Set(taken.map((one) => one.documentId))) await this.#keepMoment(tx, documentId, at);
      await appendUpdates(
        tx,
        taken.map(({ documentId, update }) => ({ documentId, update, at })),
      );
    }
    return answers;
  }

  #count(batch: readonly Waiting[]): void {
    for (const { documentId } of batch) {
      const appended = (this.#appended.get(documentId) ?? 0) + 1;
      this.#appended.set(documentId, appended);
      if (appended >= COMPACT_AFTER) this.#long.add(documentId);
    }
  }

  /** Puts the updates of one long document together: one between two batches, so that nobody waits for many. */
  async #compactOne(): Promise<void> {
    const [documentId] = this.#long;
    if (documentId === undefined) return;
    this.#long.delete(documentId);
    this.#appended.delete(documentId);
    await this.db
      .transaction((tx) => compact(tx, documentId, this.now()))
      .catch((error: unknown) => console.error('compacting broke', error));
  }
}

/** One student's work on one assignment, as a key. */
export const workKey = (assignmentId: AssignmentId, studentId: PersonId): string => `${assignmentId} ${studentId}`;
