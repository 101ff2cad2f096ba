'use client';

import { Modal, useMantineColorScheme } from '@mantine/core';
import MiniSearch from 'minisearch';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { addressOf, type Place } from '@/core/places';
import type { FoundPlace } from '@/server/reading/find/finding';
import { Sail } from '@/ui/common/sail';
import { useSignOut } from '@/ui/common/sign-out';
import { GUIDES } from '@/ui/help/guides';
import { type Command, commandsFor, type WhereAtWork } from './commands';
import classes from './find.module.css';

const SETTLE = 90;

interface Row {
  readonly key: string;
  readonly title: string;
  readonly says: string;
  readonly weave: string | null;
  readonly to: Place | null;
  readonly command: Command | null;
}

const folded = (term: string): string =>
  term
    .normalize('NFKD')
    .replace(/[\u0300-\u036f\u0640\u064b-\u0655]/g, '')
    .toLowerCase();

/** Commands and guides in the person's language, found by the beginnings of words and past a slip of the finger. */
function useOwnRows(asked: string, where: WhereAtWork): readonly Row[] {
  const t = useTranslations('find');
  const guide = useTranslations('guide');
  const { rows, index } = useMemo(() => {
    const all: (Row & { readonly also: string })[] = [
      ...commandsFor({ classes: where.classes, office: where.office }).map((command) => ({
        key: `command-${command.key}`,
        title: t(`command-${command.key}`),
        says: t('kind-command'),
        also: '',
        weave: null,
        to: 'to' in command ? command.to : null,
        command,
      })),
      ...GUIDES.map(({ key }) => ({
        key: `guide-${key}`,
        title: guide(`${key}.title`),
        says: t('kind-guide'),
        also: guide(`${key}.says`),
        weave: null,
        to: { at: 'guide' as const, guide: key },
        command: null,
      })),
    ];
    const search = new MiniSearch({ idField: 'key', fields: ['title', 'also'], processTerm: folded });
    search.addAll(all);
    return { rows: new Map(all.map((row) => [row.key, row])), index: search };
  }, [t, guide, where.classes, where.office]);
  return useMemo(
    () =>
      index
        .search(asked, { prefix: true, fuzzy: 0.2, boost: { title: 3 }, combineWith: 'AND' })
        .flatMap(({ id }) => rows.get(String(id)) ?? [])
        .slice(0, 6),
    [asked, index, rows],
  );
}

/** Asks the school what there is under some words; the answer to older words is passed over. */
function usePlaces(asked: string): {
  readonly places: readonly FoundPlace[];
  readonly asking: boolean;
  readonly away: boolean;
} {
  const [answer, setAnswer] = useState<{ asked: string; places: readonly FoundPlace[]; away: boolean }>({
    asked: '',
    places: [],
    away: false,
  });
  useEffect(() => {
    if (asked === '') return;
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/find?q=${encodeURIComponent(asked)}`, { signal: stop.signal });
        const { found } = (await response.json()) as { found: FoundPlace[] };
        setAnswer({ asked, places: found ?? [], away: !response.ok });
      } catch {
        if (!stop.signal.aborted) setAnswer({ asked, places: [], away: true });
      }
    }, SETTLE);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [asked]);
  return {
    places: asked === '' ? [] : answer.places,
    asking: asked !== '' && answer.asked !== asked,
    away: answer.away,
  };
}

/** Find: any class, assignment, material, document, guide or command, by a few letters. */
export function FindDialog({ where, close }: { readonly where: WhereAtWork; readonly close: () => void }) {
  const t = useTranslations('find');
  const frame = useTranslations('frame');
  const router = useRouter();
  const { setColorScheme } = useMantineColorScheme();
  const [words, setWords] = useState('');
  const [at, setAt] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const asked = words.trim();
  const { places, asking, away } = usePlaces(asked);
  const own = useOwnRows(asked, where);
  const rows: readonly Row[] = [
    ...places.map((place, i) => ({
      key: `place-${i}`,
      title: place.title,
      says: [t(`kind-${place.kind}`), place.className].filter(Boolean).join(' · '),
      weave: place.weave,
      to: place.place,
      command: null,
    })),
    ...own,
  ];
  const chosen = Math.min(at, rows.length - 1);

  const { leaving, leave } = useSignOut();
  const go = (row: Row): void => {
    if (row.command && 'act' in row.command) return void leave();
    close();
    if (row.command && 'scheme' in row.command) setColorScheme(row.command.scheme);
    else if (row.to) router.push(addressOf(row.to));
  };
  const byKey = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const next = chosen + (event.key === 'ArrowDown' ? 1 : -1);
      setAt((next + rows.length) % Math.max(1, rows.length));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const row = rows[chosen];
      if (row) go(row);
    }
  };
  useEffect(() => {
    list.current?.querySelector(`#find-${chosen}`)?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);

  return (
    <Modal.Root opened onClose={close} size="lg" yOffset="10vh">
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body className={classes.body ?? ''}>
          <Modal.Title className="visually-hidden">{t('title')}</Modal.Title>
          <input
            className={classes.words}
            type="text"
            role="combobox"
            aria-expanded={rows.length > 0}
            aria-controls="find-list"
            aria-activedescendant={rows.length > 0 ? `find-${chosen}` : undefined}
            aria-label={t('title')}
            aria-autocomplete="list"
            placeholder={t('placeholder')}
            value={words}
            data-autofocus
            autoComplete="off"
            spellCheck={false}
            dir="auto"
            onChange={(event) => {
              setWords(event.target.value);
              setAt(0);
            }}
            onKeyDown={byKey}
          />
          <div id="find-list" ref={list} role="listbox" aria-label={t('found')} className={classes.list}>
            {rows.map((row, i) => (
              // biome-ignore lint/a11y/useKeyWithClickEvents: the keys are heard where one types
              <div
                key={row.key}
                id={`find-${i}`}
                role="option"
                tabIndex={-1}
                aria-selected={i === chosen}
                className={classes.row}
                onClick={() => go(row)}
                onPointerMove={() => setAt(i)}
              >
                {row.weave ? <Sail weave={row.weave} size={16} /> : <span aria-hidden="true">›</span>}
                <bdi>{row.title}</bdi>
                <span className="soft">{row.says}</span>
              </div>
            ))}
          </div>
          <p className={classes.says} role="status">
            {leaving === 'failed'
              ? frame('still-in')
              : asked === ''
                ? t('begin')
                : away
                  ? t('away')
                  : asking
                    ? t('looking')
                    : rows.length === 0
                      ? t('none', { words: asked })
                      : t('count', { n: rows.length })}
          </p>
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
