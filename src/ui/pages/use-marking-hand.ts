'use client';

import { useMemo, useRef, useState } from 'react';
import { newThing } from '@/core/documents/pages-document';
import { thingKind } from '@/core/kinds/thing';
import { areaOf } from '@/core/kinds/thing/kind';
import { INK_COLOURS, type Thing, type ThingName } from '@/core/pages/things';
import { type Annotation, drawingIn, type Motivation, placeOnSheet, remarkAt } from '@/core/remarks/annotation';
import { newAct } from '@/ui/common/act';
import type { PlaceMarking } from '@/ui/kinds/document/kind';
import type { Writing } from './tools';
import type { PenHand } from './use-pen';

/** What a press of a teacher does on a sheet: it says something there, or draws. */
export type MarkTool = 'remark' | 'ink' | 'line' | 'tick' | 'rub';

/** What a drawing stands for where it cannot be seen, and why it was made. */
const SIGNS: Partial<Record<ThingName, readonly [string, Motivation]>> = {
  tick: ['✓', 'assessing'],
  line: ['—', 'highlighting'],
  ink: ['✎', 'highlighting'],
};

/** A drawing as an annotation: its path lies on the sheet, and no longer in a corner of its own. */
function drawnRemark(id: string, piece: string, page: number, thing: Thing): Annotation | null {
  const shape = thingKind(thing.is).shape(thing);
  const [says, motivation] = SIGNS[thing.is] ?? ['✎', 'highlighting'];
  if (!shape || shape.path === '') return null;
  return remarkAt(
    id,
    piece,
    { page, ...areaOf(thing) },
    {
      motivation,
      says,
      drawing: {
        path: shape.path,
        width: shape.filled ? null : thing.size,
        colour: INK_COLOURS.brown,
      },
    },
  );
}

/** With what a teacher draws on the sheets of a piece: each stroke is a remark without words. */
export function useMarkingHand(
  marking: PlaceMarking | null,
  remarks: readonly Annotation[],
  sheets: readonly string[],
) {
  const [tool, setTool] = useState<MarkTool>('remark');
  const [done, setDone] = useState<readonly string[]>([]);
  const latest = useRef(remarks);
  latest.current = remarks;
  const hand = useMemo((): PenHand => {
    const writing: Writing = { tool: tool === 'remark' ? 'move' : tool, ink: 'brown', weight: 1 };
    return {
      writing,
      choose: () => {},
      setFresh: () => {},
      acts: {
        put(is, given) {
          const id = newAct();
          const thing = newThing(is, { ...given, id, ink: 'brown', at: 0 });
          const remark = marking && drawnRemark(id, marking.piece, sheets.indexOf(given.sheet) + 1, thing);
          if (remark && marking) {
            marking.put(remark);
            setDone((before) => [...before, id]);
          }
          return id;
        },
        drop: (ids) => marking?.drop(ids),
      },
    };
  }, [tool, marking, sheets]);
  /** What was drawn on a sheet, as far as it can be rubbed out: it is touched wherever it lies. */
  const drawnOn = (sheet: string): readonly Thing[] =>
    latest.current.flatMap(({ id, target }) => {
      const place = placeOnSheet(target.selector);
      if (!place || sheets[place.page - 1] !== sheet || drawingIn(target.selector) === null) return [];
      const { x, y, w, h } = place;
      return [newThing('picture', { id, sheet, x, y, w, h, ink: 'brown', at: 0 })];
    });
  const undo =
    done.length === 0
      ? null
      : () => {
          marking?.drop(done.slice(-1));
          setDone(done.slice(0, -1));
        };
  return { tool, setTool, hand, drawnOn, undo };
}

export type MarkingHand = ReturnType<typeof useMarkingHand>;
