import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { useAwake } from '@/ui/common/use-awake';

const aside = () => import('./aside').then((loaded) => loaded.Aside);
const floor = () => import('./floor-sheet').then((loaded) => loaded.FloorSheet);
const feedback = () => import('./feedback-sheet').then((loaded) => loaded.FeedbackSheet);
const pieces = () => import('./pieces-sheet').then((loaded) => loaded.PiecesSheet);
const notes = () => import('./notes').then((loaded) => loaded.Notes);

// Sheets that are seldom open when one comes to a Desk: what is written on comes first.
export const Aside = dynamic(aside, { ssr: false });
export const FloorSheet = dynamic(floor, { ssr: false });
export const FeedbackSheet = dynamic(feedback, { ssr: false });
export const PiecesSheet = dynamic(pieces, { ssr: false });
export const Notes = dynamic(notes, { ssr: false });

/** So long after the Desk is there the sheets are fetched, in milliseconds: they have to open without a network, too. */
const AFTER = 2000;

/** Has the sheets at hand before they are asked for. */
export function useSheetsAtHand(): void {
  const awake = useAwake();
  useEffect(() => {
    if (!awake) return;
    const fetching = setTimeout(() => {
      for (const load of [aside, floor, feedback, pieces, notes]) load().catch(() => {});
    }, AFTER);
    return () => clearTimeout(fetching);
  }, [awake]);
}
