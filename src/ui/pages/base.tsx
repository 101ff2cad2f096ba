'use client';

import type { PDFDocumentProxy } from 'pdfjs-dist';
import { type RefObject, useEffect, useState } from 'react';
import { APART, type GivenSheets, RULED, type Sheet } from '@/core/pages/given';
import { holdTheRest } from '@/ui/common/first-on-stage';
import type { PdfProblem } from '@/ui/material/pdf';
import { PdfPage } from '@/ui/material/pdf-page';
import type { Match } from '@/ui/material/pdf-search';
import classes from './pages.module.css';

/** What lies beneath the sheets: opened, or why it cannot be. */
export type Beneath =
  | { readonly is: 'pdf'; readonly pdf: PDFDocumentProxy }
  | { readonly is: 'picture'; readonly src: string }
  | { readonly is: 'paper' }
  | { readonly is: 'opening' }
  | { readonly is: 'broken'; readonly why: PdfProblem };

const PAPER: Beneath = { is: 'paper' };
const OPENING: Beneath = { is: 'opening' };

/** Opens the file that lies beneath; once more after each `attempt`. */
export function useBeneath({ file }: Pick<GivenSheets, 'file'>, attempt: number): Beneath {
  const src = file?.src ?? null;
  const isPdf = file?.type === 'application/pdf';
  const [found, setFound] = useState<Beneath>(OPENING);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt opens it again
  useEffect(() => {
    if (src === null) return setFound(PAPER);
    if (!isPdf) return setFound({ is: 'picture', src });
    setFound(OPENING);
    const letGo = holdTheRest();
    let left = false;
    let close = () => {};
    void import('@/ui/material/pdf').then(({ openPdf }) => {
      if (left) return;
      const opening = openPdf(src);
      close = () => void opening.close();
      const show = (what: Beneath) => {
        if (left) return;
        setFound(what);
        // Its pages hold by themselves as soon as they are there.
        requestAnimationFrame(letGo);
      };
      opening.document.then(
        (pdf) => show({ is: 'pdf', pdf }),
        (error: unknown) => show({ is: 'broken', why: opening.problemOf(error) }),
      );
    });
    return () => {
      left = true;
      letGo();
      close();
    };
  }, [src, isPdf, attempt]);
  return found;
}

/** The lines of paper. */
function Ruled({ sheet }: { readonly sheet: Sheet }) {
  const apart = APART[sheet.ruling];
  if (apart === 0) return null;
  const id = `ruled-${sheet.id}`;
  return (
    <svg className={classes.ruled} viewBox={`0 0 ${sheet.width} ${sheet.height}`} aria-hidden="true">
      <pattern id={id} width={apart} height={apart} patternUnits="userSpaceOnUse">
        <path
          d={sheet.ruling === 'squared' ? `M${apart} 0V${apart}H0` : `M0 ${apart}H${apart}`}
          fill="none"
          stroke={`#${RULED}`}
          strokeWidth="0.6"
        />
      </pattern>
      <rect width={sheet.width} height={sheet.height} fill={`url(#${id})`} />
    </svg>
  );
}

interface Props {
  readonly sheet: Sheet;
  readonly beneath: Beneath;
  readonly scale: number;
  readonly root: RefObject<HTMLElement | null>;
  readonly label: string;
  /** What was found in the words beneath, and which of it one is at. */
  readonly marks?: readonly Match[];
  readonly here?: Match | null;
}

const NO_MARKS: readonly Match[] = [];

/** What a sheet is without what was written on it. */
export function Base({ sheet, beneath, scale, root, label, marks = NO_MARKS, here = null }: Props) {
  if (sheet.under)
    // biome-ignore lint/performance/noImgElement: the person's own page, shown as it is
    return <img className={classes.under} src={sheet.under} alt={label} draggable={false} loading="lazy" />;
  if (sheet.page === null) return <Ruled sheet={sheet} />;
  if (beneath.is === 'picture')
    // biome-ignore lint/performance/noImgElement: the school's own file, shown as it is
    return <img className={classes.under} src={beneath.src} alt={label} draggable={false} />;
  if (beneath.is !== 'pdf' || sheet.page > beneath.pdf.numPages) return null;
  return (
    <PdfPage
      pdf={beneath.pdf}
      number={sheet.page}
      scale={scale}
      guess={sheet}
      root={root}
      label={label}
      marks={marks}
      here={here}
    />
  );
}
