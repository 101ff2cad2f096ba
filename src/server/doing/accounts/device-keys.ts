import { createECDH, createHmac, hkdfSync } from 'node:crypto';
import { secretKey } from '@/store/accounts';
import type { Database, Queryable } from '@/store/database';
import type { Person } from '@/store/people';

/** The school's key for devices, read once: it never changes. */
const keys = new WeakMap<object, Promise<Uint8Array>>();

function schoolKey(db: Queryable): Promise<Uint8Array> {
  let key = keys.get(db);
  if (!key) {
    key = secretKey(db, 'devices');
    keys.set(db, key);
  }
  return key;
}

/** By what a browser tells whose words it keeps: nobody can say from it who that is. */
export const deviceTag = async (db: Queryable, person: Person): Promise<string> =>
  createHmac('sha256', await schoolKey(db))
    .update(`tag ${person.id}`)
    .digest('base64url')
    .slice(0, 16);

/** A key of the curve P-256 as JSON Web Key (RFC 7517, RFC 7518 6.2). */
export interface DeviceKey {
  readonly kty: 'EC';
  readonly crv: 'P-256';
  readonly x: string;
  readonly y: string;
  readonly d: string;
}

/**
 * The key with which a browser can open what it has locked away for this person. Its public half locks: a browser keeps
 * that, so that words of somebody who is no longer signed in can be locked by whoever comes next, and by nobody opened.
 */
export async function deviceKey(db: Database, person: Person): Promise<DeviceKey> {
  const key = await schoolKey(db);
  for (let attempt = 0; ; attempt += 1) {
    const seed = Buffer.from(hkdfSync('sha256', key, '', `device ${person.id} ${attempt}`, 32));
    const curve = createECDH('prime256v1');
    try {
      curve.setPrivateKey(seed);
    } catch {
      // Not every number is a key of the curve: the next one is.
      continue;
    }
    const point = curve.getPublicKey();
    const part = (from: number) => point.subarray(from, from + 32).toString('base64url');
    return { kty: 'EC', crv: 'P-256', x: part(1), y: part(33), d: seed.toString('base64url') };
  }
}
