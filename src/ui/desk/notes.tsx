'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import { post } from '@/ui/common/client-request';
import { useRefresh } from '@/ui/common/use-refresh';
import { DocumentEditor } from '@/ui/kinds/document';
import { useSessionState, useSessions } from './use-sessions';
import type { WritingHelp } from './writing-help';

const NO_NOTES = new Map();

/** Notes beside the work. They are saved like everything else, and never go along. */
export function Notes({ view, help }: { view: DeskView; help: WritingHelp | null }) {
  const t = useTranslations('desk');
  const refresh = useRefresh();
  const [problem, setProblem] = useState(false);
  const sessions = useSessions(useMemo(() => (view.notes ? [view.notes as string] : []), [view.notes]));
  const session = view.notes ? sessions.get(view.notes) : undefined;
  const state = useSessionState(session);
  const missing = view.notes === null;
  useEffect(() => {
    if (!missing) return;
    void post(`/api/assignments/${view.id}/notes`).then((answer) => (answer.ok ? refresh() : setProblem(true)));
  }, [missing, view.id, refresh]);
  return (
    <>
      <p className="soft">{t('notes-say')}</p>
      {problem ? <p role="alert">{t('problem.unreachable')}</p> : null}
      {session ? (
        <DocumentEditor
          kind="text"
          session={session}
          title={t('sheet-notes')}
          lang={view.class.locale}
          notes={NO_NOTES}
          tools="words"
          help={help}
          spelling={view.spelling}
          editable={state.editable}
          handle={null}
        />
      ) : (
        <p role="status">{t('opening')}</p>
      )}
    </>
  );
}
