'use client';

import { IconFile, IconFileText } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import { post } from '@/ui/common/client-request';
import { useFileSize } from '@/ui/common/file-size';
import { useRefresh } from '@/ui/common/use-refresh';
import { copyOf } from '@/ui/kinds/step';
import { FileButton, FromShelf, LinkForm } from './add-pieces';
import { useFindingWords } from './finding-words';
import { PieceRow } from './piece-row';
import classes from './pieces-sheet.module.css';
import type { Uploads } from './use-uploads';

interface Props {
  readonly view: DeskView;
  readonly uploads: Uploads;
  readonly canChange: boolean;
  readonly open: (piece: string) => void;
}

/** What goes along with the hand-in: seen, opened, named, taken off, brought back. And the ways to add to it. */
export function PiecesSheet({ view, uploads, canChange, open }: Props) {
  const t = useTranslations('pieces');
  const size = useFileSize();
  const { filesAsked } = useFindingWords();
  const [problem, setProblem] = useState<string | null>(null);
  const [adding, setAdding] = useState<'link' | 'shelf' | null>(null);
  const refresh = useRefresh();
  const act = async (path: string, body: object) => {
    const answer = await post(path, body);
    setProblem(answer.ok ? null : answer.code);
    refresh();
    return answer.ok;
  };
  const written = view.steps.flatMap((step) => copyOf(step) ?? []);
  const along = view.pieces.filter(({ removedAt }) => removedAt === null);
  const off = view.pieces.filter(({ removedAt }) => removedAt !== null);
  const asked = filesAsked(view.asks);
  return (
    <div className={classes.pieces}>
      {asked.map((words) => (
        <p key={words}>{words}</p>
      ))}
      <h3>{t('along')}</h3>
      {written.length + along.length === 0 ? <p className="soft">{t('nothing')}</p> : null}
      <ul className={classes.list} aria-label={t('along')}>
        {written.map(({ id, title }) => (
          <li key={id}>
            <span className={classes.glyph}>
              <IconFileText size={26} stroke={1.4} aria-hidden="true" />
            </span>
            <span className={classes.name}>
              <bdi>{title}</bdi>
              <small>{t('written-here')}</small>
            </span>
          </li>
        ))}
        {along.map((piece) => (
          <PieceRow key={piece.id} piece={piece} canChange={canChange} act={act} open={open} />
        ))}
        {uploads.sending.map((one) => (
          <li key={one.key}>
            <span className={classes.glyph}>
              <IconFile size={26} stroke={1.4} aria-hidden="true" />
            </span>
            <span className={classes.name}>
              <bdi>{one.name}</bdi>
              {one.state === 'going' ? (
                <>
                  <progress value={one.sent} max={one.size} aria-label={t('sending', { name: one.name })} />
                  <small>{t('sent', { sent: size(one.sent), of: size(one.size) })}</small>
                </>
              ) : (
                <small role="alert" className="plum">
                  {one.state === 'stopped' ? t('stopped') : t(known(t, one.code))}
                </small>
              )}
            </span>
            <span className={classes.acts}>
              {one.state === 'stopped' ? (
                <button type="button" className="quiet" onClick={() => uploads.again(one.key)}>
                  {t('again')}
                </button>
              ) : null}
              <button type="button" className="quiet" onClick={() => uploads.cancel(one.key)}>
                {t(one.state === 'refused' ? 'put-away' : 'cancel')}
              </button>
            </span>
          </li>
        ))}
      </ul>
      <p role="alert" className="plum">
        {problem ? t(known(t, problem)) : null}
      </p>
      {canChange ? (
        <>
          <h3>{t('add')}</h3>
          <div className={classes.ways}>
            <FileButton add={uploads.add} words={t('choose')} accept={view.accept} />
            <FileButton add={uploads.add} words={t('photo')} accept="image/*" camera />
            <button
              type="button"
              className="quiet"
              aria-expanded={adding === 'shelf'}
              onClick={() => setAdding(adding === 'shelf' ? null : 'shelf')}
            >
              {t('from-shelf')}
            </button>
            <button
              type="button"
              className="quiet"
              aria-expanded={adding === 'link'}
              onClick={() => setAdding(adding === 'link' ? null : 'link')}
            >
              {t('a-link')}
            </button>
          </div>
          {adding === 'link' ? (
            <LinkForm
              send={(address, name) => act(`/api/assignments/${view.id}/pieces`, { from: 'link', address, name })}
              done={() => setAdding(null)}
            />
          ) : null}
          {adding === 'shelf' ? (
            <FromShelf
              view={view}
              put={async (from, id) => {
                if (await act(`/api/assignments/${view.id}/pieces`, { from, id })) setAdding(null);
              }}
            />
          ) : null}
          <p className="soft">{t('ways', { size: size(view.largestFile) })}</p>
        </>
      ) : null}
      {off.length > 0 ? (
        <details className={classes.off}>
          <summary>{t('off', { n: off.length })}</summary>
          <ul className={classes.list}>
            {off.map((piece) => (
              <li key={piece.id}>
                <span className={classes.name}>
                  <bdi>{piece.name}</bdi>
                </span>
                {canChange ? (
                  <button
                    type="button"
                    className="quiet"
                    onClick={() => act(`/api/pieces/${piece.id}`, { act: 'bring-back' })}
                  >
                    {t('bring-back', { name: piece.name })}
                  </button>
                ) : null}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}

/** The words for a refusal; an unknown one is still a sentence. */
const known = (t: ReturnType<typeof useTranslations<'pieces'>>, code: string) =>
  (t.has(`problem.${code}` as 'problem.broke') ? `problem.${code}` : 'problem.broke') as 'problem.broke';
