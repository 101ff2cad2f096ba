'use client';

import { useCallback, useMemo } from 'react';
import { plainText } from '@/core/text/document-json';
import type { DeskView } from '@/server/reading/desk/desk';
import { addToDraft } from '@/ui/common/kept-draft';
import { Floor } from '@/ui/talk/floor';

interface Props {
  readonly view: DeskView;
  readonly zone: string;
  readonly now: number;
  /** Opens the quiet word, which has the words by then. */
  readonly toAside: () => void;
}

/** The open floor of an assignment, on its Desk. What is meant for the teachers alone goes into the quiet word. */
export function FloorSheet({ view, zone, now, toAside }: Props) {
  const { instructions, title, steps } = view;
  const topic = useMemo(
    () => [title, ...steps.map((step) => step.title), instructions ? plainText(instructions) : ''].join('\n'),
    [title, steps, instructions],
  );
  const aside = `aside-${view.id}-${view.student.id}`;
  const quiet = useCallback(
    (words: string) => {
      addToDraft(aside, words);
      toAside();
    },
    [aside, toAside],
  );
  return <Floor class={view.class} about={view.id} zone={zone} now={now} topic={topic} quiet={quiet} />;
}
