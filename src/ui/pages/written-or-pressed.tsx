'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';
import { givenMap, hasSheets, paperMap } from '@/core/documents/pages-document';
import { useSessionState } from '@/ui/desk/use-sessions';
import type { EditorProps } from '@/ui/kinds/document/kind';
import classes from './pages.module.css';
import { SheetEditor } from './pages-editor';
import { PagesWords } from './pages-words';

const Press = dynamic(() => import('./press/press').then((loaded) => loaded.Press), { ssr: false });

/** Is there no sheet yet? Asked only when sheets come or go: what is written on them is the editor's. */
function useNoSheets(ydoc: Y.Doc): boolean {
  const [none, setNone] = useState(() => !hasSheets(ydoc));
  useEffect(() => {
    const look = () => setNone(!hasSheets(ydoc));
    look();
    const maps = [givenMap(ydoc), paperMap(ydoc)] as const;
    for (const map of maps) map.observe(look);
    return () => {
      for (const map of maps) map.unobserve(look);
    };
  }, [ydoc]);
  return none;
}

/** Sheets, or the photographs that become sheets: a step that begins with those shows them until there are any. */
function Either(props: EditorProps) {
  const { session, editable, photographs = false, above } = props;
  const t = useTranslations('press');
  const { ready } = useSessionState(session);
  const none = useNoSheets(session.ydoc);
  const [pressing, setPressing] = useState<boolean | null>(null);
  const [made, setMade] = useState(false);
  if (!ready || !(pressing ?? (photographs && none)))
    return (
      <>
        {made ? (
          <p role="status" className={classes.line}>
            {t('made')}
            <button type="button" className="quiet" onClick={() => setMade(false)}>
              {t('put-away')}
            </button>
          </p>
        ) : null}
        <SheetEditor {...props} press={() => setPressing(true)} />
      </>
    );
  return (
    <>
      {above}
      <Press
        document={session.id}
        ydoc={session.ydoc}
        editable={editable}
        toSheets={none ? null : () => setPressing(false)}
        done={() => {
          setMade(true);
          setPressing(false);
        }}
      />
    </>
  );
}

/** Sheets that are written on, with the words that are said around them. */
export function PagesEditor(props: EditorProps) {
  return (
    <PagesWords>
      <Either {...props} />
    </PagesWords>
  );
}
