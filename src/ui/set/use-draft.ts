'use client';

import { useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import type { AssignmentDraft } from '@/core/setting/draft';
import { readDraft } from '@/core/setting/draft-document';
import { post } from '@/ui/common/client-request';
import type { DocumentSession, SessionState } from '@/ui/desk/document-session';
import { useSessionState, useSessions } from '@/ui/desk/use-sessions';

/** So long a draft is left to be written before it is read again, in milliseconds. */
const SETTLE = 120;
/** So long after the last letter lists get the new title. */
const NAMES = 900;

/** A draft that is open in this tab: what it says, and where it is written. */
export interface OpenDraft {
  readonly session: DocumentSession | undefined;
  readonly state: SessionState;
  /** What it says, and where that is written; `null` until it has been read. */
  readonly read: { readonly ydoc: Y.Doc; readonly draft: AssignmentDraft } | null;
}

/** Opens a draft on the line on which documents are saved, and reads it as it is written, here and elsewhere. */
export function useDraft(id: string): OpenDraft {
  const sessions = useSessions(useMemo(() => [id], [id]));
  const session = sessions.get(id);
  const state = useSessionState(session);
  const [draft, setDraft] = useState<AssignmentDraft | null>(null);
  const { ready } = state;
  useEffect(() => {
    if (!session || !ready) return;
    const { ydoc } = session;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const readNow = () => {
      timer = undefined;
      setDraft(readDraft(ydoc));
    };
    // What is chosen here is there at once, or a field would show what it said before; what is typed into a text can wait.
    const soon = (_update: Uint8Array, origin: unknown) => {
      if (origin === null || origin === undefined) {
        clearTimeout(timer);
        readNow();
      } else timer ??= setTimeout(readNow, SETTLE);
    };
    readNow();
    ydoc.on('update', soon);
    return () => {
      clearTimeout(timer);
      ydoc.off('update', soon);
    };
  }, [session, ready]);
  useNameInLists(id, draft?.title ?? null);
  const read = useMemo(() => (session && draft ? { ydoc: session.ydoc, draft } : null), [session, draft]);
  return { session, state, read };
}

/** Lists know a draft by the title that it had a moment ago. */
function useNameInLists(id: string, title: string | null): void {
  const [named, setNamed] = useState<string | null>(null);
  useEffect(() => {
    if (title === null || title === named) return;
    // What it is called when it is opened is known there.
    if (named === null) return setNamed(title);
    const timer = setTimeout(() => {
      setNamed(title);
      void post(`/api/drafts/${id}`, { title: title.slice(0, 200) });
    }, NAMES);
    return () => clearTimeout(timer);
  }, [id, title, named]);
}
