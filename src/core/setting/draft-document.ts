import { generateNKeysBetween } from 'fractional-indexing';
import * as Y from 'yjs';
import * as z from 'zod/mini';
import { type Overflow, overflow } from '../documents/limits';
import { fragmentJson, putInto } from '../documents/text-document';
import { storedAsk } from '../kinds/ask/stored';
import type { Doc } from '../text/nodes';
import { wellFormed } from '../text/well-formed';
import {
  type AssignmentDraft,
  chosenParts,
  criterionPart,
  EMPTY_DRAFT,
  isTooMuch,
  oneOf,
  stepPart,
  text,
} from './draft';
import { putQuestions, QUESTIONS, questionsOf } from './draft-questions';
import { putSheets, SHEETS, sheetsOf } from './draft-sheets';

/**
 * How a draft lies in its `Y.Doc`, so that two who write on it at once both keep their words:
 *
 * - `title`: a text; `instructions`: a tree, as a text document has it
 * - `parts`: a map of what is chosen rather than written
 * - `steps`, `asks`, `criteria`: a map each, from an id to a map of its own. Where a thing stands among the others is told
 *   by its key of order (`at`), a text between those of its neighbours: to move one is to change that alone, so that two
 *   who move the same thing do not double it
 */
export const LISTS = { steps: 'steps', asks: 'asks', rubric: 'criteria' } as const;
export type ListName = keyof typeof LISTS;
/** What a step is opened with, where that is written here. */
export const STARTER = 'starter';
export const INSTRUCTIONS = 'instructions';

type Things = Y.Map<Y.Map<unknown>>;

export const listOf = (ydoc: Y.Doc, list: ListName): Things => ydoc.getMap<Y.Map<unknown>>(LISTS[list]);

/** The first update of a new draft. It is made once: two builds of one would double its texts when they meet. */
export function firstOfDraft(given: AssignmentDraft): Uint8Array {
  const ydoc = new Y.Doc();
  // Objects that came from another process are not of the kind that Yjs takes for plain ones.
  const draft = JSON.parse(JSON.stringify(given)) as AssignmentDraft;
  ydoc.getText('title').insert(0, draft.title);
  putInto(ydoc.getXmlFragment(INSTRUCTIONS), draft.instructions);
  const parts = ydoc.getMap('parts');
  for (const name of Object.keys(chosenParts.shape) as (keyof typeof chosenParts.shape)[]) parts.set(name, draft[name]);
  for (const list of Object.keys(LISTS) as ListName[]) {
    const keys = generateNKeysBetween(null, null, draft[list].length);
    for (const [i, { id, ...thing }] of draft[list].entries()) {
      const map = new Y.Map<unknown>();
      listOf(ydoc, list).set(id, map);
      map.set('at', keys[i]);
      for (const [name, value] of Object.entries(thing))
        if (name !== STARTER && name !== QUESTIONS && name !== SHEETS) map.set(name, value);
      if ('questions' in thing && thing.questions) putQuestions(map, thing.questions);
      if ('sheets' in thing && thing.sheets) putSheets(map, thing.sheets);
      if ('starter' in thing && thing.starter !== null) {
        const tree = new Y.XmlFragment();
        map.set(STARTER, tree);
        putInto(tree, thing.starter);
      }
    }
  }
  const update = Y.encodeStateAsUpdate(ydoc);
  ydoc.destroy();
  return update;
}

/** Text that can be kept, in whatever was stored. */
function kept(value: unknown): unknown {
  if (typeof value === 'string') return wellFormed(value);
  if (Array.isArray(value)) return value.map(kept);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [wellFormed(key), kept(inner)]));
}

/** Every text in a draft as it is stored: what it may not hold, too. */
const textsOf = (ydoc: Y.Doc): Doc[] => [
  fragmentJson(ydoc.getXmlFragment(INSTRUCTIONS)),
  ...[...listOf(ydoc, 'steps').values()].flatMap((map) => {
    const tree = map instanceof Y.Map ? map.get(STARTER) : null;
    return tree instanceof Y.XmlFragment ? [fragmentJson(tree)] : [];
  }),
];

/**
 * What a draft has too much of to be kept or read; `null` for nothing. Its texts together hold what one document may, so that
 * whatever looks through a draft takes no longer than through a document.
 */
export function draftOverflow(ydoc: Y.Doc): Overflow | null {
  const together = { type: 'doc', content: textsOf(ydoc).flatMap(({ content = [] }) => content) };
  return overflow(together) ?? (isTooMuch(readDraft(ydoc)) ? 'nodes' : null);
}

interface Placed {
  readonly id: string;
  readonly at: string;
}

const byOrder = (a: Placed, b: Placed): number => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1);

/** The things of a list in their order: by their keys, and by their ids where two have the same. */
function thingsOf(ydoc: Y.Doc, list: ListName): Readonly<Record<string, unknown>>[] {
  return [...listOf(ydoc, list)]
    .flatMap(([id, map]) => {
      if (!(map instanceof Y.Map)) return [];
      const tree = map.get(STARTER);
      const plain = kept(map.toJSON()) as Record<string, unknown>;
      const starter = tree instanceof Y.XmlFragment ? fragmentJson(tree) : null;
      const asked = map.has(QUESTIONS) ? { questions: kept(questionsOf(map.get(QUESTIONS))) } : {};
      const sheets = map.has(SHEETS) ? { sheets: kept(sheetsOf(map.get(SHEETS))) } : {};
      return [{ ...plain, ...asked, ...sheets, id, at: String(plain.at ?? ''), starter }];
    })
    .sort(byOrder);
}

/** The ids of a list with their keys of order, in that order. */
export const inOrder = (ydoc: Y.Doc, list: ListName): readonly Placed[] =>
  [...listOf(ydoc, list)]
    .flatMap(([id, map]) => (map instanceof Y.Map ? [{ id, at: String(map.get('at') ?? '') }] : []))
    .sort(byOrder);

/** What a draft says now. Whatever in it is nothing that a draft has is left out. */
export function readDraft(ydoc: Y.Doc): AssignmentDraft {
  const list = <Value>(name: ListName, part: Parameters<typeof oneOf<Value>>[0]): Value[] =>
    thingsOf(ydoc, name).flatMap((thing) => {
      const read = oneOf(part, thing);
      return read === null ? [] : [read];
    });
  return {
    ...z.parse(chosenParts, kept(ydoc.getMap('parts').toJSON())),
    title: wellFormed(ydoc.getText('title').toString()),
    instructions: oneOf(text, fragmentJson(ydoc.getXmlFragment(INSTRUCTIONS))) ?? EMPTY_DRAFT.instructions,
    steps: list('steps', stepPart),
    asks: list('asks', storedAsk),
    rubric: list('rubric', criterionPart),
  };
}
