import { answerPlaces, hasPicture } from '../../text/document-json';
import { isSheetPlace } from '../document/pages';
import { postAtPlace } from '../document/part';
import { counted, type Nothing, nothing } from './counted';
import type { Asked, AskKind } from './kind';

/** The boxes of sheets, and other places in which something is answered. */
const boxesIn = ({ doc }: Asked) => answerPlaces(doc).filter(({ id }) => !isSheetPlace(id) && postAtPlace(id) === null);

/** Every box is filled; those that are not are named by their number. */
export const boxes: AskKind<Nothing> = {
  settings: nothing,
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

/** A sign that is reckoned with, with figures around it; or one figure set equal to another. */
const RECKONS = /\d[^\n]{0,40}[=≈+×÷·*/:−-][^\n]{0,40}\d/u;

/**
 * It can be seen how something was worked out: two lines, a reckoning, or a drawing beside it (common practice). Only ever advice,
 * since nobody can tell by counting.
 */
export const working: AskKind<Nothing> = {
  settings: nothing,
  range: () => ({ min: 0, max: null }),
  measure: (_settings, { text, doc }) => {
    const lines = text.split('\n').filter((line) => line.trim() !== '').length;
    const isSeen = lines > 1 || RECKONS.test(text) || hasPicture(doc);
    return { found: isSeen ? 0 : 1, details: [], problem: isSeen ? 'none' : 'faults' };
  },
  advice: true,
  alwaysBars: false,
  files: () => null,
  adviser: null,
};
