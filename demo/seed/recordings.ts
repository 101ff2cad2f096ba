import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { readVtt } from '@/core/formats/webvtt';
import type { AssignmentId, Instant, StepId } from '@/core/ids';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { look } from '@/server/doing/pieces/looking-into';
import { changePiece, takeUpload } from '@/server/doing/pieces/pieces';
import { fingerprint } from '@/server/fingerprint';
import { filesFolder } from '@/server/kite';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { recordAll } from '@/store/events';
import type { Person } from '@/store/people';
import type { DemoAssignment } from '../assignments';
import { done } from './outcomes';
import { sent } from './sent';

/** What a student has said at a step, as a file that came from their device, and handed in. */
export async function sayAndHandIn(
  db: Database,
  student: Person,
  { id, classId, record }: DemoAssignment,
  at: Instant,
): Promise<void> {
  if (!record?.said) return;
  const assignmentId = id as AssignmentId;
  const path = sent(record.said);
  const [{ sha256 }, { size }] = [await fingerprint(path), statSync(path)];
  const looked = done(await look(student, path, 'audio/webm', size));
  const file = { path, folder: filesFolder(), sha256, type: 'audio/webm', size, ...pick(looked) };
  const step = `${id}-1` as StepId;
  const piece = newId();
  done(
    await takeUpload(db, student, { id: piece, assignmentId, stepId: step, name: `${record.title}.webm`, file }, at),
  );
  if (record.captions) {
    const cues = readVtt(readFileSync(join(process.cwd(), 'demo', 'files', record.captions), 'utf8'));
    const lines = cues.map(({ from, words }) => ({ at: from, words }));
    done(await changePiece(db, student, piece, { act: 'caption', lines }, at));
  }
  const base = { classId: classId as never, assignmentId, studentId: student.id, actorId: student.id };
  await recordAll(db, [{ ...base, kind: 'step-done', at, data: { step } }]);
  done(await handIn(db, student, { assignmentId, act: `demo-${id}`, note: '' }, at + 60_000));
}

const pick = ({ pages, seconds }: { readonly pages: number | null; readonly seconds: number | null }) => ({
  pages,
  seconds,
});
