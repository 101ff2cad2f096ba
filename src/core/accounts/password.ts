/** Why a password is not taken. */
export type PasswordProblem = 'too-short' | 'common' | 'like-the-name';

/** Fewest letters (OWASP ASVS 5.0, 6.2.1; from memory). */
export const SHORTEST_PASSWORD = 8;

const bare = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/**
 * Whether a password may be set: not too short, none that many people have, and not the person's own name with
 * something added. No rule about kinds of letters: such rules make passwords alike (NIST SP 800-63B, 3.1.1.2; from
 * memory).
 *
 * @param names by which the person is known: the user name and the names
 * @param isCommon whether a password, in small letters, is on a list of common ones
 */
export function passwordProblem(
  password: string,
  names: readonly string[],
  isCommon: (password: string) => boolean,
): PasswordProblem | null {
  if ([...password].length < SHORTEST_PASSWORD) return 'too-short';
  const small = password.normalize('NFKC').toLowerCase().trim();
  const letters = bare(password);
  if (isCommon(small) || isCommon(letters) || new Set(letters).size < 3) return 'common';
  const own = names.map(bare).filter((name) => name.length > 2);
  return own.some((name) => letters.includes(name) && letters.replaceAll(name, '').length <= 4)
    ? 'like-the-name'
    : null;
}
