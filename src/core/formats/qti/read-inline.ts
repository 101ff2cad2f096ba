import { type AnyNode, type Element, isText } from 'domhandler';
import type { SetQuestion } from '../../kinds/question';
import { plainly } from '../../kinds/question/mapping';
import { isElement, textOf } from '../markup';
import type { Declared } from './declared';
import { attribute, children, named, nameOf } from './names';
import type { Reading } from './reading';

export const INLINE_NAMES: ReadonlySet<string> = new Set(['textEntryInteraction', 'inlineChoiceInteraction']);

const BREAKS = new Set(['p', 'div', 'li', 'blockquote', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'tr']);

/** No white space around the ends of lines, and no empty lines. */
const folded = (text: string): string =>
  text
    .split('\n')
    .map((one, i) => (i > 0 ? one.trimStart() : one))
    .map((one, i, all) => (i < all.length - 1 ? one.trimEnd() : one))
    .filter((one, i, all) => one !== '' || i === 0 || i === all.length - 1)
    .join('\n');

/** The words of a body in reading order, with something else in the place of some elements. */
function wordsAround(node: Element, places: ReadonlySet<Element>): (string | Element)[] {
  const out: (string | Element)[] = [];
  const say = (text: string) => {
    const last = out.at(-1);
    if (typeof last === 'string') out[out.length - 1] = `${last}${text}`;
    else out.push(text);
  };
  const walk = (at: AnyNode): void => {
    if (isText(at)) {
      say(at.data.replace(/\s+/g, ' '));
      return;
    }
    if (!isElement(at)) return;
    if (places.has(at)) {
      out.push(at);
      return;
    }
    for (const inner of at.children) walk(inner);
    if (BREAKS.has(at.name)) say('\n');
  };
  for (const inner of node.children) walk(inner);
  return out.map((piece) => (typeof piece === 'string' ? folded(piece) : piece));
}

/** All that counts as right: what is said to be, and what is worth something. */
function acceptedIn({ correct, mapping }: Declared): readonly string[] {
  const worth = mapping ? Object.keys(mapping.entries).filter((key) => (mapping.entries[key] ?? 0) > 0) : [];
  return [...new Set([...correct, ...worth])];
}

/** A line alone: a number, or words. */
function line(reading: Reading, declared: Declared): SetQuestion {
  if (declared.baseType === 'float' || declared.baseType === 'integer') {
    const [right = null, ...accepted] = acceptedIn(declared);
    if (declared.mapping && new Set(Object.values(declared.mapping.entries)).size > 1)
      reading.lose('mapping', 'number');
    return {
      kind: 'number',
      set: {
        right,
        tolerance: { kind: 'absolute', by: 0 },
        unit: null,
        unitOptional: false,
        figures: null,
        accepted: accepted.map(Number).filter(Number.isFinite),
      },
    };
  }
  const mapping = reading.mapping(declared);
  const accepted = acceptedIn(mapping ? { ...declared, correct: [] } : { ...declared, mapping: null });
  return {
    kind: 'short',
    set: {
      // To match is to be the same in every sign; a mapping says of itself whether capitals count.
      capitals: mapping ? declared.caseSensitive : true,
      accents: true,
      spaces: false,
      accepted: accepted.length > 0 ? [...accepted] : null,
      mapping: plainly(mapping, accepted, 'any') ? null : mapping,
    },
  };
}

/** One gap of a text. */
function gap(reading: Reading, place: Element) {
  const declared = reading.declared(place);
  const choices = children(place, 'inlineChoice').map((one) => ({
    id: attribute(one, 'identifier') ?? '',
    says: textOf(one),
  }));
  const worth = declared.mapping ? Object.values(declared.mapping.entries).filter((n) => n > 0) : [];
  if (new Set(worth).size > 1) reading.lose('mapping', declared.id);
  const accepted = acceptedIn(declared).map((key) => choices.find(({ id }) => id === key)?.says ?? key);
  return {
    id: reading.naming(),
    accepted: [...new Set(accepted)],
    choices: choices.length > 0 ? choices.map(({ says }) => says) : null,
  };
}

/**
 * All lines to be filled in a text, as one part: a line alone is a line, or a number.
 *
 * @returns what is asked, and the words around it where they do not belong to that
 */
export function readInline(
  reading: Reading,
  body: Element,
): { readonly asked: SetQuestion; readonly words: string | null } {
  reading.losses(body);
  const places = named(body, INLINE_NAMES);
  const pieces = wordsAround(body, new Set(places));
  const [only] = places;
  if (places.length === 1 && only && nameOf(only) === 'textEntryInteraction') {
    const words = pieces.map((piece) => (typeof piece === 'string' ? piece : '…')).join('');
    const bare = words.trim();
    return { asked: line(reading, reading.declared(only)), words: bare.endsWith('\n…') ? bare.slice(0, -2) : bare };
  }
  const capitals = places.some((place) => reading.declared(place).caseSensitive);
  const text = pieces.map((piece) => (typeof piece === 'string' ? piece : gap(reading, piece)));
  return { asked: { kind: 'gaps', set: { capitals, accents: true, spaces: false, text } }, words: null };
}
