'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { measuredOf, type Written } from '@/core/kinds/document';
import { DocumentView } from '@/ui/common/document-view';
import { keyOr } from '@/ui/common/key-or';
import { ToolLine } from './tool-line';
import classes from './tool-lines.module.css';

interface Version {
  readonly id: number;
  readonly at: number;
  readonly reason: string;
}

interface Props {
  readonly document: string;
  /** Makes the document what it was. */
  readonly bringBack: (written: Written) => void;
  readonly close: () => void;
}

/** What the document was before: to be looked at, and brought back. Bringing back is a change like any other, and can be undone. */
export function VersionsLine({ document, bringBack, close }: Props) {
  const t = useTranslations('writing');
  const format = useFormatter();
  const [versions, setVersions] = useState<readonly Version[] | null | 'away'>(null);
  const [shown, setShown] = useState<{ readonly id: number; readonly written: Written } | null>(null);
  const path = `/api/documents/${document}/versions`;
  useEffect(() => {
    let left = false;
    fetch(path)
      .then((response) => response.json() as Promise<{ versions?: Version[] }>)
      .then(({ versions: found }) => found ?? [])
      .catch(() => 'away' as const)
      .then((found) => {
        if (!left) setVersions(found);
      });
    return () => {
      left = true;
    };
  }, [path]);
  const see = async (id: number) => {
    const answer = await fetch(`${path}/${id}`)
      .then((response) => response.json() as Promise<{ written?: Written }>)
      .catch(() => null);
    setShown(answer?.written ? { id, written: answer.written } : null);
  };
  return (
    <ToolLine label={t('versions')} close={close}>
      <div className={classes.meanings}>
        <p role="status">
          {versions === null
            ? t('looking')
            : versions === 'away'
              ? t('problem.unreachable')
              : versions.length === 0
                ? t('no-versions')
                : t('versions-say')}
        </p>
        <ul className={classes.versions}>
          {Array.isArray(versions)
            ? versions.map(({ id, at, reason }: Version) => (
                <li key={id}>
                  <span>
                    {format.dateTime(at, { dateStyle: 'medium', timeStyle: 'short' })}{' '}
                    <small>{t(keyOr(t.has, `version-${reason}`, 'version-pause'))}</small>
                  </span>
                  <button type="button" className="quiet" aria-expanded={shown?.id === id} onClick={() => see(id)}>
                    {t('see-version')}
                  </button>
                </li>
              ))
            : null}
        </ul>
        {shown ? (
          <section className={classes.version} aria-label={t('version')}>
            <button
              type="button"
              className="quiet"
              onClick={() => {
                bringBack(shown.written);
                close();
              }}
            >
              {t('bring-version-back')}
            </button>
            <DocumentView document={measuredOf(shown.written)} lang="" />
          </section>
        ) : null}
      </div>
    </ToolLine>
  );
}
