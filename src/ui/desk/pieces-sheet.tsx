'use client';

import {
  IconFile,
  IconFileText,
  IconFileTypePdf,
  IconLink,
  IconMusic,
  IconTable,
  IconVideo,
  type TablerIcon,
} from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import type { DeskPiece } from '@/server/reading/desk/pieces';
import { post } from '@/ui/common/client-request';
import { useFileSize } from '@/ui/common/file-size';
import { useRefresh } from '@/ui/common/use-refresh';
import { PIECE_ROWS } from '@/ui/kinds/piece';
import { copyOf } from '@/ui/kinds/step';
import { useFindingWords } from './finding-words';
import classes from './pieces-sheet.module.css';
import type { Uploads } from './use-uploads';

interface Props {
  readonly view: DeskView;
  readonly uploads: Uploads;
  readonly canChange: boolean;
  readonly open: (piece: string) => void;
}

const ICONS: Readonly<Record<string, TablerIcon>> = {
  pdf: IconFileTypePdf,
  sheet: IconTable,
  sound: IconMusic,
  video: IconVideo,
  link: IconLink,
  document: IconFileText,
};

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

interface RowProps {
  readonly piece: DeskPiece;
  readonly canChange: boolean;
  readonly act: (path: string, body: object) => Promise<boolean>;
  readonly open: (piece: string) => void;
}

function PieceRow({ piece, canChange, act, open }: RowProps) {
  const t = useTranslations('pieces');
  const size = useFileSize();
  const [naming, setNaming] = useState(false);
  const path = `/api/pieces/${piece.id}`;
  const rename = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name') ?? '');
    if (await act(path, { act: 'rename', name })) setNaming(false);
  };
  return (
    <li>
      <Glyph piece={piece} />
      <span className={classes.name}>
        {naming ? (
          <form onSubmit={rename}>
            <input
              className="field"
              name="name"
              defaultValue={piece.name}
              aria-label={t('new-name')}
              ref={(field) => field?.focus()}
              dir="auto"
            />
            <button type="submit" className="quiet">
              {t('keep-name')}
            </button>
          </form>
        ) : PIECE_ROWS[piece.kind].opens ? (
          <button type="button" className={classes.open} onClick={() => open(piece.id)}>
            <bdi>{piece.name}</bdi>
          </button>
        ) : (
          <bdi>{piece.name}</bdi>
        )}
        <small>
          {[
            PIECE_ROWS[piece.kind].says(piece, { size, own: t('own-document') }),
            piece.pages === null ? '' : t('pages', { n: piece.pages }),
          ]
            .filter(Boolean)
            .join(', ')}
        </small>
      </span>
      {canChange && !naming ? (
        <span className={classes.acts}>
          <button
            type="button"
            className="quiet"
            onClick={() => setNaming(true)}
            aria-label={t('rename', { name: piece.name })}
          >
            {t('rename-short')}
          </button>
          <button
            type="button"
            className="quiet"
            onClick={() => act(path, { act: 'remove' })}
            aria-label={t('remove', { name: piece.name })}
          >
            {t('remove-short')}
          </button>
        </span>
      ) : null}
    </li>
  );
}

function Glyph({ piece }: { piece: DeskPiece }): ReactNode {
  const Icon = ICONS[piece.shown] ?? IconFile;
  return (
    <span className={classes.glyph}>
      {piece.shown === 'picture' ? (
        // biome-ignore lint/performance/noImgElement: the server makes the small picture
        <img src={`/api/pieces/${piece.id}/thumb`} alt="" loading="lazy" width={44} height={44} />
      ) : (
        <Icon size={26} stroke={1.4} aria-hidden="true" />
      )}
    </span>
  );
}

function FileButton({
  add,
  words,
  accept,
  camera = false,
}: {
  add: Uploads['add'];
  words: string;
  accept: string;
  camera?: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="quiet" onClick={() => input.current?.click()}>
        {words}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={words}
        multiple={!camera}
        accept={accept}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(event) => {
          add([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </>
  );
}

function LinkForm({ send, done }: { send: (address: string, name: string) => Promise<boolean>; done: () => void }) {
  const t = useTranslations('pieces');
  const put = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    if (await send(String(given.get('address') ?? ''), String(given.get('name') ?? ''))) done();
  };
  return (
    <form className={classes.form} onSubmit={put}>
      <label>
        {t('link-address')}
        <input className="field" name="address" inputMode="url" dir="ltr" required maxLength={2000} />
      </label>
      <label>
        {t('link-name')}
        <input className="field" name="name" dir="auto" maxLength={160} />
      </label>
      <button type="submit" className="quiet">
        {t('put-link')}
      </button>
    </form>
  );
}

function FromShelf({ view, put }: { view: DeskView; put: (from: 'piece' | 'document', id: string) => void }) {
  const t = useTranslations('pieces');
  const [words, setWords] = useState('');
  const found = view.onShelf.filter(({ name }) => name.toLocaleLowerCase().includes(words.toLocaleLowerCase()));
  if (view.onShelf.length === 0) return <p>{t('shelf-empty')}</p>;
  return (
    <div className={classes.form}>
      <label>
        {t('seek-shelf')}
        <input
          className="field"
          type="search"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          dir="auto"
        />
      </label>
      <ul className={classes.shelf}>
        {found.slice(0, 12).map(({ from, id, name }) => (
          <li key={id}>
            <button type="button" className="quiet" onClick={() => put(from, id)}>
              <bdi>{name}</bdi>
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 ? <p className="soft">{t('none-found')}</p> : null}
    </div>
  );
}
