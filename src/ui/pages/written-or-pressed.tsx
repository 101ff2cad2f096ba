'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { useSessionState } from '@/ui/desk/use-sessions';
import type { EditorProps } from '@/ui/kinds/document/kind';
import classes from './pages.module.css';
import { SheetEditor } from './pages-editor';
import { PagesWords } from './pages-words';
import { useSheets } from './use-sheets';

const Press = dynamic(() => import('./press/press').then((loaded) => loaded.Press), { ssr: false });

/** Sheets, or the photographs that become sheets: a step that begins with those shows them until there are any. */
function Either(props: EditorProps) {
  const { session, editable, photographs = false, above } = props;
  const t = useTranslations('press');
  const { ready } = useSessionState(session);
  const { sheets } = useSheets(session.ydoc);
  const [pressing, setPressing] = useState<boolean | null>(null);
  const [made, setMade] = useState(false);
  const none = sheets.length === 0;
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
