import type { Area } from '../pages/geometry';

/**
 * Remarks on words, as the W3C Web Annotation Data Model (Recommendation of 2017-02-23) writes them. An annotation
 * has a body, what is said, and a target: the source with selectors that find the words again.
 */
export type Selector =
  | {
      readonly type: 'TextQuoteSelector';
      /** The words, and a little of what stands before and after them (section 4.2.4). */
      readonly exact: string;
      readonly prefix: string;
      readonly suffix: string;
    }
  | {
      readonly type: 'TextPositionSelector';
      /** The first character and the one after the last, counted in Unicode code points from 0 (section 4.2.5). */
      readonly start: number;
      readonly end: number;
    }
  | {
      readonly type: 'FragmentSelector';
      /** A place of a page, as RFC 3778 (section 3) writes it: `page=2&viewrect=left,top,width,height`, in points (section 4.2.1). */
      readonly conformsTo: typeof PLACES;
      readonly value: string;
    }
  | {
      readonly type: 'SvgSelector';
      /** What was drawn there: one path (section 4.2.6). */
      readonly value: string;
    };

/** By this the places of pages are written. */
const PLACES = 'http://tools.ietf.org/rfc/rfc3778';

/** Something was said, something is right or wrong, or something was drawn (appendix B). */
const MOTIVATIONS = ['commenting', 'assessing', 'highlighting'] as const;
export type Motivation = (typeof MOTIVATIONS)[number];

/** A remark on a hand-in: on words of it, or at a place of a sheet. */
export interface Annotation {
  readonly '@context': 'http://www.w3.org/ns/anno.jsonld';
  readonly id: string;
  readonly type: 'Annotation';
  readonly motivation: Motivation;
  readonly body: { readonly type: 'TextualBody'; readonly value: string; readonly format: 'text/plain' };
  readonly target: {
    /** The piece as it was handed in, by its fingerprint: `urn:sha256:` and 64 digits. */
    readonly source: string;
    readonly selector: readonly Selector[];
  };
}

const LONGEST_BODY = 4000;
const LONGEST_QUOTE = 20_000;

const PLACE =
  /^page=(\d{1,4})&viewrect=(-?\d{1,6}(?:\.\d{1,3})?),(-?\d{1,6}(?:\.\d{1,3})?),(-?\d{1,6}(?:\.\d{1,3})?),(-?\d{1,6}(?:\.\d{1,3})?)$/;
/** One path of straight lines, filled or drawn: nothing else is ever read or shown. */
const PATH = /^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"><path d="([MLZ\d. -]+)" ([^<>]+)\/><\/svg>$/;
const LOOK = /^(?:fill="#[0-9a-f]{6}"|fill="none" stroke="#[0-9a-f]{6}" stroke-width="(\d{1,3}(?:\.\d{1,2})?)")$/;

/** The path of a drawing and how thick its line is; `null` for whatever is none. */
function drawn(svg: string): Omit<Drawing, 'colour'> | null {
  const [, path = '', look = ''] = PATH.exec(svg) ?? [];
  const [fits, width] = LOOK.exec(look) ?? [];
  return fits === undefined ? null : { path, width: width === undefined ? null : Number(width) };
}

type Fields = Readonly<Record<string, unknown>>;
const fields = (value: unknown): Fields | null =>
  value !== null && typeof value === 'object' && !Array.isArray(value) ? (value as Fields) : null;
const text = (value: unknown, most: number): string | null =>
  typeof value === 'string' && value.length <= most ? value : null;
const count = (value: unknown): number | null =>
  Number.isSafeInteger(value) && Number(value) >= 0 ? Number(value) : null;

function readSelector(value: unknown): Selector | null {
  const given = fields(value);
  if (given?.type === 'TextQuoteSelector') {
    const exact = text(given.exact, LONGEST_QUOTE);
    const [prefix, suffix] = [text(given.prefix ?? '', 1000), text(given.suffix ?? '', 1000)];
    return exact && prefix !== null && suffix !== null ? { type: given.type, exact, prefix, suffix } : null;
  }
  if (given?.type === 'TextPositionSelector') {
    const [start, end] = [count(given.start), count(given.end)];
    return start !== null && end !== null ? { type: given.type, start, end } : null;
  }
  if (given?.type === 'FragmentSelector' && given.conformsTo === PLACES) {
    const value = text(given.value, 200);
    return value !== null && PLACE.test(value) ? { type: given.type, conformsTo: PLACES, value } : null;
  }
  if (given?.type === 'SvgSelector') {
    const value = text(given.value, LONGEST_QUOTE);
    return value !== null && drawn(value) ? { type: given.type, value } : null;
  }
  return null;
}

/** Reads an annotation of the kind that we write; `null` for whatever else it is. */
export function readAnnotation(value: unknown): Annotation | null {
  const given = fields(value);
  const body = fields(given?.body);
  const target = fields(given?.target);
  const id = text(given?.id, 100);
  const says = text(body?.value, LONGEST_BODY);
  const source = text(target?.source, 100);
  if (given?.type !== 'Annotation' || body?.type !== 'TextualBody' || !id || !says || !source) return null;
  if (!/^urn:sha256:[0-9a-f]{64}$/.test(source)) return null;
  const listed = Array.isArray(target?.selector) ? target.selector : [target?.selector];
  const selector = listed.map(readSelector);
  const motivation = MOTIVATIONS.find((one) => one === given.motivation) ?? 'commenting';
  if (selector.length > 2 || !selector.every((one) => one !== null)) return null;
  return {
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    id,
    type: 'Annotation',
    motivation,
    body: { type: 'TextualBody', value: says, format: 'text/plain' },
    target: { source, selector },
  };
}

/** The fingerprint of the piece that a remark is about. */
export const pieceOf = (remark: Annotation): string => remark.target.source.slice('urn:sha256:'.length);

/** The one of some pieces that a remark is about. */
export const remarkedPiece = <Piece extends { readonly sha256: string }>(
  remark: Annotation,
  pieces: readonly Piece[],
): Piece | undefined => pieces.find(({ sha256 }) => sha256 === pieceOf(remark));

/** The words that a remark is about, as they were. */
export const quotedBy = (remark: Annotation): string =>
  remark.target.selector.find((one) => one.type === 'TextQuoteSelector')?.exact ?? '';

/** How much of what stands around the words goes along, in code points. */
const AROUND = 32;

const points = (text: string): string[] => [...text];

/**
 * The selectors of a stretch of a text.
 *
 * @param start in UTF-16 units, as the platform counts
 * @param end the unit after the last
 */
export function selectorsOf(text: string, start: number, end: number): readonly Selector[] {
  const before = points(text.slice(0, start));
  const exact = text.slice(start, end);
  return [
    {
      type: 'TextQuoteSelector',
      exact,
      prefix: before.slice(-AROUND).join(''),
      suffix: points(text.slice(end, end + 2 * AROUND))
        .slice(0, AROUND)
        .join(''),
    },
    { type: 'TextPositionSelector', start: before.length, end: before.length + points(exact).length },
  ];
}

/** A remark on a stretch of a piece. */
export const remarkOn = (
  id: string,
  piece: string,
  text: string,
  [start, end]: readonly [number, number],
  says: string,
): Annotation => ({
  '@context': 'http://www.w3.org/ns/anno.jsonld',
  id,
  type: 'Annotation',
  motivation: 'commenting',
  body: { type: 'TextualBody', value: says, format: 'text/plain' },
  target: { source: `urn:sha256:${piece}`, selector: selectorsOf(text, start, end) },
});

/** A place on a sheet, by the number of the sheet from 1 and an area in points. */
export interface SheetPlace extends Area {
  readonly page: number;
}

const short = (n: number): string => String(Math.round(n * 100) / 100);

/** A remark at a place of a sheet, or something drawn there, with a sign that stands for it in words. */
export const remarkAt = (
  id: string,
  piece: string,
  { page, x, y, w, h }: SheetPlace,
  said: { readonly motivation: Motivation; readonly says: string; readonly drawing?: Drawing },
): Annotation => ({
  '@context': 'http://www.w3.org/ns/anno.jsonld',
  id,
  type: 'Annotation',
  motivation: said.motivation,
  body: { type: 'TextualBody', value: said.says, format: 'text/plain' },
  target: {
    source: `urn:sha256:${piece}`,
    selector: [
      {
        type: 'FragmentSelector',
        conformsTo: PLACES,
        value: `page=${page}&viewrect=${[x, y, w, h].map(short).join(',')}`,
      },
      ...(said.drawing ? [{ type: 'SvgSelector' as const, value: svgOf(said.drawing) }] : []),
    ],
  },
});

/** What a teacher drew on a sheet, in points from its upper left corner; how thick its line is, or `null` for what is filled. */
export interface Drawing {
  readonly path: string;
  readonly width: number | null;
  /** Six hexadecimal digits. */
  readonly colour: string;
}

const svgOf = ({ path, width, colour }: Drawing): string =>
  `<svg xmlns="http://www.w3.org/2000/svg"><path d="${path}" ${
    width === null ? `fill="#${colour}"` : `fill="none" stroke="#${colour}" stroke-width="${short(width)}"`
  }/></svg>`;

/** Where on a sheet something was said or drawn; `null` for what is about words. */
export function placeOnSheet(selectors: readonly Selector[]): SheetPlace | null {
  const found = selectors.find((one) => one.type === 'FragmentSelector');
  const parts = found && PLACE.exec(found.value);
  if (!parts) return null;
  const [page = 0, x = 0, y = 0, w = 0, h = 0] = parts.slice(1).map(Number);
  return { page, x, y, w, h };
}

/** What was drawn; `null` where nothing was. */
export function drawingIn(selectors: readonly Selector[]): Omit<Drawing, 'colour'> | null {
  const found = selectors.find((one) => one.type === 'SvgSelector');
  return found ? drawn(found.value) : null;
}

/** Is something said in it, which can be answered? What was only drawn is seen where it is. */
export const isSaid = ({ motivation }: Annotation): boolean => motivation === 'commenting';
