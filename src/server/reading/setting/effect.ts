import type { DocumentId, StepId } from '@/core/ids';
import { type ReachedPlace, reachedPlaces } from '@/core/setting/asked';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import { type Queryable, read } from '@/store/database';
import { findDraftDocument } from '@/store/drafts';
import type { Person } from '@/store/people';
import { copiesOfSteps, versionOf } from '@/store/postings';
import { updatesOf } from '@/store/updates';
import { readDraftDocument } from './drafts';

/** What posting it again would do with one question: how many copies there are, and how many of them have answered it. */
export type PlaceEffect = Omit<ReachedPlace, 'id'> & {
  readonly step: string;
  readonly copies: number;
  readonly answered: number;
};

type Effect =
  | { readonly ok: true; readonly places: readonly PlaceEffect[] }
  | Unread
  | { readonly ok: false; readonly code: 'not-found' };

/** So many copies are read together. */
const TOGETHER = 25;

/** Which places are answered in each of some copies, read in the workshop for one person. */
async function answeredIn(
  db: Queryable,
  teacher: Person,
  copies: readonly DocumentId[],
): Promise<readonly ReadonlySet<string>[] | Unread> {
  const found: ReadonlySet<string>[] = [];
  for (let at = 0; at < copies.length; at += TOGETHER) {
    const some = await Promise.all(copies.slice(at, at + TOGETHER).map((id) => updatesOf(db, id)));
    const updates = some.map((all) => all.map(({ update }) => update));
    const done = await workshop().do(teacher.id, 'answeredIn', { copies: updates });
    if (!done.ok) return done;
    found.push(...done.made.map((ids) => new Set(ids)));
  }
  return found;
}

/** What posting a draft again would do to the copies that students have begun, question by question. Nothing of it is done. */
export async function effectOf(db: Queryable, teacher: Person, documentId: DocumentId): Promise<Effect> {
  const found = await read(db, findDraftDocument(documentId));
  const newest = found?.assignment_id ? await read(db, versionOf(found.assignment_id)) : null;
  if (!found || !newest) return { ok: false, code: 'not-found' };
  const stored = await readDraftDocument(db, teacher, documentId);
  if (!stored.ok) return stored;
  const before = new Map(newest.brief.steps.map((step) => [step.id, step]));
  const changed = stored.draft.steps.flatMap((step) => {
    const starter = before.get(step.id)?.starter;
    const places = starter && step.starter ? reachedPlaces(starter, step.starter) : [];
    return places.length === 0 ? [] : [{ step, places }];
  });
  const copies = await read(db, copiesOfSteps(changed.map(({ step }) => step.id as StepId)));
  const answered = await answeredIn(
    db,
    teacher,
    copies.map(({ id }) => id),
  );
  if ('ok' in answered) return answered;
  return {
    ok: true,
    places: changed.flatMap(({ step, places }) => {
      const own = answered.filter((_, i) => copies[i]?.step_id === step.id);
      return places.map(({ id, ...place }) => ({
        ...place,
        step: step.title,
        copies: own.length,
        answered: own.filter((ids) => ids.has(id)).length,
      }));
    }),
  };
}
