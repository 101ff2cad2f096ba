'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { type DocumentName, type Written, writtenAs } from '@/core/kinds/document';
import { readDocument } from '@/core/kinds/document/stored';
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
function useDocumentsNow(
  kinds: ReadonlyMap<string, DocumentName>,
  sessions: ReadonlyMap<string, DocumentSession>,
): ReadonlyMap<string, Written> {
  const [documents, setDocuments] = useState<ReadonlyMap<string, Written>>(new Map());
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () =>
      setDocuments(
        new Map(
          [...sessions].flatMap(([id, { ydoc }]): [string, Written][] => {
            const kind = kinds.get(id);
            return kind ? [[id, writtenAs(kind, readDocument(kind, ydoc))]] : [];
          }),
        ),
      );
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
  }, [kinds, sessions]);
  return documents;
}

interface Props {
  readonly view: DeskView;
  /** The kinds of the open documents, and those themselves, by id. */
  readonly kinds: ReadonlyMap<string, DocumentName>;
  readonly sessions: ReadonlyMap<string, DocumentSession>;
  readonly times: Times;
  readonly now: number;
  readonly goTo: (remark: RepliedRemark) => void;
}

/** What counts of all that came back: the newest. */
export const latestOf = (view: Pick<DeskView, 'feedback'>): Feedback | undefined => view.feedback[0];

/** What came back, and each remark as something to do. */
export function FeedbackSheet({ view, kinds, sessions, times, now, goTo }: Props) {
  const t = useTranslations('feedback');
  const documents = useDocumentsNow(kinds, sessions);
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
          <PlaceLink to={{ at: 'compare', assignment: view.id }}>{t('compare')}</PlaceLink>
        </p>
      ) : null}
      <FeedbackView feedback={view.feedback} earlier={view.earlier} times={times} now={now} />
    </>
  );
}
