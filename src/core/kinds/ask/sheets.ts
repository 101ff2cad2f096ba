import { answerPlaces, hasPicture } from '../../text/document-json';
import { isSheetPlace, photographedIn, postAtPlace } from '../document/places';
import { counted, type Nothing } from './counted';
import type { Asked, AskKind } from './kind';

/** The boxes of sheets, and other places in which something is answered. */
const boxesIn = ({ doc }: Asked) => answerPlaces(doc).filter(({ id }) => !isSheetPlace(id) && postAtPlace(id) === null);

/** Every box is filled; those that are not are named by their number. */
export const boxes: AskKind<Nothing> = {
  range: () => ({ min: 1, max: null }),
  measure: (_settings, asked) => {
    const all = boxesIn(asked);
    const empty = all.filter(({ filled }) => !filled).map(({ number }) => String(number));
    return { found: all.length > 0 && empty.length === 0 ? 1 : 0, details: empty };
  },
  advice: false,
  alwaysBars: false,
  files: () => null,
  adviser: null,
};

/** Sheets on which something was put beside the boxes. */
export const sheets = counted(({ doc }) => ({ found: answerPlaces(doc).filter(({ id }) => isSheetPlace(id)).length }));

/** Pages that were photographed. */
export const photographs = counted(({ doc }) => ({ found: photographedIn(doc) }));

const SIGNS = /[=≈+×÷·*/:<>−-]/u;
const FIGURE = /\d/;

/** Is something reckoned on a line: a sign between two figures? */
function reckons(line: string): boolean {
  const at = line.search(SIGNS);
  return at > 0 && FIGURE.test(line.slice(0, at)) && FIGURE.test(line.slice(at + 1));
}

/**
 * It can be seen how something was worked out: two lines, a reckoning, or a drawing beside it (common practice). Only ever advice,
 * since nobody can tell by counting.
 */
export const working: AskKind<Nothing> = {
  range: () => ({ min: 0, max: null }),
  measure: (_settings, { text, doc }) => {
    const lines = text.split('\n').filter((line) => line.trim() !== '');
    const isSeen = lines.length > 1 || lines.some(reckons) || hasPicture(doc);
    return { found: isSeen ? 0 : 1, details: [], problem: isSeen ? 'none' : 'faults' };
  },
  advice: true,
  alwaysBars: false,
  files: () => null,
  adviser: null,
};
