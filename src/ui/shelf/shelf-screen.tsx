'use client';

import { IconFile, IconFileText, IconLink, IconNotes } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { RULINGS, type Ruling } from '@/core/pages/given';
import { addressOf } from '@/core/places';
import type { BinItem, ShelfBoard, ShelfItem } from '@/server/reading/shelf/shelf';
import { post } from '@/ui/common/client-request';
import { useFileSize } from '@/ui/common/file-size';
import { keyOr } from '@/ui/common/key-or';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { Choices, Slot } from '@/ui/set/slot';
import classes from './shelf.module.css';

const ICONS = { document: IconFileText, notes: IconNotes, file: IconFile, link: IconLink } as const;
const KINDS = ['all', 'document', 'file', 'link', 'notes'] as const;
type Kind = (typeof KINDS)[number];

interface Props {
  readonly boards: readonly ShelfBoard[];
  readonly bin: readonly BinItem[];
  readonly zone: string;
  readonly now: number;
}

/** Everything that a student has made or attached, by class; the classes of the past and the bin below. */
export function ShelfScreen({ boards, bin, zone, now }: Props) {
  const t = useTranslations('shelf');
  const refresh = useRefresh();
  const router = useRouter();
  const [sought, setSought] = useState('');
  const [kind, setKind] = useState<Kind>('all');
  const [problem, setProblem] = useState<string | null>(null);
  const act = async (path: string, body: object) => {
    const answer = await post<{ document?: string }>(path, body);
    setProblem(answer.ok ? null : answer.code);
    if (answer.ok) refresh();
    return answer;
  };
  const make = async (ruling?: Ruling) => {
    const answer = await act('/api/documents', { title: t('new-title'), ...(ruling ? { ruling } : {}) });
    if (answer.ok && answer.document) router.push(addressOf({ at: 'own-document', document: answer.document }));
  };
  const words = sought.trim().toLocaleLowerCase();
  const shown = boards.map((board) => ({
    ...board,
    items: board.items.filter(
      (item) =>
        [item.kind, 'all'].includes(kind) &&
        (words === '' || `${item.title} ${item.assignment ?? ''}`.toLocaleLowerCase().includes(words)),
    ),
  }));
  const seeking = words !== '' || !['all'].includes(kind);
  const has = shown.some(({ items }) => items.length > 0);
  const past = shown.filter((board) => board.past && (!seeking || board.items.length > 0));
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <div className={classes.acts}>
          <button type="button" className="quiet" onClick={() => void make()}>
            {t('new')}
          </button>
          <Slot words={t('new-sheets')} label={t('new-sheets')}>
            {(close) => (
              <Choices
                choices={RULINGS.map((ruling) => ({ value: ruling, words: t(`ruling-${ruling}`) }))}
                chosen={null as Ruling | null}
                choose={(ruling) => {
                  close();
                  if (ruling) void make(ruling);
                }}
              />
            )}
          </Slot>
          <a className="quiet" href="/api/shelf/export" download>
            {t('take-away')}
          </a>
        </div>
      </div>
      <p className="soft">{t('says')}</p>
      <div className={classes.seek}>
        <label>
          {t('seek')}
          <input
            className="field"
            type="search"
            value={sought}
            dir="auto"
            onChange={(event) => setSought(event.target.value)}
          />
        </label>
        <label>
          {t('kind')}
          <select className="field" value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
            {KINDS.map((one) => (
              <option key={one} value={one}>
                {t(`kind-${one}`)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
      {has ? null : <p role="status">{seeking ? t('none-found') : t('empty')}</p>}
      {shown
        .filter((board) => !board.past && (!seeking || board.items.length > 0))
        .map((board) => (
          <Board key={board.id} board={board} zone={zone} now={now} act={act} />
        ))}
      {past.length > 0 ? <h2 className={classes.past}>{t('past')}</h2> : null}
      {past.map((board) => (
        <Board key={board.id} board={board} zone={zone} now={now} act={act} />
      ))}
      {bin.length > 0 ? <Bin bin={bin} zone={zone} now={now} act={act} /> : null}
    </main>
  );
}

type Act = (path: string, body: object) => Promise<{ readonly ok: boolean }>;

function Board({ board, zone, now, act }: { board: ShelfBoard; zone: string; now: number; act: Act }) {
  const t = useTranslations('shelf');
  return (
    <section className={classes.board} aria-labelledby={`shelf-${board.id}`}>
      <h2 id={`shelf-${board.id}`}>
        {board.id === 'own' ? null : <Sail weave={board.weave} size={20} />}
        <bdi>{board.id === 'own' ? t('own') : board.name}</bdi>
        <small>{t('count', { n: board.items.length })}</small>
      </h2>
      {board.items.length === 0 ? <p className="soft">{t(board.id === 'own' ? 'none-own' : 'none-here')}</p> : null}
      <ul>
        {board.items.map((item) => (
          <Row key={item.id} item={item} zone={zone} now={now} act={act} />
        ))}
      </ul>
    </section>
  );
}

/** Of these a copy of one's own can be made here. */
const COPIED: ReadonlySet<ShelfItem['kind']> = new Set(['document']);

function Row({ item, zone, now, act }: { item: ShelfItem; zone: string; now: number; act: Act }) {
  const t = useTranslations('shelf');
  const state = useTranslations('state');
  const times = useTimes(zone);
  const size = useFileSize();
  const [naming, setNaming] = useState(false);
  const Icon = ICONS[item.kind];
  const copied = COPIED.has(item.kind);
  const own = copied && item.state === null;
  // What was written for some work is known by that work; what was attached, by its own name.
  const lead = copied ? (item.assignment ?? item.title) : item.title;
  const beside = copied ? (item.assignment === null ? '' : item.title) : (item.assignment ?? '');
  const path = `/api/documents/${item.id}`;
  const rename = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const title = String(new FormData(event.currentTarget).get('title') ?? '');
    if ((await act(path, { act: 'rename', title })).ok) setNaming(false);
  };
  return (
    <li>
      <span className={classes.what}>
        <Icon size={22} stroke={1.5} aria-label={t(`kind-${item.kind}`)} role="img" />
        {naming ? (
          <form onSubmit={rename}>
            <input className="field" name="title" defaultValue={item.title} aria-label={t('new-name')} dir="auto" />
            <button type="submit" className="quiet">
              {t('keep-name')}
            </button>
          </form>
        ) : item.place ? (
          <PlaceLink to={item.place}>
            <bdi>{lead}</bdi>
          </PlaceLink>
        ) : (
          <bdi>{item.title}</bdi>
        )}
      </span>
      <span className="soft">
        <bdi>{beside}</bdi>
        {item.size === null ? '' : `${beside ? ', ' : ''}${size(item.size)}`}
      </span>
      <span className={classes.state}>
        {item.state ? (
          <>
            <Kite state={item.state} /> {state(item.state)}
          </>
        ) : null}
      </span>
      <span className="soft">{t('changed', { when: times.moment(item.changedAt, now) })}</span>
      <span className={classes.acts}>
        {own && !naming ? (
          <button
            type="button"
            className="quiet"
            onClick={() => setNaming(true)}
            aria-label={t('rename', { title: item.title })}
          >
            {t('rename-short')}
          </button>
        ) : null}
        {copied ? (
          <button
            type="button"
            className="quiet"
            onClick={() => act(path, { act: 'copy', title: t('copy-of', { title: item.title }) })}
            aria-label={t('copy', { title: item.title })}
          >
            {t('copy-short')}
          </button>
        ) : null}
        {own ? (
          <button
            type="button"
            className="quiet"
            onClick={() => act(path, { act: 'bin' })}
            aria-label={t('bin', { title: item.title })}
          >
            {t('bin-short')}
          </button>
        ) : null}
      </span>
    </li>
  );
}

/** How each kind of thing comes out of the bin. */
const TAKE_OUT: { readonly [Kind in BinItem['kind']]: (id: string) => readonly [path: string, act: object] } = {
  document: (id) => [`/api/documents/${id}`, { act: 'take-out' }],
  piece: (id) => [`/api/pieces/${id}`, { act: 'bring-back' }],
};

function Bin({ bin, zone, now, act }: { bin: readonly BinItem[]; zone: string; now: number; act: Act }) {
  const t = useTranslations('shelf');
  const times = useTimes(zone);
  return (
    <details className={classes.bin}>
      <summary>{t('in-bin', { n: bin.length })}</summary>
      <p className="soft">{t('bin-says')}</p>
      <ul>
        {bin.map((item) => (
          <li key={item.id}>
            <bdi>{item.title}</bdi>
            <span className="soft">{t('gone-at', { when: times.moment(item.goneAt, now) })}</span>
            <button
              type="button"
              className="quiet"
              aria-label={t('take-out', { title: item.title })}
              onClick={() => act(...TAKE_OUT[item.kind](item.id))}
            >
              {t('take-out-short')}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
