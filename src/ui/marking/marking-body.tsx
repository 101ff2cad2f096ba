'use client';

import { useState } from 'react';
import type { MarkingView } from '@/server/marking-desk';
import { type ChosenWords, HandedIn } from './handed-in';
import { MarkingSide } from './marking-side';
import { useMarking } from './use-marking';

/** The hand-in and the marks of one student, side by side: what is remarked on here stands out there. */
export function MarkingBody({ view, zone, now }: { view: MarkingView; zone: string; now: number }) {
  const marking = useMarking(view);
  const [chosen, setChosen] = useState<ChosenWords | null>(null);
  return (
    <>
      <HandedIn view={view} zone={zone} now={now} remarks={marking.remarks} choose={setChosen} />
      <MarkingSide view={view} marking={marking} chosen={chosen} zone={zone} now={now} />
    </>
  );
}
