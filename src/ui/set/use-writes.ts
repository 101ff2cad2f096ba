'use client';

import { useEffect, useMemo, useRef } from 'react';
import type * as Y from 'yjs';
import type { StepId } from '@/core/ids';
import { documentFor, initialSettings, type StepName } from '@/core/kinds/step';
import type { AssignmentDraft, DraftStep } from '@/core/setting/draft';
import { addThing, changeThing, choose, dropThing } from '@/core/setting/draft-writes';
import { type KnownMaterial, minutesOf, minutesTogether } from '@/core/setting/minutes';
import { newAct } from '@/ui/common/act';

/** A text in which a student answers, at first. */
const EMPTY = { type: 'doc' as const, content: [{ type: 'paragraph' as const }] };

/**
 * Proposes minutes anew as a draft is written, for its steps and for all of it, as long as nobody has said them otherwise: as
 * long as they were as proposed.
 */
export function useProposedMinutes(
  ydoc: Y.Doc,
  draft: AssignmentDraft,
  materials: ReadonlyMap<string, KnownMaterial>,
  editable: boolean,
): void {
  const before = useRef(draft);
  useEffect(() => {
    const was = before.current;
    before.current = draft;
    if (!editable || was === draft) return;
    const steps = draft.steps.map((step) => {
      const then = was.steps.find(({ id }) => id === step.id);
      const asProposed = then && then.minutes === step.minutes && then.minutes === minutesOf(then, was, materials);
      return { id: step.id, now: step.minutes, minutes: asProposed ? minutesOf(step, draft, materials) : step.minutes };
    });
    const together = minutesTogether(steps);
    const follows = was.minutes === draft.minutes && was.minutes === minutesTogether(was.steps);
    ydoc.transact(() => {
      for (const { id, now, minutes } of steps) if (minutes !== now) changeThing(ydoc, 'steps', id, { minutes });
      if (follows && together !== draft.minutes) choose(ydoc, 'minutes', together);
    });
  }, [ydoc, draft, materials, editable]);
}

/** What is done to the steps of a draft. */
export function useStepWrites(ydoc: Y.Doc, draft: AssignmentDraft, materials: ReadonlyMap<string, KnownMaterial>) {
  return useMemo(
    () => ({
      add(kind: StepName, title: string): StepId {
        const id = newAct() as StepId;
        const step = {
          kind,
          title,
          settings: initialSettings(kind),
          material: null,
          starter: documentFor(kind) === 'text' ? EMPTY : null,
        };
        addThing(ydoc, 'steps', id, { ...step, minutes: minutesOf({ ...step, id, minutes: 0 }, draft, materials) });
        return id;
      },
      change: ({ id }: DraftStep, change: Partial<Omit<DraftStep, 'id' | 'starter'>>): void =>
        changeThing(ydoc, 'steps', id, change),
      drop: (id: StepId): void => dropThing(ydoc, 'steps', id),
    }),
    [ydoc, draft, materials],
  );
}
