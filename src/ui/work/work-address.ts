import type { Place } from '@/core/places';
import type { Chosen } from '@/core/work/chosen-work';

/** Where a choice is shown; what is as it usually is stays out of the address. */
export const placeOf = (chosen: Chosen): Place => ({
  at: 'chosen-work',
  chosen: {
    sort: chosen.sort === 'due' ? null : chosen.sort,
    down: chosen.down ? '1' : null,
    class: chosen.classId,
    state: chosen.state === 'to-do' ? null : chosen.state,
    kind: chosen.takes,
    week: chosen.week === null ? null : String(chosen.week),
    whole: chosen.whole ? '1' : null,
  },
});
