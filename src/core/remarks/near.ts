import type { Block } from '../compare/blocks';
import type { ComparedBlock, Comparison } from '../compare/compare';
import { blockStarts } from './anchor';

/**
 * What became of the text around a stretch of the earlier document: the blocks it lies in, and what was added right
 * after them in the same place.
 *
 * @param before the runs of the earlier document
 * @param start in UTF-16 units of the earlier document's anchor text
 * @param end the unit after the last
 */
export function changesNear(
  comparison: Comparison,
  before: readonly Block[],
  start: number,
  end: number,
): readonly ComparedBlock[] {
  const starts = blockStarts(before);
  const touched = new Set(
    before.flatMap(({ text }, i) => {
      const at = starts[i] ?? 0;
      return at < end && at + text.length > start ? [i] : [];
    }),
  );
  const near: ComparedBlock[] = [];
  let following = false;
  for (const block of comparison.blocks) {
    const own = block.before !== null && touched.has(block.before);
    const place = near.at(-1)?.place;
    if (own || (following && block.how === 'added' && block.place === place)) near.push(block);
    following = own || (following && block.how === 'added');
  }
  // What moved away stands elsewhere; there it is shown once more.
  const gone = new Set(near.filter(({ how }) => how === 'moved-away').map(({ parts }) => parts[0]?.text));
  const arrived = comparison.blocks.filter(({ how, parts }) => how === 'moved' && gone.has(parts[0]?.text));
  return [...near, ...arrived.filter((block) => !near.includes(block))];
}

/** Has anything been done about it? */
export const isTouched = (near: readonly ComparedBlock[]): boolean => near.some(({ how }) => how !== 'same');
