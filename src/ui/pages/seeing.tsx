'use client';

import { useTranslations } from 'next-intl';
import { type FormEvent, useMemo, useState } from 'react';
import type { Sheet } from '@/core/pages/given';
import { addressOf } from '@/core/places';
import type { Match } from '@/ui/material/pdf-search';
import { Choices, Slot } from '@/ui/set/slot';
import type { Beneath } from './base';
import classes from './pages.module.css';
import type { Zoom } from './use-fit';

const ZOOMS = ['sheet', 'width', 0.75, 1, 1.5, 2, 3] as const satisfies readonly Zoom[];

/** Searching in the words that lie beneath. */
export function useSearch(beneath: Beneath, sheets: readonly Sheet[], go: (sheet: string) => void) {
  const t = useTranslations('pages');
  const [open, setOpen] = useState(false);
  const [matches, setMatches] = useState<readonly Match[] | null>(null);
  const [at, setAt] = useState(0);
  const marks = useMemo(() => {
    const byPage = new Map<number, Match[]>();
    for (const match of matches ?? []) byPage.set(match.page, [...(byPage.get(match.page) ?? []), match]);
    return byPage;
  }, [matches]);
  const show = (match: Match | undefined) => {
    const sheet = sheets.find(({ page }) => page === match?.page);
    if (sheet) go(sheet.id);
  };
  const look = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const words = String(new FormData(event.currentTarget).get('words') ?? '');
    if (beneath.is !== 'pdf' || words.trim() === '') return setMatches(null);
    const { findInPdf } = await import('@/ui/material/pdf-search');
    const found = await findInPdf(beneath.pdf, words);
    setMatches(found);
    setAt(0);
    show(found[0]);
  };
  const step = (by: number) => {
    if (!matches || matches.length === 0) return;
    const next = (at + by + matches.length) % matches.length;
    setAt(next);
    show(matches[next]);
  };
  const line = open ? (
    <form className={classes.line} onSubmit={look}>
      <input
        className="field"
        name="words"
        type="search"
        aria-label={t('search')}
        placeholder={t('search')}
        // biome-ignore lint/a11y/noAutofocus: it was opened to be typed into
        autoFocus
      />
      <button type="submit" className="quiet">
        {t('look')}
      </button>
      {matches ? (
        <>
          <span role="status">{t('matches', { n: matches.length === 0 ? 0 : at + 1, of: matches.length })}</span>
          <button type="button" className="quiet" onClick={() => step(-1)}>
            {t('match-back')}
          </button>
          <button type="button" className="quiet" onClick={() => step(1)}>
            {t('match-on')}
          </button>
        </>
      ) : null}
      <button
        type="button"
        className="quiet"
        onClick={() => {
          setOpen(false);
          setMatches(null);
        }}
      >
        {t('close')}
      </button>
    </form>
  ) : null;
  return { open: beneath.is === 'pdf' ? () => setOpen(true) : null, line, marks, here: matches?.[at] ?? null };
}

/** How large the sheets are seen; and looking for words on them. */
export function ZoomSlot({
  zoom,
  choose,
  search,
}: {
  readonly zoom: Zoom;
  readonly choose: (zoom: Zoom) => void;
  readonly search: Pick<ReturnType<typeof useSearch>, 'open'>;
}) {
  const t = useTranslations('pages');
  const words = (value: Zoom) => (typeof value === 'number' ? t('zoom-share', { share: value }) : t(`zoom-${value}`));
  return (
    <span>
      {t('see')}{' '}
      <Slot words={words(zoom)} label={t('see')}>
        {(close) => (
          <>
            <Choices
              choices={ZOOMS.map((value) => ({ value: value as Zoom, words: words(value) }))}
              chosen={zoom}
              choose={(value) => {
                choose(value);
                close();
              }}
            />
            {search.open ? (
              <button
                type="button"
                className="quiet"
                onClick={() => {
                  close();
                  search.open?.();
                }}
              >
                {t('search')}
              </button>
            ) : null}
          </>
        )}
      </Slot>
    </span>
  );
}

/** One sheet with everything on it as a picture: drawn from the PDF that leaves, so that both are the same. */
async function pictureOf(address: string, number: number): Promise<Blob | null> {
  const { openPdf } = await import('@/ui/material/pdf');
  const opening = openPdf(address);
  try {
    const page = await (await opening.document).getPage(number);
    const viewport = page.getViewport({ scale: 2 });
    const canvas = document.createElement('canvas');
    canvas.width = Math.ceil(viewport.width);
    canvas.height = Math.ceil(viewport.height);
    await page.render({ canvas, viewport, intent: 'print' }).promise;
    return await new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
  } finally {
    void opening.close();
  }
}

/** What can be taken away of the sheets. */
export function FilesSlot({
  document: id,
  sheet,
  title,
  versions,
}: {
  readonly document: string;
  readonly sheet: number;
  readonly title: string;
  /** Opens what it was before; `null` where nothing is brought back. */
  readonly versions: (() => void) | null;
}) {
  const t = useTranslations('pages');
  const [state, setState] = useState<'making' | 'broke' | null>(null);
  const address = `/api/documents/${id}/export`;
  const picture = async () => {
    setState('making');
    const made = await pictureOf(`${address}?as=pdf`, sheet).catch(() => null);
    setState(made ? null : 'broke');
    if (!made) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(made);
    link.download = `${title} ${sheet}.png`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
  };
  return (
    <Slot words={t('files')} label={t('files')}>
      {(close) => (
        <ul className={classes.files}>
          <li>
            <a href={`${address}?as=pdf`} download>
              {t('as-pdf')}
            </a>
          </li>
          <li>
            <button type="button" className="quiet" onClick={() => void picture()}>
              {t('as-picture')}
            </button>
          </li>
          <li>
            <a href={`${address}?as=txt`} download>
              {t('as-text')}
            </a>
          </li>
          <li>
            <a href={addressOf({ at: 'print', document: id })}>{t('print')}</a>
          </li>
          {versions ? (
            <li>
              <button
                type="button"
                className="quiet"
                onClick={() => {
                  close();
                  versions();
                }}
              >
                {t('versions')}
              </button>
            </li>
          ) : null}
          <li role="status">{state ? t(`picture-${state}`) : null}</li>
        </ul>
      )}
    </Slot>
  );
}
