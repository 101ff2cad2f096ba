'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import { ANSWER_TEXT, answersMap, answerText, loopsMap } from '@/core/documents/answers-fields';
import { type Answers, type SheetState, sheetState } from '@/core/questions/answers';
import type { AskedSheet } from '@/core/questions/paper';
import type { Doc } from '@/core/text/nodes';
import type { RunningAttempt } from '@/server/reading/questions/given';
import type { DocumentSession } from '@/ui/desk/document-session';
import { useSessionState } from '@/ui/desk/use-sessions';

/** One question among the others: how it stands, and whether somebody wanted to come back to it. */
export interface SheetStanding {
  readonly id: string;
  readonly number: number;
  readonly state: SheetState;
  readonly loop: boolean;
}

/** The answers of the attempt that runs, as they are given here and on other devices. */
export interface Answering {
  readonly running: RunningAttempt;
  readonly answers: Answers;
  readonly sheets: readonly SheetStanding[];
  /** The question that is before one. */
  readonly at: AskedSheet | undefined;
  readonly go: (id: string) => void;
  /** Everything that was kept so far is here: it can be answered. */
  readonly ready: boolean;
  readonly editable: boolean;
  readonly set: (part: string, answer: unknown) => void;
  readonly text: (part: string) => Y.Text | null;
  /** What helps with a part; `null` where it could not be had. */
  readonly hint: (part: string) => Promise<Doc | null>;
  readonly tie: (question: string) => void;
  readonly flush: () => Promise<boolean>;
}

/** What was answered so far, as it lies in its document. */
function readAll(ydoc: Y.Doc): { readonly answers: Answers; readonly loops: ReadonlySet<string> } {
  const answers: Record<string, unknown> = { ...answersMap(ydoc).toJSON() };
  for (const name of ydoc.share.keys())
    if (name.startsWith(ANSWER_TEXT)) {
      const text = ydoc.getText(name).toString();
      if (text !== '') answers[name.slice(ANSWER_TEXT.length)] = text;
    }
  return { answers, loops: new Set([...loopsMap(ydoc)].flatMap(([id, tied]) => (tied === true ? [id] : []))) };
}

/** Asks the school for what helps with a part: what it is stays there until somebody asks. */
const hintFrom = (attempt: string, part: string): Promise<Doc | null> =>
  fetch(`/api/attempts/${attempt}/hints/${part}`)
    .then((response) => response.json() as Promise<{ hint?: Doc }>)
    .then(({ hint }) => hint ?? null)
    .catch(() => null);

const NOTHING = { answers: {}, loops: new Set<string>() } as const;

/** Follows the answers of an attempt, and says what is before one. */
export function useAnswering(
  running: RunningAttempt | null,
  session: DocumentSession | undefined,
  chosen: string | null,
  go: (id: string) => void,
): Answering | null {
  const state = useSessionState(session);
  const [found, setFound] = useState<ReturnType<typeof readAll>>(NOTHING);
  useEffect(() => {
    if (!session) return setFound(NOTHING);
    const look = () => setFound(readAll(session.ydoc));
    look();
    session.ydoc.on('update', look);
    return () => session.ydoc.off('update', look);
  }, [session]);
  const set = useCallback(
    (part: string, answer: unknown) => {
      if (!session) return;
      if (answer === null) answersMap(session.ydoc).delete(part);
      else answersMap(session.ydoc).set(part, answer);
    },
    [session],
  );
  const tie = useCallback(
    (question: string) => {
      if (!session) return;
      const loops = loopsMap(session.ydoc);
      if (loops.get(question)) loops.delete(question);
      else loops.set(question, true);
    },
    [session],
  );
  return useMemo(() => {
    if (!running) return null;
    const sheets = running.sheets.map((sheet) => ({
      id: sheet.id,
      number: sheet.number,
      state: sheetState(sheet, found.answers),
      loop: found.loops.has(sheet.id),
    }));
    return {
      running,
      answers: found.answers,
      sheets,
      at: running.sheets.find(({ id }) => id === (running.practice?.next ?? chosen)) ?? running.sheets[0],
      go,
      ready: state.ready,
      editable: state.ready && state.editable && running.standing.phase === 'answering',
      set,
      text: (part) => (session ? answerText(session.ydoc, part) : null),
      hint: (part) => hintFrom(running.id, part),
      tie,
      flush: () => session?.flush() ?? Promise.resolve(true),
    };
  }, [running, found, chosen, go, state, set, tie, session]);
}
