'use client';

import { useEffect, useState } from 'react';
import { apart } from '@/ui/common/apart';
import { holdTheRest } from '@/ui/common/first-on-stage';
import { useInPieces } from '@/ui/common/in-pieces';
import { untilThere } from '@/ui/common/until-there';
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

const openBefore = new Set<string>();

/** Was a document open in this tab, and closed since? */
export const wasOpenHere = (document: string): boolean => openBefore.has(document);

/** Open documents, by document id. They stay open while the student goes from step to step. */
export function useSessions(documents: readonly string[]): ReadonlyMap<string, DocumentSession> {
  const wanted = documents.join(' ');
  const [sessions, setSessions] = useState<ReadonlyMap<string, DocumentSession>>(new Map());
  useEffect(() => {
    if (wanted === '') return;
    let left = false;
    const opened: DocumentSession[] = [];
    const letGo = holdTheRest();
    // A step at a time: what a screen begins when it is there adds up, and a slow phone hears no tap meanwhile.
    const open = async () => {
      await apart();
      if (left) return;
      const fetched = untilThere(() => import('./document-session'));
      await apart();
      if (left) return;
      const [{ DocumentSession }, saving] = await Promise.all([fetched, untilThere(saveLine)]);
      await apart();
      if (left) return;
      for (const id of wanted.split(' ')) {
        const session = new DocumentSession(id, saving);
        opened.push(session);
        session.subscribe(() => {
          if (opened.every(({ state }) => state.ready)) letGo();
        });
      }
      setSessions(new Map(opened.map((session) => [session.id, session])));
    };
    void open();
    return () => {
      left = true;
      letGo();
      for (const session of opened) session.close();
      for (const id of wanted.split(' ')) openBefore.add(id);
      setSessions(new Map());
    };
  }, [wanted]);
  return sessions;
}

/** The state of one open document, as it changes. */
export function useSessionState(session: DocumentSession | undefined): SessionState {
  const [heard, say] = useInPieces<{ readonly of: DocumentSession; readonly state: SessionState } | null>(null);
  useEffect(() => {
    if (!session) return;
    const hear = () => say({ of: session, state: session.state });
    // It may have changed between being drawn and being listened to.
    hear();
    return session.subscribe(hear);
  }, [session, say]);
  if (heard && heard.of === session) return heard.state;
  return session?.state ?? OPENING;
}
