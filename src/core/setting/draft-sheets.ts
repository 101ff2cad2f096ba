import * as Y from 'yjs';
import type { Box, GivenSheets } from '../pages/given';
import { listOf } from './draft-document';

/**
 * What is written on in a step, in the draft: its file and its sheets are put there as a whole, and its boxes in a map, one by
 * one, so that two who mark boxes both keep theirs.
 */
export const SHEETS = 'sheets';
const BOXES = 'boxes';

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

const stepIn = (ydoc: Y.Doc, step: string): Y.Map<unknown> | null => {
  const map = listOf(ydoc, 'steps').get(step);
  return map instanceof Y.Map ? map : null;
};

const boxesIn = (ydoc: Y.Doc, step: string): Y.Map<unknown> | null => {
  const sheets = stepIn(ydoc, step)?.get(SHEETS);
  const boxes = sheets instanceof Y.Map ? sheets.get(BOXES) : null;
  return boxes instanceof Y.Map ? boxes : null;
};

/** Gives a step what is written on in it. */
export function giveSheets(ydoc: Y.Doc, step: string, sheets: GivenSheets | null): void {
  const map = stepIn(ydoc, step);
  if (!map) return;
  ydoc.transact(() => {
    if (sheets === null) map.delete(SHEETS);
    else putSheets(map, JSON.parse(JSON.stringify(sheets)) as GivenSheets);
  });
}

/** Marks a box, or changes one. */
export const giveBox = (ydoc: Y.Doc, step: string, box: Box): void => {
  boxesIn(ydoc, step)?.set(box.id, box);
};

/** Takes a box away. */
export const dropBox = (ydoc: Y.Doc, step: string, box: string): void => boxesIn(ydoc, step)?.delete(box);
