'use client';

import { useCallback, useMemo, useRef, useState } from 'react';
import type { Annotation } from '@/core/remarks/annotation';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { type ChosenWords, HandedIn } from './handed-in';
import { MarkingSide } from './marking-side';
import { REMARK_FIELD } from './remarks-editor';
import { useMarking } from './use-marking';

/** The hand-in and the marks of one student, side by side: what is remarked on here stands out there. */
export function MarkingBody({ view, zone, now }: { view: MarkingView; zone: string; now: number }) {
  const marking = useMarking(view);
  const [chosen, setChosen] = useState<ChosenWords | null>(null);
  // The way to the field is there for as long as it is needed: not once it was gone, and not after the words were let go.
  const [offered, setOffered] = useState(false);
  const choose = useCallback((words: ChosenWords) => {
    setChosen(words);
    setOffered(true);
  }, []);
  const letGo = useCallback(() => setOffered(false), []);
  const say = () => {
    setOffered(false);
    const field = document.getElementById(REMARK_FIELD);
    field?.scrollIntoView({ block: 'center' });
    field?.focus();
  };
  const { remarks, setRemarks, waits, amendable } = marking;
  const latest = useRef(remarks);
  latest.current = remarks;
  const set = useRef(setRemarks);
  set.current = setRemarks;
  const mayMark = waits || amendable;
  const here = useMemo(
    () =>
      mayMark
        ? {
            put: (remark: Annotation) => set.current([...latest.current, remark]),
            drop: (ids: readonly string[]) => set.current(latest.current.filter(({ id }) => !ids.includes(id))),
          }
        : null,
    [mayMark],
  );
  return (
    <>
      <HandedIn
        view={view}
        zone={zone}
        now={now}
        remarks={marking.remarks}
        choose={choose}
        letGo={letGo}
        chosen={offered ? chosen : null}
        say={mayMark ? say : null}
        marking={here}
      />
      <MarkingSide view={view} marking={marking} chosen={chosen} zone={zone} now={now} />
    </>
  );
}
