import type { Instant, StepId } from '../ids';
import type { Ask } from '../kinds/ask';
import { withPlaceIds } from '../text/place-ids';
import type { AssignmentDraft, DraftStep } from './draft';
import type { Lay } from './laying';

export interface CopiedInto {
  readonly lay: Lay;
  /** What is of the class into which it is copied: nothing of the first class's comes with it. */
  readonly own?: Partial<Pick<AssignmentDraft, 'unit' | 'after' | 'groups' | 'only' | 'arranged' | 'again'>>;
  /** Materials under their ids in the class into which it is copied; what is not named here is not taken along. */
  readonly materials: ReadonlyMap<string, string>;
  readonly newId: () => string;
}

/**
 * A draft for another class, or once more for the same: everything with ids of its own, times laid anew, and nothing of what
 * belongs to the first class alone (its unit, its groups, its people, what it waits for) but what is said to be its own.
 */
export function copied(draft: AssignmentDraft, { lay, own = {}, materials, newId }: CopiedInto): AssignmentDraft {
  const places = new Map<string, string>();
  const placeOf = (id: string): string => {
    const known = places.get(id) ?? newId();
    places.set(id, known);
    return known;
  };
  const laid = (at: Instant | null) => (at === null ? null : lay(at));
  const steps = draft.steps.map(
    (step): DraftStep => ({
      ...step,
      id: newId() as StepId,
      material: step.material === null ? null : (materials.get(step.material) ?? null),
      starter: step.starter && withPlaceIds(step.starter, placeOf),
      ...(step.sheets
        ? { sheets: { ...step.sheets, boxes: step.sheets.boxes.map((box) => ({ ...box, id: placeOf(box.id) })) } }
        : {}),
    }),
  );
  return {
    ...draft,
    unit: null,
    behind: null,
    after: [],
    groups: [],
    only: [],
    arranged: [],
    again: null,
    ...own,
    opensAt: laid(draft.opensAt),
    dueAt: laid(draft.dueAt),
    closesAt: laid(draft.closesAt),
    steps,
    asks: draft.asks.map((ask): Ask => ({ ...ask, id: newId(), place: ask.place && (places.get(ask.place) ?? null) })),
    rubric: draft.rubric.map((criterion) => ({ ...criterion, id: newId() })),
  };
}
