import { MARK_NAMES, NODE_NAMES } from '../text/nodes';

/**
 * What a document may hold. Nobody's school work comes near to it; whatever has more was made to keep a machine busy.
 * Depth counts the levels below the document itself; cells count what a table has once its rows are equally wide.
 */
export const LIMITS = {
  depth: 32,
  nodes: 30_000,
  cells: 5000,
  columns: 64,
  formulas: 500,
  pictures: 300,
  /** UTF-16 units of everything that is said in it. */
  letters: 1_000_000,
} as const;

/** What there is too much of, or what is no part of a document at all. */
export type Overflow = keyof typeof LIMITS | 'kind' | 'shape';

export const NODE_KINDS: ReadonlySet<string> = new Set(NODE_NAMES);
const MARKS: ReadonlySet<string> = new Set(MARK_NAMES);

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A value of an attribute: said or counted, never a tree of its own. */
const isPlain = (value: unknown): boolean =>
  value === null || value === undefined || ['string', 'number', 'boolean'].includes(typeof value);

const MOST_MARKS = 16;

function marksFit(marks: unknown): boolean {
  if (marks === undefined) return true;
  if (!Array.isArray(marks) || marks.length > MOST_MARKS) return false;
  return marks.every((mark) => isRecord(mark) && typeof mark.type === 'string' && MARKS.has(mark.type));
}

/** The letters of a node by itself: its text, and what its attributes say. */
function lettersOf(node: Readonly<Record<string, unknown>>): number {
  let letters = typeof node.text === 'string' ? node.text.length : 0;
  if (isRecord(node.attrs)) {
    for (const value of Object.values(node.attrs)) if (typeof value === 'string') letters += value.length;
  }
  return letters;
}

const widthOf = (row: unknown): number => (isRecord(row) && Array.isArray(row.content) ? row.content.length : 0);

/**
 * What a document has too much of; `null` for one that may be saved, frozen and shown. It is walked without
 * recursion and stops at the first thing too many, so that looking costs no more than what is allowed, whatever the
 * value is and wherever it comes from.
 */
export function overflow(doc: unknown): Overflow | null {
  const counts = { nodes: 0, cells: 0, formulas: 0, pictures: 0, letters: 0 };
  const open: { readonly node: unknown; readonly depth: number }[] = [{ node: doc, depth: 0 }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { node, depth } = next;
    if (depth > LIMITS.depth) return 'depth';
    if (!isRecord(node) || typeof node.type !== 'string') return 'shape';
    if (!NODE_KINDS.has(node.type)) return 'kind';
    if (node.text !== undefined && typeof node.text !== 'string') return 'shape';
    if (node.attrs !== undefined && !(isRecord(node.attrs) && Object.values(node.attrs).every(isPlain))) return 'shape';
    if (!marksFit(node.marks)) return 'shape';
    const content = node.content ?? [];
    if (!Array.isArray(content)) return 'shape';
    counts.nodes += 1;
    counts.letters += lettersOf(node);
    if (node.type === 'formula') counts.formulas += 1;
    if (node.type === 'image') counts.pictures += 1;
    if (node.type === 'table') {
      const width = content.reduce<number>((most, row) => Math.max(most, widthOf(row)), 0);
      if (width > LIMITS.columns) return 'columns';
      counts.cells += width * content.length;
    }
    if (counts.nodes + open.length + content.length > LIMITS.nodes) return 'nodes';
    for (const key of ['cells', 'formulas', 'pictures', 'letters'] as const) {
      if (counts[key] > LIMITS[key]) return key;
    }
    for (const child of content) open.push({ node: child, depth: depth + 1 });
  }
  return null;
}
