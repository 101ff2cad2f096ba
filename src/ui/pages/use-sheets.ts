'use client';

import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import * as Y from 'yjs';
import {
  addedSheets,
  boxText,
  filledIn,
  filledMap,
  givenIn,
  givenMap,
  inOrder,
  paperMap,
  readThing,
  thingsIn,
  thingsMap,
} from '@/core/documents/pages-document';
import type { GivenSheets, Sheet } from '@/core/pages/given';
import type { Thing } from '@/core/pages/things';

/** What is on the sheets of an open document, as it changes. A thing that did not change stays the same object. */
export interface OnSheets {
  readonly given: GivenSheets;
  readonly sheets: GivenSheets['sheets'];
  readonly filled: Readonly<Record<string, string>>;
  /** By sheet, what lies beneath first. */
  readonly things: ReadonlyMap<string, readonly Thing[]>;
}

const NO_THINGS: readonly Thing[] = [];
export const thingsOn = ({ things }: OnSheets, sheet: string): readonly Thing[] => things.get(sheet) ?? NO_THINGS;

function bySheet(things: readonly Thing[]): Map<string, readonly Thing[]> {
  const found = new Map<string, Thing[]>();
  for (const thing of things) {
    const on = found.get(thing.sheet);
    if (on) on.push(thing);
    else found.set(thing.sheet, [thing]);
  }
  return found;
}

function readAll(ydoc: Y.Doc): OnSheets {
  const given = givenIn(ydoc);
  return {
    given,
    sheets: [...given.sheets, ...addedSheets(ydoc)],
    filled: filledIn(ydoc, given),
    things: bySheet(thingsIn(ydoc)),
  };
}

/** Which things some events are about. They say so only while they are heard. */
function touched(events: readonly Y.YEvent<never>[], all: Y.Map<Y.Map<unknown>>): ReadonlySet<string> {
  const ids = new Set<string>();
  for (const event of events) {
    if ((event.target as unknown) === all) for (const id of event.changes.keys.keys()) ids.add(id);
    else if (typeof event.path[0] === 'string') ids.add(event.path[0]);
  }
  return ids;
}

/** The same with some things as they are now: the sheets on which none of them lies stay as they are. */
function withThings(before: OnSheets, ydoc: Y.Doc, ids: ReadonlySet<string>): OnSheets {
  const things = new Map(before.things);
  for (const [sheet, on] of things)
    if (on.some(({ id }) => ids.has(id)))
      things.set(
        sheet,
        on.filter(({ id }) => !ids.has(id)),
      );
  const read = [...ids].flatMap((id) => readThing(id, thingsMap(ydoc).get(id)) ?? []);
  for (const [sheet, on] of bySheet(read)) things.set(sheet, [...(things.get(sheet) ?? []), ...on].sort(inOrder));
  return { ...before, things };
}

const same = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): boolean => {
  const [left, right] = [Object.entries(a), Object.keys(b)];
  return left.length === right.length && left.every(([key, value]) => b[key] === value);
};

const sameSheets = (a: readonly Sheet[], b: readonly Sheet[]): boolean =>
  a.length === b.length && a.every(({ id, under }, i) => b[i]?.id === id && b[i].under === under);

/** What a document has, as far as that can be told at once. */
const stateOf = (ydoc: Y.Doc): string => `${ydoc.guid} ${thingsMap(ydoc).size} ${Y.encodeStateVector(ydoc).join()}`;

export function useSheets(ydoc: Y.Doc): OnSheets {
  const [found, setFound] = useState(() => readAll(ydoc));
  const read = useRef({ state: stateOf(ydoc), given: givenMap(ydoc).get('sheets') });
  useEffect(() => {
    // Read anew only where something came since it was read first: whatever is read anew is drawn anew.
    if (read.current.state !== stateOf(ydoc)) {
      read.current = { state: stateOf(ydoc), given: givenMap(ydoc).get('sheets') };
      setFound(readAll(ydoc));
    }
    const things = (events: Y.YEvent<never>[]) => {
      const ids = touched(events, thingsMap(ydoc));
      setFound((before) => withThings(before, ydoc, ids));
    };
    const rest = () => {
      // What was given comes with the first update, and again where a teacher has changed it.
      const raw = givenMap(ydoc).get('sheets');
      const fresh = raw === read.current.given ? null : givenIn(ydoc);
      read.current.given = raw;
      setFound((before) => {
        const given = fresh ?? before.given;
        const filled = filledIn(ydoc, given);
        const added = addedSheets(ydoc);
        const isSame = given === before.given && sameSheets(added, before.sheets.slice(given.sheets.length));
        if (isSame && same(filled, before.filled)) return before;
        return { ...before, given, filled, sheets: isSame ? before.sheets : [...given.sheets, ...added] };
      });
    };
    thingsMap(ydoc).observeDeep(things as never);
    ydoc.on('afterTransaction', rest);
    return () => {
      thingsMap(ydoc).unobserveDeep(things as never);
      ydoc.off('afterTransaction', rest);
    };
  }, [ydoc]);
  return found;
}

/** Takes back and does again what was done here, and never what another device did. */
export function useUndo(ydoc: Y.Doc, { boxes }: GivenSheets) {
  const manager = useMemo(
    () =>
      new Y.UndoManager([
        thingsMap(ydoc),
        filledMap(ydoc),
        paperMap(ydoc),
        ...boxes.filter(({ takes }) => takes === 'words').map(({ id }) => boxText(ydoc, id)),
      ]),
    [ydoc, boxes],
  );
  return { manager, can: useWhatCanBe(manager) };
}

/** What can be taken back and done again now. The manager ends with whoever has it. */
export function useWhatCanBe(manager: Y.UndoManager): { readonly undo: boolean; readonly redo: boolean } {
  const [can, setCan] = useState({ undo: false, redo: false });
  useEffect(() => {
    const look = () => setCan({ undo: manager.undoStack.length > 0, redo: manager.redoStack.length > 0 });
    manager.on('stack-item-added', look);
    manager.on('stack-item-popped', look);
    look();
    return () => manager.destroy();
  }, [manager]);
  return can;
}

/** Ctrl and Z on the sheets takes back, with Shift or by Y it is done again; within one field, too. */
export function useUndoKeys(root: RefObject<HTMLElement | null>, undo: ReturnType<typeof useUndo>): void {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || !root.current?.contains(event.target as Node)) return;
      const letter = event.key.toLowerCase();
      const again = letter === 'y' || (letter === 'z' && event.shiftKey);
      if (letter !== 'z' && letter !== 'y') return;
      event.preventDefault();
      if (again) undo.manager.redo();
      else undo.manager.undo();
    };
    document.addEventListener('keydown', keys, true);
    return () => document.removeEventListener('keydown', keys, true);
  }, [root, undo]);
}
