import { generateKeyBetween } from 'fractional-indexing';
import * as Y from 'yjs';
import { putInto } from '../documents/text-document';
import type { Box, GivenSheets } from '../pages/given';
import type { QuestionSet } from '../questions/question-set';
import type { Doc } from '../text/nodes';
import type { AssignmentDraft, chosenParts } from './draft';
import { INSTRUCTIONS, inOrder, type ListName, listOf, STARTER } from './draft-document';
import { putQuestions, QUESTIONS } from './draft-questions';
import { BOXES, putSheets, SHEETS } from './draft-sheets';

/** What a draft says by choice, and not by writing. */
export type Chosen = { readonly [Name in keyof typeof chosenParts.shape]: AssignmentDraft[Name] };

/** One thing of a list, without its id. */
type Thing<List extends ListName> = Omit<AssignmentDraft[List][number], 'id'>;

/** Chooses a part of a draft. Of two who choose the same one at once one choice stays. */
export function choose<Name extends keyof Chosen>(ydoc: Y.Doc, name: Name, value: Chosen[Name]): void {
  ydoc.getMap('parts').set(name, value);
}

const isHigh = (text: string, at: number): boolean => /[\uD800-\uDBFF]/.test(text.charAt(at));
const isLow = (text: string, at: number): boolean => /[\uDC00-\uDFFF]/.test(text.charAt(at));

/**
 * Writes a text anew where only the middle of it has changed: what stands before and behind that stays, with whatever somebody
 * else is typing there.
 */
export function rewrite(text: Y.Text, to: string): void {
  const from = text.toString();
  let start = 0;
  while (start < from.length && start < to.length && from[start] === to[start]) start += 1;
  let end = 0;
  while (end < from.length - start && end < to.length - start && from.at(-1 - end) === to.at(-1 - end)) end += 1;
  // A character of two units is never cut into halves: neither would be kept.
  if (isHigh(from, start - 1) || isHigh(to, start - 1)) start -= 1;
  if (isLow(from, from.length - end) || isLow(to, to.length - end)) end -= 1;
  text.doc?.transact(() => {
    if (from.length - end > start) text.delete(start, from.length - end - start);
    if (to.length - end > start) text.insert(start, to.slice(start, to.length - end));
  });
}

export const writeTitle = (ydoc: Y.Doc, title: string): void => rewrite(ydoc.getText('title'), title);

/** A key of order for a place among things that are there, from 0; the place is counted without the thing that goes there. */
function keyAt(ydoc: Y.Doc, list: ListName, id: string, to: number): string {
  const others = inOrder(ydoc, list).filter((one) => one.id !== id);
  const at = Math.max(0, Math.min(to, others.length));
  const [before, after] = [others[at - 1]?.at ?? null, others[at]?.at ?? null];
  // Two who add at once may have made the same key: between those there is none, and the thing comes after both.
  return before !== null && after !== null && before >= after
    ? generateKeyBetween(before, others.slice(at).find((one) => one.at > before)?.at ?? null)
    : generateKeyBetween(before, after);
}

/** Says a part of a thing anew. */
function put(map: Y.Map<unknown>, name: string, value: unknown): void {
  if (name === QUESTIONS && value) putQuestions(map, value as QuestionSet);
  else map.set(name, value);
}

/** Adds a thing to a list, at a place from 0; at its end where none is said. */
export function addThing<List extends ListName>(
  ydoc: Y.Doc,
  list: List,
  id: string,
  thing: Thing<List>,
  to = Number.POSITIVE_INFINITY,
): void {
  ydoc.transact(() => {
    const at = keyAt(ydoc, list, id, to);
    const map = new Y.Map<unknown>();
    listOf(ydoc, list).set(id, map);
    map.set('at', at);
    for (const [name, value] of Object.entries(thing))
      if (name !== STARTER && value !== undefined) put(map, name, value);
    const starter = STARTER in thing ? (thing[STARTER] as Doc | null) : null;
    if (starter !== null) putStarter(map, starter);
  });
}

function putStarter(map: Y.Map<unknown>, starter: Doc): void {
  const tree = new Y.XmlFragment();
  map.set(STARTER, tree);
  putInto(tree, starter);
}

/** Moves a thing to another place of its list, from 0, counted without it. */
export function moveThing(ydoc: Y.Doc, list: ListName, id: string, to: number): void {
  ydoc.transact(() =>
    listOf(ydoc, list)
      .get(id)
      ?.set('at', keyAt(ydoc, list, id, to)),
  );
}

/** Takes a thing out of a list. */
export function dropThing(ydoc: Y.Doc, list: ListName, id: string): void {
  listOf(ydoc, list).delete(id);
}

/** Changes some of what a thing says. */
export function changeThing<List extends ListName>(
  ydoc: Y.Doc,
  list: List,
  id: string,
  change: Partial<Omit<Thing<List>, 'starter'>>,
): void {
  ydoc.transact(() => {
    const map = listOf(ydoc, list).get(id);
    if (map) for (const [name, value] of Object.entries(change)) put(map, name, value);
  });
}

/** The text that a step is opened with, to be written in; `null` where it has none. */
export function starterOf(ydoc: Y.Doc, step: string): Y.XmlFragment | null {
  const tree = listOf(ydoc, 'steps').get(step)?.get(STARTER);
  return tree instanceof Y.XmlFragment ? tree : null;
}

/** Gives a step another text to be opened with, in the place of what it had. */
export function giveStarter(ydoc: Y.Doc, step: string, starter: Doc): void {
  ydoc.transact(() => {
    const map = listOf(ydoc, 'steps').get(step);
    if (!map) return;
    const there = starterOf(ydoc, step);
    if (!there) return putStarter(map, starter);
    there.delete(0, there.length);
    putInto(there, starter);
  });
}

/** Where the lines lie in which questions were typed: they are what is changed, and the set is made of them. */
const LINES = 'lines';

/** The questions of a step as they were typed; nothing where they came otherwise. */
export function linesOf(ydoc: Y.Doc, step: string): string {
  const lines = listOf(ydoc, 'steps').get(step)?.get(LINES);
  return typeof lines === 'string' ? lines : '';
}

export function keepLines(ydoc: Y.Doc, step: string, lines: string): void {
  listOf(ydoc, 'steps').get(step)?.set(LINES, lines);
}

/** The instructions, to be written in. */
export const instructionsOf = (ydoc: Y.Doc): Y.XmlFragment => ydoc.getXmlFragment(INSTRUCTIONS);

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

/** Changes a box from what it is now, which may be another than what was drawn last: keys come faster than a screen. */
export function changeBox(ydoc: Y.Doc, step: string, box: string, change: (now: Box) => Box): void {
  const boxes = boxesIn(ydoc, step);
  const now = boxes?.get(box) as Box | undefined;
  if (now) boxes?.set(box, change(now));
}

/** Takes a box away. */
export const dropBox = (ydoc: Y.Doc, step: string, box: string): void => boxesIn(ydoc, step)?.delete(box);
