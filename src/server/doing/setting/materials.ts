import type { ClassId, Instant } from '@/core/ids';
import { materialKindOf } from '@/core/kinds/material';
import { fileIn } from '@/core/kinds/piece';
import { type MaterialDraft, TEXT_ALONE } from '@/core/setting/class-things';
import type { KnownMaterial } from '@/core/setting/minutes';
import { times, titled } from '@/core/setting/unmet';
import { filesFolder } from '@/server/kite';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import { roleIn } from '@/store/classes';
import type { Database } from '@/store/database';
import { filePath } from '@/store/files';
import { copyMaterials, findMaterial, keepMaterialChange } from '@/store/materials';
import type { Person } from '@/store/people';
import { findPiece, type StoredPiece } from '@/store/pieces';
import { type NotSet, postMaterial, refusedFor } from './class-things';

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

/** What a teacher changes of a material: its name, from when to when it can be read, its captions, and whether it is there. */
export interface MaterialChange {
  readonly title: string;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
  /** A file of the teacher's shelf with captions; nothing where those that are there stay. */
  readonly captions?: string | undefined;
  readonly removed: boolean;
}

type Changed =
  | { readonly ok: true }
  | NotSet
  | Unread
  | { readonly ok: false; readonly code: 'not-found' | 'no-captions' };

/** The fingerprint of captions on a teacher's shelf; or why there are none. They are read in the workshop. */
async function captionsOf(
  db: Database,
  teacher: Person,
  pieceId: string,
): Promise<string | Exclude<Changed, { ok: true }>> {
  const piece = await findPiece(db, pieceId);
  const own = piece && piece.owner_id === teacher.id && piece.removed_at === null ? fileIn(piece.is) : null;
  if (!own) return { ok: false, code: 'not-found' };
  const done = await workshop().do(teacher.id, 'captions', { path: filePath(filesFolder(), own.sha256) });
  if (!done.ok) return done;
  return done.made ? own.sha256 : { ok: false, code: 'no-captions' };
}

/** Changes a material of a class. Whoever is at it keeps what they see until they come again. */
export async function changeMaterial(
  db: Database,
  teacher: Person,
  at: { readonly classId: ClassId; readonly material: string },
  change: MaterialChange,
  now: Instant,
): Promise<Changed> {
  const { title, opensAt, closesAt, removed } = change;
  const refused = refusedFor([
    ...titled(title).map((code) => ({ part: 'title' as const, id: null, code })),
    ...times({ opensAt, closesAt }).map((code) => ({ part: 'times' as const, id: null, code })),
  ]);
  if (refused) return refused;
  const captions = change.captions === undefined ? null : await captionsOf(db, teacher, change.captions);
  if (captions !== null && typeof captions !== 'string') return captions;
  const kept = await keepMaterialChange(db, {
    ...at,
    title,
    opensAt,
    closesAt,
    captions,
    removedAt: removed ? now : null,
  });
  return kept ? { ok: true } : { ok: false, code: 'not-found' };
}

/** Puts a material of another class of the teacher's into this one, so that its steps can open it. */
export async function takeMaterial(
  db: Database,
  teacher: Person,
  classId: ClassId,
  materialId: string,
  now: Instant,
): Promise<Added> {
  const found = await findMaterial(db, materialId);
  if (!found || found.removed_at !== null || (await roleIn(db, teacher.id, found.class_id)) !== 'teacher')
    return { ok: false, code: 'not-found' };
  const id = newId();
  await copyMaterials(db, classId, [
    { from: materialId, to: id, unit: null, postedAt: now, listed: false, opensAt: null, closesAt: null },
  ]);
  return { ok: true, material: { id, title: found.title, kind: found.kind, minutes: found.minutes } };
}
