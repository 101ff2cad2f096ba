'use client';

import { useLocale, useTranslations } from 'next-intl';
import { memo, type ReactNode, type RefObject, useMemo, useRef } from 'react';
import type * as Y from 'yjs';
import { areaOf } from '@/core/kinds/thing/kind';
import { inReadingOrder } from '@/core/pages/geometry';
import type { Box, Sheet } from '@/core/pages/given';
import type { Thing } from '@/core/pages/things';
import { LOCALES, localeOf } from '@/i18n/locales';
import { Shapes } from '@/ui/kinds/thing/shapes';
import type { Match } from '@/ui/material/pdf-search';
import { Base, type Beneath } from './base';
import { BoxField } from './box-field';
import classes from './pages.module.css';
import { SheetFrame } from './sheet-frame';
import { ThingInHand } from './thing-in-hand';
import type { Hand } from './use-hand';
import { usePen } from './use-pen';

interface OverProps {
  readonly sheet: Sheet;
  readonly boxes: readonly Box[];
  /** The number of each box in the whole, from 1. */
  readonly numbers: ReadonlyMap<string, number>;
  readonly filled: Readonly<Record<string, string>>;
  readonly things: readonly Thing[];
  readonly scale: number;
  readonly ydoc: Y.Doc;
  readonly hand: Hand;
  readonly editable: boolean;
  /** What the teacher put over it. */
  readonly teachers: ReactNode;
}

interface Props extends OverProps {
  readonly number: number;
  readonly of: number;
  readonly beneath: Beneath;
  readonly root: RefObject<HTMLElement | null>;
  readonly marks: readonly Match[];
  readonly here: Match | null;
}

/** Boxes and things of one sheet in reading order. What lies beneath comes later, and is no reason to draw them anew. */
const OverSheet = memo(function OverSheet({
  sheet,
  boxes,
  numbers,
  filled,
  things,
  scale,
  ydoc,
  hand,
  editable,
  teachers,
}: OverProps) {
  const t = useTranslations('pages');
  const locale = useLocale();
  const live = useRef<HTMLCanvasElement>(null);
  const latest = useRef(things);
  latest.current = things;
  const pen = usePen({ sheet: sheet.id, scale, hand, things: () => latest.current, live });
  const draws = editable && hand.writing.tool !== 'move';
  const rtl = LOCALES[localeOf(locale)].direction === 'rtl';
  const ordered = useMemo(() => {
    const all = [
      ...boxes.map((box) => ({ box, area: { x: box.x, y: box.y, w: box.w, h: box.h } })),
      ...things.map((thing) => ({ thing, area: areaOf(thing) })),
    ];
    return inReadingOrder(all, ({ area }) => area, rtl);
  }, [boxes, things, rtl]);
  // The same few words for many things: said once each.
  const labels = useMemo(() => new Map<string, string>(), []);
  const labelOf = ({ is, ink }: Thing): string => {
    const known = labels.get(`${is} ${ink}`) ?? t('thing', { what: t(`thing-${is}`), ink: t(`ink-${ink}`) });
    labels.set(`${is} ${ink}`, known);
    return known;
  };
  const chosen = hand.chosen !== null && 'thing' in hand.chosen ? hand.chosen.thing : null;
  return (
    <>
      {draws ? <div className={classes.surface} data-surface {...pen} /> : null}
      {ordered.map((one) =>
        'box' in one ? (
          <BoxField
            key={one.box.id}
            box={one.box}
            label={t('box', { n: numbers.get(one.box.id) ?? 0, name: one.box.name })}
            said={filled[one.box.id] ?? ''}
            ydoc={ydoc}
            hand={hand}
            editable={editable}
          />
        ) : (
          <ThingInHand
            key={one.thing.id}
            thing={one.thing}
            ydoc={ydoc}
            scale={scale}
            hand={hand}
            editable={editable}
            isChosen={one.thing.id === chosen}
            label={labelOf(one.thing)}
          />
        ),
      )}
      <Shapes things={things} except={chosen} width={sheet.width} height={sheet.height} />
      {teachers}
      {/* biome-ignore lint/a11y/noAriaHiddenOnFocusable: a canvas that nobody can focus, and only while something is drawn */}
      <canvas ref={live} className={classes.live} width={0} height={0} aria-hidden="true" />
    </>
  );
});

/** One sheet that is written on: what lies beneath, and over it boxes and things. */
export const SheetOnStage = memo(function SheetOnStage({ number, of, beneath, root, marks, here, ...over }: Props) {
  const t = useTranslations('pages');
  const { sheet, scale, editable, hand } = over;
  return (
    <SheetFrame
      sheet={sheet}
      scale={scale}
      label={t('sheet-of', { n: number, of })}
      tool={editable ? hand.writing.tool : undefined}
      base={
        <Base
          sheet={sheet}
          beneath={beneath}
          scale={scale}
          root={root}
          label={t('printed-on', { n: number })}
          marks={marks}
          here={here}
        />
      }
    >
      <OverSheet {...over} />
    </SheetFrame>
  );
});
