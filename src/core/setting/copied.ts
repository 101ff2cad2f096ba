import { comingLessons, type WholeLesson, wallMoment, wallText } from '../calendar/lesson-times';
import type { Instant, StepId } from '../ids';
import type { Ask } from '../kinds/ask';
import { withPlaceIds } from '../text/place-ids';
import type { AssignmentDraft, DraftStep } from './draft';

/** A class's lessons of a week, and from when on they are counted. */
export interface Laid {
  readonly lessons: readonly WholeLesson[];
  readonly from: Instant;
}

/** So many lessons ahead are looked at: a year of five a week. */
const FAR = 260;
const DAY = 86_400_000;

/**
 * A moment laid anew: the beginning or end of the so-manieth lesson of one class becomes that of another's; any other keeps its
 * time on the wall, so many days on.
 *
 * @param from how it lay: in lessons counted from a moment
 * @param to how it is to lie
 */
export function relaid(at: Instant, from: Laid, to: Laid, zone: string): Instant {
  const before = comingLessons(from.lessons, from.from, zone, FAR);
  const n = before.findIndex(({ startsAt, endsAt }) => at === startsAt || at === endsAt);
  const lesson = n < 0 ? undefined : comingLessons(to.lessons, to.from, zone, n + 1)[n];
  if (lesson) return at === before[n]?.startsAt ? lesson.startsAt : lesson.endsAt;
  const dayOf = (moment: Instant) => Date.parse(`${wallText(moment, zone).slice(0, 10)}T00:00Z`);
  const day = dayOf(to.from) + (dayOf(at) - dayOf(from.from));
  const moment = wallMoment(`${new Date(day).toISOString().slice(0, 10)}T${wallText(at, zone).slice(11)}`, zone);
  return typeof moment === 'string' ? to.from + Math.round((at - from.from) / DAY) * DAY : moment;
}

export interface CopiedInto {
  readonly from: Laid;
  readonly to: Laid;
  readonly zone: string;
  /** Materials under their ids in the class into which it is copied; what is not named here is not taken along. */
  readonly materials: ReadonlyMap<string, string>;
  readonly newId: () => string;
}

/**
 * A draft for another class: everything with ids of its own, times laid anew, and nothing of what belongs to the first class
 * alone (its unit, its groups, what it waits for).
 */
export function copied(draft: AssignmentDraft, { from, to, zone, materials, newId }: CopiedInto): AssignmentDraft {
  const places = new Map<string, string>();
  const placeOf = (id: string): string => {
    const known = places.get(id) ?? newId();
    places.set(id, known);
    return known;
  };
  const lay = (at: Instant | null) => (at === null ? null : relaid(at, from, to, zone));
  const steps = draft.steps.map(
    (step): DraftStep => ({
      ...step,
      id: newId() as StepId,
      material: step.material === null ? null : (materials.get(step.material) ?? null),
      starter: step.starter && withPlaceIds(step.starter, placeOf),
    }),
  );
  return {
    ...draft,
    unit: null,
    after: [],
    groups: [],
    opensAt: lay(draft.opensAt),
    dueAt: lay(draft.dueAt),
    closesAt: lay(draft.closesAt),
    steps,
    asks: draft.asks.map((ask): Ask => ({ ...ask, id: newId(), place: ask.place && (places.get(ask.place) ?? null) })),
    rubric: draft.rubric.map((criterion) => ({ ...criterion, id: newId() })),
  };
}
