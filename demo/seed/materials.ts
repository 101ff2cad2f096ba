import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { wallTime } from '@/core/calendar/due-words';
import { fileType } from '@/core/formats/file-type';
import type { Instant } from '@/core/ids';
import { filesFolder } from '@/server/kite';
import type { Queryable } from '@/store/database';
import { json, time } from '@/store/database';
import { keepFile } from '@/store/files';
import { MATERIALS } from '../materials';
import { SCHOOL } from '../school';
import { paragraph } from './briefs';

const FILES = join(process.cwd(), 'demo', 'files');

/** Keeps one of the demo's files, its type told by its bytes. */
export async function keep(tx: Queryable, name: string | undefined, now: Instant): Promise<string | null> {
  if (!name) return null;
  const bytes = new Uint8Array(readFileSync(join(FILES, name)));
  return keepFile(tx, filesFolder(), { bytes, type: fileType(bytes).type, at: now });
}

/** The materials that stand in the Class line by themselves or hang on an announcement. */
export async function addMaterials(tx: Queryable, now: Instant): Promise<void> {
  for (const [i, material] of MATERIALS.entries()) {
    const day = (days: number | undefined, hours: number) =>
      days === undefined ? null : time(wallTime(now, SCHOOL.zone, days, hours, 0));
    await tx.query(
      `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed, kind, file_sha256,
         file_name, captions_sha256, address, alt, opens_at, closes_at)
       VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)`,
      [
        material.id,
        material.classId,
        `${material.classId}-${material.unit}`,
        50 + i,
        material.title,
        json({ type: 'doc', content: material.text.map(paragraph) }),
        material.minutes,
        day(material.days, 9),
        material.on === undefined,
        material.kind,
        await keep(tx, material.file, now),
        material.file ?? null,
        await keep(tx, material.captions, now),
        material.address ?? null,
        material.alt ?? null,
        day(material.opens, 8),
        day(material.closes, 18),
      ],
    );
    if (material.on) {
      await tx.query(
        'INSERT INTO announcement_attachment (announcement_id, position, material_id) VALUES ($1, 1, $2)',
        [material.on, material.id],
      );
    }
  }
}
