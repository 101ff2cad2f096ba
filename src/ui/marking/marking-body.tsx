'use client';

import { useState } from 'react';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { type ChosenWords, HandedIn } from './handed-in';
import { MarkingSide } from './marking-side';
import { REMARK_FIELD } from './remarks-editor';
import { useMarking } from './use-marking';

/** The hand-in and the marks of one student, side by side: what is remarked on here stands out there. */
export function MarkingBody({ view, zone, now }: { view: MarkingView; zone: string; now: number }) {
  const marking = useMarking(view);
  const [chosen, setChosen] = useState<ChosenWords | null>(null);
  const say = () => {
    const field = document.getElementById(REMARK_FIELD);
    field?.scrollIntoView({ block: 'center' });
    field?.focus();
  };
  return (
    <>
      <HandedIn
        view={view}
        zone={zone}
        now={now}
        remarks={marking.remarks}
        choose={setChosen}
        chosen={chosen}
        say={marking.waits || marking.amendable ? say : null}
      />
      <MarkingSide view={view} marking={marking} chosen={chosen} zone={zone} now={now} />
    </>
  );
}
