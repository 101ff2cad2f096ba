import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { wallTime } from '@/core/calendar/due-words';
import { fileType } from '@/core/formats/file-type';
import type { ClassId, Instant } from '@/core/ids';
import { postMaterial } from '@/server/doing/setting/class-things';
import { filesFolder } from '@/server/kite';
import type { Database, Queryable } from '@/store/database';
import { keepFile } from '@/store/files';
import type { Person } from '@/store/people';
import type { DemoMaterial } from '../materials';
import { SCHOOL } from '../school';
import { paragraph } from './briefs';
import { done } from './outcomes';

const FILES = join(process.cwd(), 'demo', 'files');

/** Keeps one of the demo's files, its type told by its bytes. */
export async function keep(tx: Queryable, name: string | undefined, now: Instant): Promise<string | null> {
  if (!name) return null;
  const bytes = new Uint8Array(readFileSync(join(FILES, name)));
  return keepFile(tx, filesFolder(), { bytes, type: fileType(bytes).type, at: now });
}

/** Sets a material that stands in the Class line by itself or hangs on an announcement. */
export async function setMaterial(
  db: Database,
  teacher: Person,
  material: DemoMaterial,
  at: Instant,
  now: Instant,
): Promise<void> {
  const day = (days: number | undefined, hours: number) =>
    days === undefined ? null : wallTime(now, SCHOOL.zone, days, hours, 0);
  const file = await keep(db, material.file, now);
  const draft = {
    title: material.title,
    unit: `${material.classId}-${material.unit}`,
    kind: material.kind,
    body: { type: 'doc' as const, content: material.text.map(paragraph) },
    minutes: material.minutes,
    file: file && material.file ? { sha256: file, name: material.file } : null,
    captions: await keep(db, material.captions, now),
    address: material.address ?? null,
    alt: material.alt ?? null,
    opensAt: day(material.opens, 8),
    closesAt: day(material.closes, 18),
    listed: material.on === undefined,
  };
  done(await postMaterial(db, teacher, { classId: material.classId as ClassId, id: material.id, draft }, at));
}
