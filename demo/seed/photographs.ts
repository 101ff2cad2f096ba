import { rmSync, statSync } from 'node:fs';
import sharp from 'sharp';
import * as Y from 'yjs';
import { addPhotograph } from '@/core/documents/photographs';
import type { AssignmentId, DocumentId, Instant, StepId } from '@/core/ids';
import { documentKind } from '@/core/kinds/document';
import { firstOf } from '@/core/kinds/document/stored';
import { press } from '@/core/press/press';
import { keepTextPicture } from '@/server/doing/documents/text-pictures';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { makeCopy } from '@/store/documents';
import type { Person } from '@/store/people';
import type { DemoAssignment } from '../assignments';
import { done } from './outcomes';
import { sent } from './sent';

/** One photograph as the press sees it: where its page lies, and what should be said of it. */
async function lookedAt(path: string) {
  const { data, info } = await sharp(path).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const pixels = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  const { corners, sure, faults } = press(pixels, { corners: null, turn: 0, look: 'ink' });
  return {
    width: info.width,
    height: info.height,
    corners: corners.flatMap(({ x, y }) => [x / info.width, y / info.height]),
    sure: [...sure],
    faults: [...faults],
  };
}

/** Photographs of pages, taken and not put together yet. */
export async function takePhotographs(
  db: Database,
  student: Person,
  { id, photographs }: DemoAssignment,
  step: StepId,
  at: Instant,
): Promise<void> {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstOf('pages', documentKind('pages').empty as never));
  for (const name of photographs?.taken ?? []) {
    const path = sent(name);
    const { address } = done(await keepTextPicture(db, student, { path, size: statSync(path).size }, at));
    addPhotograph(ydoc, newId(), { src: address, ...(await lookedAt(path)) });
    rmSync(path);
  }
  await makeCopy(db, {
    id: newId() as DocumentId,
    ownerId: student.id,
    assignmentId: id as AssignmentId,
    stepId: step,
    title: `${photographs?.title}, ${student.short_name}`,
    at,
    kind: 'pages',
    firstUpdate: () => Y.encodeStateAsUpdate(ydoc),
  });
}
