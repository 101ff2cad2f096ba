const LONGEST_NAME = 160;

/** A name without what would hide or mislead: no control signs, no marks that turn the direction, no path. */
export const cleanName = (name: string): string =>
  name
    // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is taken out
    .replace(/[\u0000-\u001f\u007f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .replace(/^.*[\\/]/, '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(-LONGEST_NAME);

/** A name that no other of the same work has: two files with one name are told apart by a number. */
export function distinctName(name: string, taken: Iterable<string>): string {
  const others = new Set([...taken].map((other) => other.toLocaleLowerCase()));
  if (!others.has(name.toLocaleLowerCase())) return name;
  const [, stem = name, ending = ''] = /^(.+?)(\.[^.]{1,5})?$/s.exec(name) ?? [];
  for (let n = 2; ; n += 1) {
    const next = `${stem} (${n})${ending}`;
    if (!others.has(next.toLocaleLowerCase())) return next;
  }
}
