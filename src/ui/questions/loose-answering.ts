'use client';

import { useMemo, useState } from 'react';
import type { Doc } from '@/core/text/nodes';
import type { Answering } from './use-answering';

type Given = Readonly<Record<string, unknown>>;

const noHint = () => null;

/** Answers that are given on the screen alone: to try a form, or questions that are being set. Nothing of them is kept. */
export function useLooseAnswering(changed: () => void = () => {}, hintOf: (part: string) => Doc | null = noHint) {
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
      hint: async (part) => hintOf(part),
      tie: () => {},
      flush: async () => true,
    }),
    [answers, changed, hintOf],
  );
  return { answering, answers, setAnswers };
}
