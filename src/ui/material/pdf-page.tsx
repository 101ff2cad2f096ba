'use client';

import { type PDFDocumentProxy, TextLayer } from 'pdfjs-dist';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { holdTheRest } from '@/ui/common/first-on-stage';
import classes from './material.module.css';
import type { Match } from './pdf-search';

interface Props {
  readonly pdf: PDFDocumentProxy;
  readonly number: number;
  readonly scale: number;
  /** The size of the first page, until this one is known. */
  readonly guess: { readonly width: number; readonly height: number };
  readonly root: RefObject<HTMLElement | null>;
  readonly label: string;
  readonly marks: readonly Match[];
  readonly here: Match | null;
}

/** The part of the layer of words from one letter to another. */
function rangeOf(divs: readonly HTMLElement[], { start, end }: Match): Range | null {
  const range = document.createRange();
  let passed = 0;
  let begun = false;
  for (const div of divs) {
    const text = div.firstChild;
    const length = text?.textContent?.length ?? 0;
    if (text && !begun && start < passed + length) {
      range.setStart(text, start - passed);
      begun = true;
    }
    if (text && begun && end <= passed + length) {
      range.setEnd(text, end - passed);
      return range;
    }
    passed += length;
  }
  return null;
}

/** One page: drawn while it is near, with its words over it, so that they can be selected, searched and heard. */
export function PdfPage({ pdf, number, scale, guess, root, label, marks, here }: Props) {
  const sheet = useRef<HTMLElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const words = useRef<HTMLDivElement>(null);
  const shown = useRef<Match | null>(null);
  const letGo = useRef(() => {});
  const [near, setNear] = useState(false);
  const [size, setSize] = useState(guess);
  const [layer, setLayer] = useState<readonly HTMLElement[] | null>(null);

  useEffect(() => {
    if (!sheet.current) return;
    letGo.current = holdTheRest();
    const watch = new IntersectionObserver(
      ([entry]) => {
        setNear(entry?.isIntersecting ?? false);
        if (!entry?.isIntersecting) letGo.current();
      },
      { root: root.current, rootMargin: '60% 0px' },
    );
    watch.observe(sheet.current);
    return () => {
      letGo.current();
      watch.disconnect();
    };
  }, [root]);

  useEffect(() => {
    const drawn = canvas.current;
    const over = words.current;
    if (!near || !drawn || !over) return;
    let left = false;
    let stop = () => {};
    const draw = async () => {
      const page = await pdf.getPage(number);
      if (left) return;
      const viewport = page.getViewport({ scale });
      setSize({ width: viewport.width / scale, height: viewport.height / scale });
      const dots = Math.min(2, window.devicePixelRatio || 1);
      const fine = page.getViewport({ scale: scale * dots });
      drawn.width = Math.floor(fine.width);
      drawn.height = Math.floor(fine.height);
      const drawing = page.render({ canvas: drawn, viewport: fine });
      stop = () => drawing.cancel();
      await drawing.promise;
      if (left) return;
      performance.mark('kite-pdf-drawn');
      sheet.current?.setAttribute('data-drawn', '');
      letGo.current();
      over.replaceChildren();
      const text = new TextLayer({ textContentSource: page.streamTextContent(), container: over, viewport });
      await text.render();
      if (!left) setLayer([...text.textDivs]);
    };
    draw().catch(() => {
      // A page that was scrolled away while it was drawn is drawn again when it comes back.
    });
    return () => {
      left = true;
      stop();
      drawn.width = 0;
      over.replaceChildren();
      setLayer(null);
    };
  }, [near, pdf, number, scale]);

  useEffect(() => {
    if (!layer || !('highlights' in CSS)) return;
    const ranges = marks.flatMap((mark) => rangeOf(layer, mark) ?? []);
    const found = CSS.highlights.get('kite-found') ?? new Highlight();
    for (const range of ranges) found.add(range);
    CSS.highlights.set('kite-found', found);
    const present = here && rangeOf(layer, here);
    if (present) {
      CSS.highlights.set('kite-here', new Highlight(present));
      const scrolls = root.current;
      const place = present.getBoundingClientRect();
      const seen = scrolls?.getBoundingClientRect();
      // Shown once: whoever has scrolled on is not pulled back when the page is drawn again.
      const isNew = shown.current !== here;
      shown.current = here;
      if (isNew && scrolls && seen && (place.top < seen.top || place.bottom > seen.bottom)) {
        scrolls.scrollTop += place.top - seen.top - seen.height / 3;
      }
    }
    return () => {
      for (const range of ranges) found.delete(range);
      if (present) CSS.highlights.delete('kite-here');
    };
  }, [layer, marks, here, root]);

  return (
    <section
      ref={sheet}
      className={classes.page}
      data-page={number}
      aria-label={label}
      style={{
        inlineSize: size.width * scale,
        blockSize: size.height * scale,
        ['--total-scale-factor' as string]: scale,
        ['--scale-round-x' as string]: '1px',
        ['--scale-round-y' as string]: '1px',
      }}
    >
      {/* biome-ignore lint/a11y/noAriaHiddenOnFocusable: a canvas that nobody can focus; its words lie over it */}
      <canvas ref={canvas} aria-hidden="true" />
      <div ref={words} className={classes.words} />
    </section>
  );
}
