'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { documentJson } from '@/core/documents/text-document';
import type { DocNode } from '@/core/text/document-json';
import type { DeskView } from '@/server/reading/desk/desk';
import type { Feedback } from '@/server/reading/desk/feedback';
import type { RepliedRemark } from '@/server/reading/desk/replies';
import { PlaceLink } from '@/ui/common/place-link';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { RemarksToDo } from '@/ui/remarks/remarks-to-do';
import type { DocumentSession } from './document-session';
import { FeedbackView } from './feedback-view';

const SETTLE = 700;

/** The student's documents as they are, read anew once the keys rest. */
function useDocumentsNow(sessions: ReadonlyMap<string, DocumentSession>): ReadonlyMap<string, DocNode> {
  const [documents, setDocuments] = useState<ReadonlyMap<string, DocNode>>(new Map());
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => setDocuments(new Map([...sessions].map(([id, { ydoc }]) => [id, documentJson(ydoc)])));
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(look, SETTLE);
    };
    look();
    for (const { ydoc } of sessions.values()) ydoc.on('update', soon);
    return () => {
      clearTimeout(timer);
      for (const { ydoc } of sessions.values()) ydoc.off('update', soon);
    };
  }, [sessions]);
  return documents;
}

interface Props {
  readonly view: DeskView;
  readonly sessions: ReadonlyMap<string, DocumentSession>;
  readonly times: Times;
  readonly now: number;
  readonly goTo: (remark: RepliedRemark) => void;
}

/** What counts of all that came back: the newest. */
export const latestOf = (view: Pick<DeskView, 'feedback'>): Feedback | undefined => view.feedback[0];

/** What came back, and each remark as something to do. */
export function FeedbackSheet({ view, sessions, times, now, goTo }: Props) {
  const t = useTranslations('feedback');
  const documents = useDocumentsNow(sessions);
  const refresh = useRefresh();
  const latest = latestOf(view);
  return (
    <>
      {latest && latest.remarks.length > 0 ? (
        <RemarksToDo
          remarks={latest.remarks}
          handIn={latest.handIn}
          documents={documents}
          lang={view.class.locale}
          goTo={goTo}
          changed={refresh}
        />
      ) : null}
      {view.receipts.length > 0 ? (
        <p>
          <PlaceLink href={`/desk/${view.id}/compare`}>{t('compare')}</PlaceLink>
        </p>
      ) : null}
      <FeedbackView feedback={view.feedback} earlier={view.earlier} times={times} now={now} />
    </>
  );
}
