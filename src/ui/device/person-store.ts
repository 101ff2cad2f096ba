/**
 * Everything that this browser keeps of a person stands under names that begin with the person's tag: words of two
 * people who use one device never meet, and what is whose can be told when somebody leaves.
 */
const FIRST = 'kite:';

/** The tag of whoever is signed in on this page. */
export const personTag = (): string => document.querySelector('[data-device]')?.getAttribute('data-device') || 'nobody';

/** The name under which something of this person is kept. */
export const personKey = (name: string): string => `${FIRST}${personTag()}:${name}`;

/** Whose a name is, and which; `null` for one that is nobody's. */
export function ownerOf(key: string): { readonly tag: string; readonly name: string } | null {
  if (!key.startsWith(FIRST)) return null;
  const end = key.indexOf(':', FIRST.length);
  return end < 0 ? null : { tag: key.slice(FIRST.length, end), name: key.slice(end + 1) };
}

/** Where the divider of the Desk was left, in hundredths for the reading: kept here under no person’s name. */
export const DIVIDER = 'kite-stage';

export const keyOf = (tag: string, name: string): string => `${FIRST}${tag}:${name}`;

/** What is kept under a name: a document, a recording or a photograph that is not sent yet, that something of it is not saved yet, what was typed last, a half-typed text, the key that locks. */
export const NAMES = {
  document: 'document:',
  recording: 'recording:',
  photographs: 'photographs:',
  unsaved: 'unsaved:',
  typed: 'typed:',
  draft: 'draft:',
  lock: 'lock',
};
