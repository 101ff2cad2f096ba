import type { ClassId, Instant } from '@/core/ids';
import { materialKindOf } from '@/core/kinds/material';
import { fileIn } from '@/core/kinds/piece';
import { type MaterialDraft, TEXT_ALONE } from '@/core/setting/class-things';
import type { KnownMaterial } from '@/core/setting/minutes';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { findPiece, type StoredPiece } from '@/store/pieces';
import { type NotSet, postMaterial } from './class-things';

/** Something to be read, seen or heard, as a teacher gives it: an address, or a file of their shelf. */
export type GivenMaterial = { readonly title: string; readonly unit: string | null; readonly listed: boolean } & (
  | { readonly address: string }
  | { readonly piece: string }
);

type Added =
  | { readonly ok: true; readonly material: KnownMaterial }
  | NotSet
  | { readonly ok: false; readonly code: 'not-found' };

/** Two minutes a page, where its pages are known (common practice). */
const minutesFor = (pages: number | null): number => (pages === null ? 0 : pages * 2);

const nothing = {
  ...TEXT_ALONE,
  body: { type: 'doc' as const, content: [{ type: 'paragraph' as const }] },
  minutes: 0,
};

/** Of a file on somebody's shelf, what it is as a material; `null` for what is no file of theirs. */
function fileOf(piece: StoredPiece | null, teacher: Person): Partial<MaterialDraft> | null {
  if (!piece || piece.owner_id !== teacher.id || piece.removed_at !== null) return null;
  const file = fileIn(piece.is);
  if (!file) return null;
  const { sha256, type, pages } = file;
  return {
    kind: materialKindOf(type),
    file: { sha256, name: piece.name },
    minutes: minutesFor(pages),
    alt: piece.name,
  };
}

/** Puts a material into a class, so that steps and announcements can open it. */
export async function giveMaterial(
  db: Database,
  teacher: Person,
  classId: ClassId,
  given: GivenMaterial,
  now: Instant,
): Promise<Added> {
  const { title, unit, listed } = given;
  const made =
    'address' in given
      ? { kind: 'link' as const, address: given.address }
      : fileOf(await findPiece(db, given.piece), teacher);
  if (made === null) return { ok: false, code: 'not-found' };
  const draft: MaterialDraft = { ...nothing, ...made, title, unit, listed };
  const added = await postMaterial(db, teacher, { classId, draft }, now);
  if (!added.ok) return added;
  return { ok: true, material: { id: added.material, title, kind: draft.kind, minutes: draft.minutes } };
}
