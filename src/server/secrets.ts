import { createHash, randomBytes, randomInt, scrypt, timingSafeEqual } from 'node:crypto';
import { customAlphabet } from 'nanoid';

/** What the hash of a password costs: 2^`ln` rounds of `r` blocks, `p` times. */
export interface HashCost {
  readonly ln: number;
  readonly r: number;
  readonly p: number;
}

/** What a new one costs, about 32 MB (OWASP's password storage advice for scrypt, from memory). */
const COST: HashCost = { ln: 15, r: 8, p: 3 };

/** What every hash cost that was kept without its cost, whatever a new one costs. */
const COST_UNSAID: HashCost = { ln: 15, r: 8, p: 3 };

const derive = (password: string, salt: Buffer, { ln, r, p }: HashCost): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const cost = { N: 2 ** ln, r, p, maxmem: 384 * 2 ** ln * r };
    scrypt(password.normalize('NFKC'), salt, 32, cost, (error, key) => (error ? reject(error) : resolve(key)));
  });

const base64 = (bytes: Buffer): string => bytes.toString('base64').replaceAll('=', '');

/** A salted scrypt hash of a password with its cost, in the PHC string format. */
export async function hashPassword(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return `$scrypt$ln=${cost.ln},r=${cost.r},p=${cost.p}$${base64(salt)}$${base64(key)}`;
}

/** A hash, read. */
function parts(hash: string): { readonly cost: HashCost; readonly salt: Buffer; readonly key: Buffer } {
  const [, ln, r, p, salt = '', key = ''] =
    /^\$scrypt\$ln=(\d{1,2}),r=(\d{1,3}),p=(\d{1,3})\$([^$]+)\$([^$]+)$/.exec(hash) ?? [];
  if (ln !== undefined)
    return {
      cost: { ln: Number(ln), r: Number(r), p: Number(p) },
      salt: Buffer.from(salt, 'base64'),
      key: Buffer.from(key, 'base64'),
    };
  const [, oldSalt = '', oldKey = ''] = hash.split('$');
  return { cost: COST_UNSAID, salt: Buffer.from(oldSalt, 'base64url'), key: Buffer.from(oldKey, 'base64url') };
}

/** Compares in constant time. Without a hash (an unknown name) it takes as long and is false. */
export async function isPassword(password: string, hash: string | null): Promise<boolean> {
  const { cost, salt, key } = parts(hash ?? '');
  const derived = await derive(password, salt, cost);
  return key.length === derived.length && timingSafeEqual(key, derived);
}

/** Does a hash cost something else than a new one would? */
export const isOutdated = (hash: string): boolean => !hash.startsWith(`$scrypt$ln=${COST.ln},r=${COST.r},p=${COST.p}$`);

export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** A code of eight digits that a teacher reads out. */
export const newResetCode = (): string => String(randomInt(0, 100_000_000)).padStart(8, '0');

/** A new id: 16 letters and digits that nobody mistakes for each other. */
export const newId = customAlphabet('23456789abcdefghjkmnpqrstuvwxyz', 16);
