'use client';

import { useMemo, useState } from 'react';
import type * as Y from 'yjs';
import {
  addPaper,
  addThing,
  boxText,
  changeThing,
  dropThing,
  filledMap,
  newThing,
  readThing,
  thingsMap,
} from '@/core/documents/pages-document';
import { thingKind } from '@/core/kinds/thing';
import type { Box, Ruling } from '@/core/pages/given';
import { LONGEST_SIDE, type Thing, type ThingName } from '@/core/pages/things';
import { newAct } from '@/ui/common/act';
import { BEGIN, type Writing } from './tools';

/** What was chosen on the sheets: a thing, or a box that is filled. */
export type Chosen = { readonly thing: string } | { readonly box: string } | null;

type Undo = { readonly stopCapturing: () => void };

const within = (n: number): number => Math.min(LONGEST_SIDE, Math.max(-LONGEST_SIDE, Math.round(n * 10) / 10));

/** What is done to sheets by whoever writes on them. Each act can be taken back by itself. */
function actsOn(ydoc: Y.Doc, undo: Undo) {
  const act = (run: () => void): void => {
    undo.stopCapturing();
    ydoc.transact(run);
    undo.stopCapturing();
  };
  return {
    /** Puts a thing on a sheet, and gives its id. */
    put(is: ThingName, given: Pick<Thing, 'sheet' | 'x' | 'y'> & Partial<Thing>, { ink, weight }: Writing): string {
      const id = newAct();
      const size = thingKind(is).initial.size * weight;
      act(() => addThing(ydoc, newThing(is, { size, ...given, id, ink, at: Date.now() })));
      return id;
    },
    change(id: string, change: Parameters<typeof changeThing>[2]): void {
      const { x, y, w, h, ...rest } = change;
      const places = Object.entries({ x, y, w, h }).flatMap(([name, n]) =>
        n === undefined ? [] : [[name, within(n)]],
      );
      act(() => changeThing(ydoc, id, { ...rest, ...Object.fromEntries(places) }));
    },
    /** Changes a thing by what it is at this moment, not by what was drawn of it last: keys come faster than that. */
    shift(id: string, change: (thing: Thing) => Partial<Pick<Thing, 'x' | 'y' | 'w' | 'h'>>): void {
      const thing = readThing(id, thingsMap(ydoc).get(id));
      if (!thing) return;
      const places = Object.entries(change(thing)).map(([name, n]) => [name, within(n)]);
      changeThing(ydoc, id, Object.fromEntries(places));
    },
    /** How tall words turned out: said without a step of its own to be taken back. */
    measured: (id: string, h: number): void => changeThing(ydoc, id, { h: within(h) }),
    drop: (ids: readonly string[]): void =>
      act(() => {
        for (const id of ids) dropThing(ydoc, id);
      }),
    /** The same thing once more, a little aside. */
    again(thing: Thing): string {
      const id = newAct();
      act(() => addThing(ydoc, { ...thing, id, x: thing.x + 12, y: thing.y + 12, at: Date.now() }));
      return id;
    },
    fill: (box: string, said: string | null): void =>
      act(() => (said === null ? filledMap(ydoc).delete(box) : filledMap(ydoc).set(box, said))),
    empty: ({ id, takes }: Box): void =>
      act(() => {
        const text = boxText(ydoc, id);
        if (takes === 'words') text.delete(0, text.length);
        else filledMap(ydoc).delete(id);
      }),
    addSheet: (ruling: Ruling): string => {
      const id = newAct();
      act(() => addPaper(ydoc, id, ruling, Date.now()));
      return id;
    },
  };
}

export type Acts = ReturnType<typeof actsOn>;

/** Everything that writes on sheets: with what, what is chosen, and the acts. */
export interface Hand {
  readonly writing: Writing;
  readonly take: (writing: Partial<Writing>) => void;
  readonly chosen: Chosen;
  readonly choose: (chosen: Chosen) => void;
  /** The thing that was just put down, to go on with at once. */
  readonly fresh: string | null;
  readonly setFresh: (id: string | null) => void;
  readonly acts: Acts;
}

export function useHand(ydoc: Y.Doc, undo: Undo): Hand {
  const [writing, setWriting] = useState(BEGIN);
  const [chosen, choose] = useState<Chosen>(null);
  const [fresh, setFresh] = useState<string | null>(null);
  const acts = useMemo(() => actsOn(ydoc, undo), [ydoc, undo]);
  return useMemo(
    () => ({
      writing,
      take: (part) => setWriting((before) => ({ ...before, ...part })),
      chosen,
      choose,
      fresh,
      setFresh,
      acts,
    }),
    [writing, chosen, fresh, acts],
  );
}
