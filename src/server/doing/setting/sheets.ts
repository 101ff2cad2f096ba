import { rm } from 'node:fs/promises';
import type { ClassId, Instant } from '@/core/ids';
import type { GivenSheets } from '@/core/pages/given';
import { filesFolder } from '@/server/kite';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import { adoptFile, filePath } from '@/store/files';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { keepPictureOwner } from '@/store/text-pictures';
import type { SheetsProblem } from '@/workshop/sheets';

export type MadeSheets =
  | { readonly ok: true; readonly sheets: GivenSheets }
  | { readonly ok: false; readonly code: SheetsProblem | 'not-found' | 'too-intricate' | 'too-busy' };

const PDF = 'application/pdf';

/**
 * Makes a material of a class something to write on. Its file is the teacher's to show from then on, as a picture of a text is:
 * once it is posted, the class reads it, and what was handed in keeps it whatever becomes of the material.
 */
export async function sheetsOf(
  db: Database,
  teacher: Person,
  at: { readonly class: ClassId; readonly material: string },
  now: Instant,
): Promise<MadeSheets> {
  const material = await findMaterial(db, at.material);
  if (!material?.file_sha256 || material.class_id !== at.class || material.removed_at !== null)
    return { ok: false, code: 'not-found' };
  const type = material.file_type ?? '';
  const done = await workshop().do(teacher.id, 'sheets', { path: filePath(filesFolder(), material.file_sha256), type });
  if (!done.ok) return done;
  const looked = done.made;
  if (!looked.ok) return looked;
  const { made } = looked;
  const sha256 = made?.sha256 ?? material.file_sha256;
  try {
    await db.transaction(async (tx) => {
      if (made) await adoptFile(tx, filesFolder(), { ...made, type: PDF, at: now });
      await keepPictureOwner(tx, sha256, teacher.id);
    });
  } finally {
    if (made) await rm(made.path, { force: true });
  }
  return {
    ok: true,
    sheets: {
      file: {
        src: `/api/text-pictures/${sha256}`,
        type: made ? PDF : type,
        name: (material.file_name ?? material.title).slice(0, 200),
      },
      sheets: [...looked.sheets],
      // Their names are of this step alone: a file may be written on in several.
      boxes: looked.boxes.map((box) => ({ ...box, id: newId() })),
    },
  };
}
