/**
 * A key that is put together from what comes from elsewhere, such as a code of the server, where there are words for
 * it; otherwise another, for which there are.
 *
 * @example t(keyOr(t.has, `problem.${code}`, 'problem.broke'))
 */
export const keyOr = <Key extends string>(has: (key: Key) => boolean, key: string, otherwise: Key): Key =>
  has(key as Key) ? (key as Key) : otherwise;
