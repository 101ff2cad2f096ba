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
    };

/** A remark on words of a hand-in. */
export interface Annotation {
  readonly '@context': 'http://www.w3.org/ns/anno.jsonld';
  readonly id: string;
  readonly type: 'Annotation';
  readonly motivation: 'commenting';
  readonly body: { readonly type: 'TextualBody'; readonly value: string; readonly format: 'text/plain' };
  readonly target: {
    /** The piece as it was handed in, by its fingerprint: `urn:sha256:` and 64 digits. */
    readonly source: string;
    readonly selector: readonly Selector[];
  };
}

const LONGEST_BODY = 4000;
const LONGEST_QUOTE = 20_000;

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
  if (selector.length > 2 || !selector.every((one) => one !== null)) return null;
  return {
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    id,
    type: 'Annotation',
    motivation: 'commenting',
    body: { type: 'TextualBody', value: says, format: 'text/plain' },
    target: { source, selector },
  };
}

/** The fingerprint of the piece that a remark is about. */
export const pieceOf = (remark: Annotation): string => remark.target.source.slice('urn:sha256:'.length);

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
