import { diffArrays } from 'diff';
import { type Block, isAsked, isShown } from './blocks';
import { compareWords, isWord, likeness, type Part, tokens } from './words';

/** One block of the comparison. `moved` stands where it is now, `moved-away` where it was. */
export interface ComparedBlock {
  readonly how: 'same' | 'changed' | 'added' | 'removed' | 'moved' | 'moved-away';
  readonly kind: Block['kind'];
  readonly place: string | null;
  readonly number: number | null;
  readonly parts: readonly Part[];
  /** Which block of the earlier and of the later document it is, counted from 0; `null` where it has none. */
  readonly before: number | null;
  readonly after: number | null;
}

/** What became of one answer, or of the text outside of all answers (`number` is `null`). */
export interface PlaceSummary {
  readonly place: string | null;
  readonly number: number | null;
  /** `begun`: it was empty before; `emptied`: it is empty now; `rewritten`: less than a third of its words stayed. */
  readonly how: 'changed' | 'rewritten' | 'begun' | 'emptied';
  readonly added: number;
  readonly removed: number;
}

export interface Comparison {
  readonly blocks: readonly ComparedBlock[];
  /** Places with a change, in reading order. */
  readonly places: readonly PlaceSummary[];
  /** Words that are new and words that are gone, in all. What moved counts as neither. */
  readonly added: number;
  readonly removed: number;
  readonly moved: number;
}

/** From here on two blocks count as one that was changed. */
const ALIKE = 0.4;
/** Blocks of fewer words are too common to have moved. */
const MOVABLE = 4;
/** Gaps with more pairs than this are compared in order only. */
const MANY_PAIRS = 40_000;

interface Side {
  readonly block: Block;
  readonly at: number;
  readonly words: readonly string[];
}

interface Row {
  readonly before: Side | null;
  readonly after: Side | null;
  moved: boolean;
}

const section = (block: Block, last: string): string => (block.place === null ? `after ${last}` : `in ${block.place}`);

/** Blocks by where they stand: each answer by itself, and what stands between answers. */
function sections(sides: readonly Side[]): Map<string, Side[]> {
  const found = new Map<string, Side[]>();
  let last = '';
  for (const side of sides) {
    const key = section(side.block, last);
    if (side.block.place !== null) last = side.block.place;
    const into = found.get(key);
    if (into) into.push(side);
    else found.set(key, [side]);
  }
  return found;
}

/** The pairing of two short rows that keeps their order and has most in common. */
function pairUp(before: readonly Side[], after: readonly Side[]): readonly (readonly [Side | null, Side | null])[] {
  if (before.length * after.length > MANY_PAIRS) {
    const rest = Array.from({ length: Math.max(before.length, after.length) }, (_, i) => i);
    return rest.map((i) => [before[i] ?? null, after[i] ?? null] as const);
  }
  const width = after.length + 1;
  const best = new Float64Array((before.length + 1) * width);
  const like = before.map((b) =>
    after.map((a) => (isAsked(b.block) || isAsked(a.block) ? 0 : likeness(b.words, a.words))),
  );
  for (let i = before.length - 1; i >= 0; i--) {
    for (let j = after.length - 1; j >= 0; j--) {
      const same = like[i]?.[j] ?? 0;
      const together = same >= ALIKE ? same + (best[(i + 1) * width + j + 1] ?? 0) : 0;
      best[i * width + j] = Math.max(together, best[(i + 1) * width + j] ?? 0, best[i * width + j + 1] ?? 0);
    }
  }
  const pairs: (readonly [Side | null, Side | null])[] = [];
  let [i, j] = [0, 0];
  while (i < before.length || j < after.length) {
    const [b, a] = [before[i] ?? null, after[j] ?? null];
    const same = like[i]?.[j] ?? 0;
    const here = best[i * width + j] ?? 0;
    if (b && a && same >= ALIKE && here === same + (best[(i + 1) * width + j + 1] ?? 0)) {
      pairs.push([b, a]);
      i += 1;
      j += 1;
    } else if (b && (!a || here === (best[(i + 1) * width + j] ?? 0))) {
      pairs.push([b, null]);
      i += 1;
    } else {
      pairs.push([null, a]);
      j += 1;
    }
  }
  return pairs;
}

/** One against one in the same place is one block that was written anew, whatever it has in common. */
function pairsOfGap(before: readonly Side[], after: readonly Side[]): readonly (readonly [Side | null, Side | null])[] {
  const [b, a] = [before[0], after[0]];
  const one = before.length === 1 && after.length === 1 && b && a;
  if (one && b.block.kind === a.block.kind && !isShown(b.block)) return [[b, a]];
  return pairUp(before, after);
}

const sameBlock = (before: Side, after: Side): boolean =>
  before.block.text === after.block.text && before.block.kind === after.block.kind;

/** A stretch of a section: the same on both sides, block for block, or what is only in one. */
interface Run {
  readonly how: 'same' | 'removed' | 'added';
  readonly before: readonly Side[];
  readonly after: readonly Side[];
}

/** What two versions of a section have in common, block for block. */
function align(before: readonly Side[], after: readonly Side[]): readonly Run[] {
  let [i, j] = [0, 0];
  return diffArrays([...before], [...after], { comparator: sameBlock }).map(({ added, removed, value }): Run => {
    const run = {
      before: added ? [] : before.slice(i, i + value.length),
      after: removed ? [] : after.slice(j, j + value.length),
    };
    i += run.before.length;
    j += run.after.length;
    return { how: added ? 'added' : removed ? 'removed' : 'same', ...run };
  });
}

function rowsOfSection(runs: readonly Run[], gone: ReadonlySet<Side>): Row[] {
  const rows: Row[] = [];
  const row = (b: Side | null, a: Side | null) => rows.push({ before: b, after: a, moved: false });
  let gap: { before: Side[]; after: Side[] } = { before: [], after: [] };
  const close = () => {
    const free = (sides: readonly Side[]) => sides.filter((side) => !gone.has(side));
    // What moved keeps its place among what was paired.
    for (const side of gap.before) if (gone.has(side)) row(side, null);
    for (const [b, a] of pairsOfGap(free(gap.before), free(gap.after))) row(b, a);
    for (const side of gap.after) if (gone.has(side)) row(null, side);
    gap = { before: [], after: [] };
  };
  for (const { how, before, after } of runs) {
    if (how === 'same') {
      close();
      for (const [k, side] of before.entries()) row(side, after[k] ?? null);
    } else {
      gap.before.push(...before);
      gap.after.push(...after);
    }
  }
  close();
  return rows;
}

/** Blocks that stand word for word somewhere else: gone at one end of a gap, new at another. */
function exactMoves(runs: readonly Run[]): Map<Side, Side> {
  const into = new Map<string, Side[]>();
  for (const side of runs.flatMap(({ how, after }) => (how === 'added' ? after : []))) {
    const list = into.get(side.block.text);
    if (list) list.push(side);
    else into.set(side.block.text, [side]);
  }
  const moves = new Map<Side, Side>();
  for (const side of runs.flatMap(({ how, before }) => (how === 'removed' ? before : []))) {
    if (side.words.length < MOVABLE || isAsked(side.block)) continue;
    const target = into.get(side.block.text)?.shift();
    if (target) moves.set(side, target);
  }
  return moves;
}

const wordsIn = (parts: readonly Part[], how: Part['how'], locale: string): number =>
  parts.reduce((sum, part) => sum + (part.how === how ? tokens(part.text, locale).filter(isWord).length : 0), 0);

function blockOf(row: Row, locale: string): ComparedBlock {
  const { before, after, moved } = row;
  const block = after?.block ?? before?.block;
  if (!block) throw new RangeError('a row has a block on one side at least');
  const { kind, place, number } = block;
  const base = { kind, place, number, before: before?.at ?? null, after: after?.at ?? null };
  if (moved) {
    return after
      ? { ...base, how: 'moved', parts: [{ how: 'same', text: after.block.text }] }
      : { ...base, how: 'moved-away', parts: [{ how: 'same', text: before?.block.text ?? '' }] };
  }
  if (!before) return { ...base, how: 'added', parts: [{ how: 'added', text: after?.block.text ?? '' }] };
  if (!after) return { ...base, how: 'removed', parts: [{ how: 'removed', text: before.block.text }] };
  if (before.block.text === after.block.text)
    return { ...base, how: 'same', parts: [{ how: 'same', text: after.block.text }] };
  return { ...base, how: 'changed', parts: compareWords(before.block.text, after.block.text, locale) };
}

function summaries(blocks: readonly ComparedBlock[], locale: string): readonly PlaceSummary[] {
  const byPlace = new Map<string | null, { number: number | null; same: number; added: number; removed: number }>();
  for (const { how, kind, place, number, parts } of blocks) {
    if (isAsked({ kind })) continue;
    const sum = byPlace.get(place) ?? { number: place === null ? null : number, same: 0, added: 0, removed: 0 };
    byPlace.set(place, sum);
    // What moved has one part, and all of it is the same; it is counted where it is now.
    if (how === 'moved-away') continue;
    sum.same += wordsIn(parts, 'same', locale);
    sum.added += wordsIn(parts, 'added', locale);
    sum.removed += wordsIn(parts, 'removed', locale);
  }
  return [...byPlace].flatMap(([place, { number, same, added, removed }]): PlaceSummary[] => {
    if (added === 0 && removed === 0) return [];
    const how =
      same + removed === 0
        ? 'begun'
        : same + added === 0
          ? 'emptied'
          : same < (same + Math.max(added, removed)) / 3
            ? 'rewritten'
            : 'changed';
    return [{ place, number, how, added, removed }];
  });
}

/**
 * What changed from one version of a document to another: by blocks, and within a block by words. Answers are
 * compared with themselves, whatever happened around them; a paragraph that stands elsewhere word for word has
 * moved. Joined, `same` and `removed` of all blocks with a `before` are the earlier document, and likewise the later.
 *
 * @example compare(was, is, 'en').places // [{ number: 3, how: 'rewritten', added: 52, removed: 11, … }]
 */
export function compare(before: readonly Block[], after: readonly Block[], locale: string): Comparison {
  // Blocks that are the same on both sides are never cut into words.
  const sides = (blocks: readonly Block[]): Side[] =>
    blocks.map((block, at) => {
      let words: readonly string[] | null = null;
      return {
        block,
        at,
        get words() {
          words ??= tokens(block.text, locale).filter(isWord);
          return words;
        },
      };
    });
  const [was, is] = [sections(sides(before)), sections(sides(after))];
  const order = diffArrays([...was.keys()], [...is.keys()]).flatMap(({ value }) => value);
  const aligned = [...new Set(order)].map((key) => align(was.get(key) ?? [], is.get(key) ?? []));
  const moves = exactMoves(aligned.flat());
  const arrived = new Set(moves.values());
  const gone = new Set<Side>([...moves.keys(), ...arrived]);
  const rows = aligned.flatMap((runs) => rowsOfSection(runs, gone));
  for (const row of rows) {
    row.moved = (row.before !== null && moves.has(row.before)) || (row.after !== null && arrived.has(row.after));
  }
  const blocks = rows.map((row) => blockOf(row, locale));
  const places = summaries(blocks, locale);
  return {
    blocks,
    places,
    added: places.reduce((sum, one) => sum + one.added, 0),
    removed: places.reduce((sum, one) => sum + one.removed, 0),
    moved: moves.size,
  };
}
