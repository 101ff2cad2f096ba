import { createHash, randomBytes, randomInt, scrypt, timingSafeEqual } from 'node:crypto';
import { customAlphabet } from 'nanoid';

/** Cost of a password hash: 2^15 rounds of 8 blocks, about 32 MB (OWASP's password storage advice for scrypt, from memory). */
const COST = { N: 32_768, r: 8, p: 3, maxmem: 96 * 1024 * 1024 } as const;

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, 32, COST, (error, key) => (error ? reject(error) : resolve(key)));
  });

/** A salted scrypt hash of a password, as text. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt$${salt.toString('base64url')}$${(await derive(password, salt)).toString('base64url')}`;
}

/** Compares in constant time. Without a hash (an unknown name) it takes as long and is false. */
export async function isPassword(password: string, hash: string | null): Promise<boolean> {
  const [, salt = '', key = ''] = (hash ?? '').split('$');
  const derived = await derive(password, Buffer.from(salt, 'base64url'));
  const expected = Buffer.from(key, 'base64url');
  return expected.length === derived.length && timingSafeEqual(expected, derived);
}

export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** A code of eight digits that a teacher reads out. */
export const newResetCode = (): string => String(randomInt(0, 100_000_000)).padStart(8, '0');

/** A new id: 16 letters and digits that nobody mistakes for each other. */
export const newId = customAlphabet('23456789abcdefghjkmnpqrstuvwxyz', 16);
