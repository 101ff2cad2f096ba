'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import type { DeskStep } from '@/server/desk';
import type { DocumentSession, SessionState } from './document-session';
import type { SaveLine } from './save-line';

const OPENING: SessionState = { safety: 'opening', savedAt: null, ready: false, editable: false };

let line: SaveLine | undefined;

/** The documents of the steps of a Desk. */
export const documentsOf = (steps: readonly DeskStep[]): readonly string[] =>
  steps.flatMap((step) => (step.document ? [step.document.id as string] : []));

/** Open documents, by document id. They stay open while the student goes from step to step. */
export function useSessions(documents: readonly string[]): ReadonlyMap<string, DocumentSession> {
  const wanted = documents.join(' ');
  const [sessions, setSessions] = useState<ReadonlyMap<string, DocumentSession>>(new Map());
  useEffect(() => {
    if (wanted === '') return;
    let left = false;
    const opened: DocumentSession[] = [];
    void Promise.all([import('./document-session'), import('./save-line')]).then(
      ([{ DocumentSession }, { SaveLine }]) => {
        if (left) return;
        line ??= new SaveLine(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/save`);
        for (const id of wanted.split(' ')) opened.push(new DocumentSession(id, line));
        setSessions(new Map(opened.map((session) => [session.id, session])));
      },
    );
    return () => {
      left = true;
      for (const session of opened) session.close();
      setSessions(new Map());
    };
  }, [wanted]);
  return sessions;
}

const never = () => () => {};

/** The state of one open document, as it changes. */
export function useSessionState(session: DocumentSession | undefined): SessionState {
  return useSyncExternalStore(
    session?.subscribe ?? never,
    () => session?.state ?? OPENING,
    () => OPENING,
  );
}
