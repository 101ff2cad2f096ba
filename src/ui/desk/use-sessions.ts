'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import type { DocumentSession, SessionState } from './document-session';
import type { SaveLine } from './save-line';

const OPENING: SessionState = { safety: 'opening', savedAt: null, ready: false, editable: false };

let line: SaveLine | undefined;

/** The one line of this tab on which documents are saved. */
export async function saveLine(): Promise<SaveLine> {
  const { SaveLine: Line } = await import('./save-line');
  line ??= new Line(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/save`);
  return line;
}

/** Open documents, by document id. They stay open while the student goes from step to step. */
export function useSessions(documents: readonly string[]): ReadonlyMap<string, DocumentSession> {
  const wanted = documents.join(' ');
  const [sessions, setSessions] = useState<ReadonlyMap<string, DocumentSession>>(new Map());
  useEffect(() => {
    if (wanted === '') return;
    let left = false;
    const opened: DocumentSession[] = [];
    void Promise.all([import('./document-session'), saveLine()]).then(([{ DocumentSession }, open]) => {
      if (left) return;
      for (const id of wanted.split(' ')) opened.push(new DocumentSession(id, open));
      setSessions(new Map(opened.map((session) => [session.id, session])));
    });
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
