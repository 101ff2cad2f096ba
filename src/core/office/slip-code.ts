const DAY = 86_400_000;

/** What can be printed for somebody: whether a password is chosen with it, and how long it is good, in milliseconds. */
export const SLIPS = {
  /** With it a password is chosen, once. */
  once: { choosesPassword: true, lasts: 30 * DAY },
  /** With it somebody signs in each time, until it is taken back. */
  card: { choosesPassword: false, lasts: 400 * DAY },
} as const;

export type SlipKind = keyof typeof SLIPS;
export const SLIP_KINDS = Object.keys(SLIPS) as [SlipKind, ...SlipKind[]];

/**
 * Letters and digits that nobody mistakes for each other: 32 of them, five bits each (Crockford's base 32 leaves out I, L, O and
 * U; from memory).
 */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/** Bits of chance in the code of a slip: nobody guesses it, so what is kept of it is a fast hash. */
export const SLIP_BITS = 80;

/** The code of a slip out of ten bytes: sixteen signs in four groups, as it is printed. */
export function slipCode(bytes: Uint8Array): string {
  let value = 0n;
  for (const byte of bytes) value = (value << 8n) | BigInt(byte);
  const signs = Array.from(
    { length: SLIP_BITS / 5 },
    (_, i) => SIGNS[Number((value >> BigInt(SLIP_BITS - 5 * (i + 1))) & 31n)],
  );
  return (signs.join('').match(/.{4}/g) ?? []).join('-');
}

/** A code as it is compared, however somebody typed it: with small letters, without dashes, O for 0 and I or L for 1. */
export const foldedSlipCode = (typed: string): string =>
  typed
    .toUpperCase()
    .replace(/[^0-9A-Z]/g, '')
    .replaceAll('O', '0')
    .replace(/[IL]/g, '1');
