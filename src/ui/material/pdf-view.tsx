'use client';

import { useTranslations } from 'next-intl';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { type FormEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { FileView } from '@/server/kinds/material/index';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';
import { openPdf, type PdfProblem } from './pdf';
import { PdfPage } from './pdf-page';
import { findInPdf, type Match } from './pdf-search';

const ZOOMS = [0.5, 0.75, 1, 1.25, 1.5, 2, 3] as const;
const EDGE = 30;
const PRINT_SCALE = 2;
const NO_MARKS: readonly Match[] = [];

interface Props extends Following {
  readonly file: FileView;
  /** Slides: one page at a time, fitted into the pane. */
  readonly oneByOne: boolean;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Draws every page once, large enough for paper, and hands them to the printer. */
async function printPages(pdf: PDFDocumentProxy, progress: (page: number) => void): Promise<void> {
  const sheet = document.createElement('div');
  sheet.setAttribute('data-print', '');
  for (let n = 1; n <= pdf.numPages; n += 1) {
    progress(n);
    const page = await pdf.getPage(n);
    const viewport = page.getViewport({ scale: PRINT_SCALE });
    const canvas = document.createElement('canvas');
    canvas.width = viewport.width;
    canvas.height = viewport.height;
    await page.render({ canvas, viewport, intent: 'print' }).promise;
    const picture = new Image();
    picture.src = canvas.toDataURL('image/jpeg', 0.9);
    picture.style.cssText = 'inline-size: 100%; break-after: page; display: block';
    sheet.append(picture);
    canvas.width = 0;
  }
  document.body.append(sheet);
  window.print();
  sheet.remove();
}

/** A PDF in place: pages, zoom, search, words that can be selected. Where one left off is a page. */
export function PdfView({ file, oneByOne, spot, moved, seenAll }: Props) {
  const t = useTranslations('material');
  const box = useRef<HTMLElement>(null);
  const [pdf, setPdf] = useState<PDFDocumentProxy | null>(null);
  const [first, setFirst] = useState<Size | null>(null);
  const [problem, setProblem] = useState<PdfProblem | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [zoom, setZoom] = useState<number | null>(null);
  const [room, setRoom] = useState<Size>({ width: 0, height: 0 });
  const [page, setPage] = useState(1);
  const [matches, setMatches] = useState<readonly Match[] | null>(null);
  const [at, setAt] = useState(0);
  const [printing, setPrinting] = useState(0);
  const begun = useRef(false);
  const latest = useRef({ moved, seenAll });
  latest.current = { moved, seenAll };

  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt opens it again
  useEffect(() => {
    let left = false;
    const opening = openPdf(file.address);
    opening.document.then(
      async (opened) => {
        const { width, height } = (await opened.getPage(1)).getViewport({ scale: 1 });
        if (left) return;
        setFirst({ width, height });
        setPdf(opened);
      },
      (error: unknown) => left || setProblem(opening.problemOf(error)),
    );
    return () => {
      left = true;
      void opening.close();
    };
  }, [file.address, attempt]);

  useEffect(() => {
    const measured = box.current;
    if (!measured) return;
    const watch = new ResizeObserver(() => setRoom({ width: measured.clientWidth, height: measured.clientHeight }));
    watch.observe(measured);
    return () => watch.disconnect();
  }, []);

  const marks = useMemo(() => {
    const byPage = new Map<number, Match[]>();
    for (const match of matches ?? []) byPage.set(match.page, [...(byPage.get(match.page) ?? []), match]);
    return byPage;
  }, [matches]);
  const pages = pdf?.numPages ?? 0;
  const fit =
    !first || room.width === 0
      ? 1
      : Math.min((room.width - EDGE) / first.width, oneByOne ? (room.height - EDGE) / first.height : 4);
  const scale = zoom ?? Math.max(0.2, fit);

  const goTo = useCallback(
    (to: number) => {
      const target = Math.max(1, Math.min(pages, to));
      setPage(target);
      const shown = oneByOne ? null : box.current?.querySelector<HTMLElement>(`[data-page="${target}"]`);
      // Only the pages scroll, never what stands around them.
      if (shown && box.current) box.current.scrollTop = shown.offsetTop - box.current.offsetTop;
    },
    [pages, oneByOne],
  );

  useEffect(() => {
    if (!pdf || begun.current || room.width === 0) return;
    begun.current = true;
    if (spot > 1) requestAnimationFrame(() => goTo(Math.round(spot)));
  }, [pdf, spot, goTo, room]);

  useEffect(() => {
    if (!pdf) return;
    latest.current.moved(page);
    if (page === pdf.numPages) latest.current.seenAll();
  }, [pdf, page]);

  const scrolled = () => {
    const scrolls = box.current;
    if (!scrolls || oneByOne) return;
    const middle = scrolls.getBoundingClientRect().top + scrolls.clientHeight / 2;
    const shown = [...scrolls.querySelectorAll<HTMLElement>('[data-page]')].find(
      (one) => one.getBoundingClientRect().bottom >= middle,
    );
    if (shown) setPage(Number(shown.dataset.page));
  };

  const search = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const words = String(new FormData(event.currentTarget).get('words') ?? '');
    if (!pdf || words.trim() === '') {
      setMatches(null);
      return;
    }
    const found = await findInPdf(pdf, words);
    setMatches(found);
    setAt(0);
    if (found[0]) goTo(found[0].page);
  };
  const toMatch = (step: number) => {
    if (!matches || matches.length === 0) return;
    const next = (at + step + matches.length) % matches.length;
    setAt(next);
    goTo((matches[next] as Match).page);
  };

  if (problem) {
    return (
      <div className={classes.says}>
        <p role="alert">{t(`broken-${problem}`)}</p>
        {problem === 'unreachable' ? (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              setProblem(null);
              setAttempt(attempt + 1);
            }}
          >
            {t('try-again')}
          </button>
        ) : null}{' '}
        <a className="quiet" href={`${file.address}?download`} download={file.name}>
          {t('download')}
        </a>
      </div>
    );
  }
  const shownPages = oneByOne ? [page] : Array.from({ length: pages }, (_, i) => i + 1);
  return (
    <>
      <MaterialTools
        file={file}
        print={pdf ? () => void printPages(pdf, setPrinting).finally(() => setPrinting(0)) : null}
      >
        <button
          type="button"
          className={classes.choice}
          onClick={() => goTo(page - 1)}
          disabled={page <= 1}
          aria-label={t(oneByOne ? 'slide-back' : 'page-back')}
        >
          ‹
        </button>
        <span className="num" role="status">
          {t(oneByOne ? 'slide-of' : 'page-of', { n: page, of: pages })}
        </span>
        <button
          type="button"
          className={classes.choice}
          onClick={() => goTo(page + 1)}
          disabled={page >= pages}
          aria-label={t(oneByOne ? 'slide-on' : 'page-on')}
        >
          ›
        </button>
        <select
          className="field"
          aria-label={t('zoom')}
          value={zoom ?? ''}
          onChange={(event) => setZoom(event.target.value === '' ? null : Number(event.target.value))}
        >
          <option value="">{t('zoom-fit')}</option>
          {ZOOMS.map((one) => (
            <option key={one} value={one}>
              {t('zoom-share', { share: one })}
            </option>
          ))}
        </select>
        <form className={classes.search} onSubmit={search}>
          <input className="field" name="words" type="search" aria-label={t('search')} placeholder={t('search')} />
          {matches ? (
            <>
              <span role="status">{t('matches', { n: matches.length === 0 ? 0 : at + 1, of: matches.length })}</span>
              <button type="button" className={classes.choice} aria-label={t('match-back')} onClick={() => toMatch(-1)}>
                ↑
              </button>
              <button type="button" className={classes.choice} aria-label={t('match-on')} onClick={() => toMatch(1)}>
                ↓
              </button>
            </>
          ) : null}
        </form>
        {printing > 0 ? <span role="status">{t('printing', { n: printing, of: pages })}</span> : null}
      </MaterialTools>
      <section
        ref={box}
        className={classes.pages}
        aria-label={file.name}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
        tabIndex={0}
        onScroll={scrolled}
        onKeyDown={(event) => {
          if (!oneByOne || (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')) return;
          const on = (event.key === 'ArrowRight') === (getComputedStyle(event.currentTarget).direction === 'ltr');
          goTo(page + (on ? 1 : -1));
        }}
      >
        {pdf && first && room.width > 0 ? null : <p role="status">{t('opening-pdf')}</p>}
        {pdf && first && room.width > 0
          ? shownPages.map((n) => (
              <PdfPage
                key={n}
                pdf={pdf}
                number={n}
                scale={scale}
                guess={first}
                root={box}
                label={t(oneByOne ? 'slide-of' : 'page-of', { n, of: pages })}
                marks={marks.get(n) ?? NO_MARKS}
                here={matches?.[at]?.page === n ? (matches[at] as Match) : null}
              />
            ))
          : null}
      </section>
    </>
  );
}
