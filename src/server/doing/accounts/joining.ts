import { customAlphabet } from 'nanoid';
import type { ClassId, Instant } from '@/core/ids';
import { findClass, roleIn } from '@/store/classes';
import { type Database, read } from '@/store/database';
import {
  addInvite,
  addJoinAttempt,
  addStudent,
  countJoinAttempts,
  findInvite,
  holdJoining,
  takeInvite,
} from '@/store/joining';
import type { Person } from '@/store/people';

const DAY = 86_400_000;
/** Wrong codes within a quarter of an hour before a person has to wait. */
export const JOIN_ATTEMPTS = { within: 15 * 60_000, most: 6 } as const;
const LASTS = 14 * DAY;
const USES = 40;

/** Eight letters and digits that nobody mistakes for each other: 30 to the eighth, about 10 to the twelfth codes. */
const newCode = customAlphabet('23456789ABCDEFGHJKMNPQRSTVWXYZ', 8);

const folded = (code: string): string => code.toUpperCase().replace(/[^0-9A-Z]/g, '');

export type Joined =
  | { readonly ok: true; readonly classId: ClassId; readonly name: string; readonly already: boolean }
  | {
      readonly ok: false;
      readonly code: 'wrong-code' | 'used-up' | 'expired' | 'too-many-attempts' | 'teachers-do-not';
    };

/** Lets a student into the class that a code belongs to. Joining twice changes nothing and uses nothing up. */
export async function joinClass(db: Database, student: Person, code: string, now: Instant): Promise<Joined> {
  if (student.role !== 'student') return { ok: false, code: 'teachers-do-not' };
  return db.transaction(async (tx): Promise<Joined> => {
    await holdJoining(tx, student.id);
    if ((await countJoinAttempts(tx, student.id, now - JOIN_ATTEMPTS.within)) >= JOIN_ATTEMPTS.most) {
      return { ok: false, code: 'too-many-attempts' };
    }
    const invite = await findInvite(tx, folded(code));
    const found = invite && (await read(tx, findClass(invite.class_id)));
    if (!invite || !found || found.ended_at !== null) {
      await addJoinAttempt(tx, student.id, now);
      return { ok: false, code: 'wrong-code' };
    }
    if (await roleIn(tx, student.id, found.id)) return { ok: true, classId: found.id, name: found.name, already: true };
    if (invite.expires_at <= now) return { ok: false, code: 'expired' };
    if (!(await takeInvite(tx, invite.code))) return { ok: false, code: 'used-up' };
    await addStudent(tx, student.id, found.id, now);
    return { ok: true, classId: found.id, name: found.name, already: false };
  });
}

/** Makes a new code for a class; an older one stops working. It lets forty in within two weeks. */
export async function makeInvite(db: Database, teacher: Person, classId: ClassId, now: Instant) {
  const code = newCode();
  const expiresAt = now + LASTS;
  await db.transaction((tx) => addInvite(tx, { code, classId, madeBy: teacher.id, uses: USES, expiresAt }));
  return { ok: true as const, code, expiresAt, uses: USES };
}
