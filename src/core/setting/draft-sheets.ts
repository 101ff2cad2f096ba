import * as Y from 'yjs';
import type { GivenSheets } from '../pages/given';

/**
 * What is written on in a step, in the draft: its file and its sheets are put there as a whole, and its boxes in a map, one by
 * one, so that two who mark boxes both keep theirs.
 */
export const SHEETS = 'sheets';
export const BOXES = 'boxes';

/** Puts sheets into a step, in the place of others. */
export function putSheets(step: Y.Map<unknown>, { file, sheets, boxes }: GivenSheets): void {
  const map = new Y.Map<unknown>();
  step.set(SHEETS, map);
  map.set('file', file);
  map.set('sheets', sheets);
  const all = new Y.Map<unknown>();
  map.set(BOXES, all);
  for (const box of boxes) all.set(box.id, box);
}

/** Sheets as they lie in a step; `null` for what is none. */
export function sheetsOf(stored: unknown): unknown {
  if (!(stored instanceof Y.Map)) return null;
  const boxes = stored.get(BOXES);
  return {
    file: stored.get('file') ?? null,
    sheets: stored.get('sheets') ?? [],
    boxes: boxes instanceof Y.Map ? [...boxes.values()] : [],
  };
}
