import { placeOfDocument, ROLE_RULES } from '@/core/documents/roles';
import type { Instant } from '@/core/ids';
import { factsOf, liesOnShelf, type PieceName } from '@/core/kinds/piece';
import type { Place } from '@/core/places';
import { type State, standing } from '@/core/work/standing';
import { classesOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { documentsOfOwner } from '@/store/documents';
import { factsOfStudent } from '@/store/events';
import type { Person } from '@/store/people';
import { piecesOfOwner } from '@/store/pieces';
import { rulesOf } from '@/store/work';

/** So long what was removed lies in the bin. */
export const BIN_DAYS = 30;

/** One thing on the shelf: a document that was written, or a file or link that was put to some work. */
export interface ShelfItem {
  readonly id: string;
  readonly kind: 'notes' | PieceName;
  /** Its words are here, to be read and taken away. */
  readonly written: boolean;
  readonly title: string;
  /** Where it opens; `null` where it cannot be opened by itself. */
  readonly place: Place | null;
  /** The work it belongs to; `null` for what is one's own. */
  readonly assignment: string | null;
  readonly changedAt: Instant;
  /** How that work stands; `null` for what is one's own. */
  readonly state: State | null;
  readonly size: number | null;
}

export interface ShelfBoard {
  /** The class, or `own`. */
  readonly id: string;
  readonly name: string;
  readonly weave: string;
  readonly past: boolean;
  readonly items: readonly ShelfItem[];
}

/** What was removed and can still be taken out again. */
export interface BinItem {
  readonly id: string;
  readonly kind: 'document' | 'piece';
  readonly title: string;
  readonly assignment: string | null;
  readonly removedAt: Instant;
  readonly goneAt: Instant;
}

/**
 * Everything that a person has made or attached: what is their own, then by class, the running classes before
 * those of the past; the newest first. And what lies in the bin.
 */
export async function shelf(
  db: Queryable,
  person: Person,
  now: Instant,
): Promise<{ readonly boards: readonly ShelfBoard[]; readonly bin: readonly BinItem[] }> {
  const asked = await readTogether(db, {
    documents: documentsOfOwner(person.id),
    pieces: piecesOfOwner(person.id),
    classes: classesOf(person.id),
  });
  const { documents } = asked;
  const pieces = asked.pieces.filter(({ is }) => liesOnShelf(is));
  const works = [...documents, ...pieces].flatMap((one) => (one.assignment_id === null ? [] : [one.assignment_id]));
  const ids = [...new Set(works)];
  const { facts, rules } = await readTogether(db, {
    facts: factsOfStudent(person.id, ids),
    rules: rulesOf(ids, person.id),
  });
  const stateOf = (assignmentId: (typeof ids)[number] | null): State | null => {
    const rule = assignmentId === null ? undefined : rules.get(assignmentId);
    return rule && assignmentId ? standing(facts.get(assignmentId) ?? [], rule, now).state : null;
  };
  const items: { readonly classId: string | null; readonly item: ShelfItem }[] = [];
  for (const document of documents) {
    if (document.removed_at !== null) continue;
    const { id, role, title, assignment, assignment_id: work } = document;
    items.push({
      classId: document.class_id,
      item: {
        id,
        kind: ROLE_RULES[role].onShelf,
        written: true,
        title,
        place: placeOfDocument(document),
        assignment,
        changedAt: document.changed_at,
        state: stateOf(work),
        size: null,
      },
    });
  }
  for (const piece of pieces) {
    if (piece.removed_at !== null) continue;
    items.push({
      classId: piece.class_id,
      item: {
        id: piece.id,
        kind: piece.is.kind,
        written: false,
        title: piece.name,
        place:
          piece.assignment_id === null
            ? null
            : { at: 'desk', assignment: piece.assignment_id, sheet: 'pieces', piece: piece.id },
        assignment: piece.title,
        changedAt: piece.added_at,
        state: stateOf(piece.assignment_id),
        size: factsOf(piece.is).size,
      },
    });
  }
  items.sort((a, b) => b.item.changedAt - a.item.changedAt);
  const of = (classId: string | null) => items.filter((one) => one.classId === classId).map(({ item }) => item);
  const boards: ShelfBoard[] = [{ id: 'own', name: '', weave: 'plain', past: false, items: of(null) }];
  for (const { id, name, weave, ended_at } of asked.classes)
    boards.push({ id, name, weave, past: ended_at !== null, items: of(id) });
  const bin = [
    ...documents.map((document) => ({ ...document, kind: 'document' as const, name: document.title })),
    ...pieces.map((piece) => ({ ...piece, kind: 'piece' as const, assignment: piece.title })),
  ].flatMap(({ id, kind, name, assignment, removed_at }): BinItem[] => {
    const goneAt = removed_at === null ? 0 : removed_at + BIN_DAYS * 86_400_000;
    return removed_at === null || goneAt <= now
      ? []
      : [{ id, kind, title: name, assignment, removedAt: removed_at, goneAt }];
  });
  return { boards, bin: bin.sort((a, b) => b.removedAt - a.removedAt) };
}
