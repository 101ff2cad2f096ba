'use client';

import { useMemo, useState } from 'react';
import type { Answering } from './use-answering';

type Given = Readonly<Record<string, unknown>>;

/** Answers that are given on the screen alone: to try a form, or questions that are being set. Nothing of them is kept. */
export function useLooseAnswering(changed: () => void = () => {}) {
  const [answers, setAnswers] = useState<Given>({});
  const answering = useMemo<Answering>(
    () => ({
      running: { materials: {} } as Answering['running'],
      answers,
      sheets: [],
      at: undefined,
      go: () => {},
      ready: true,
      editable: true,
      set: (part, answer) => {
        changed();
        setAnswers((before) => ({ ...before, [part]: answer }));
      },
      text: () => null,
      tie: () => {},
      flush: async () => true,
    }),
    [answers, changed],
  );
  return { answering, answers, setAnswers };
}
