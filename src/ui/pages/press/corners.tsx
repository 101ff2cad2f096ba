'use client';

import { useTranslations } from 'next-intl';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { Photograph } from '@/core/documents/photographs';
import { ARROWS } from '../by-arrows';
import classes from './corners.module.css';

/** The corners, as they are called where the photograph lies as it was taken. */
const NAMES = ['upper-left', 'upper-right', 'lower-right', 'lower-left'] as const;
/** A key moves a corner by so much of the photograph's longer side; with Shift by ten times that. */
const STEP = 1 / 1200;
const FAR = 10;
/** How large the lens shows what is below the finger. */
const LENS = 2.6;
const LENS_WIDE = 116;

/** A corner stays within reach. */
const within = (share: number): number => Math.min(1, Math.max(0, share));
const percent = (share: number): string => `${within(share) * 100}%`;

interface Props {
  readonly photograph: Photograph;
  readonly label: string;
  readonly editable: boolean;
  readonly change: (corners: readonly number[], sure: readonly boolean[]) => void;
}

/** A photograph with the corners of its page, which are drawn and moved by key. */
export function Corners({ photograph, label, editable, change }: Props) {
  const t = useTranslations('press');
  const { src, width, height, corners: kept, sure } = photograph;
  const frame = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<{ readonly corner: number; readonly corners: readonly number[] } | null>(null);
  const corners = drawn?.corners ?? kept;
  const x = (i: number) => corners[2 * (i % 4)] as number;
  const y = (i: number) => corners[2 * (i % 4) + 1] as number;

  const withCorner = (corner: number, px: number, py: number) =>
    corners.map((share, i) => (i === 2 * corner ? within(px) : i === 2 * corner + 1 ? within(py) : share));
  const said = (corner: number) => sure.map((one, i) => one || i === corner);

  const begin = (corner: number) => (event: PointerEvent<HTMLButtonElement>) => {
    if (!editable || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrawn({ corner, corners });
  };
  const draw = (corner: number) => (event: PointerEvent<HTMLButtonElement>) => {
    const box = frame.current?.getBoundingClientRect();
    if (!drawn || !box) return;
    const [px, py] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
    setDrawn({ corner, corners: withCorner(corner, px, py) });
  };
  const end = () => {
    if (!drawn) return;
    if (drawn.corners !== kept) change(drawn.corners, said(drawn.corner));
    setDrawn(null);
  };
  const byKey = (corner: number) => (event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    if (!way || !editable) return;
    event.preventDefault();
    const by = STEP * Math.max(width, height) * (event.shiftKey ? FAR : 1);
    change(withCorner(corner, x(corner) + (way[0] * by) / width, y(corner) + (way[1] * by) / height), said(corner));
  };

  return (
    <div
      ref={frame}
      className={classes.photograph}
      style={{ aspectRatio: `${width} / ${height}`, '--across': width / height } as object}
    >
      {/* biome-ignore lint/performance/noImgElement: the person's own photograph, shown as it is */}
      <img src={src} alt={label} draggable={false} />
      <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
        {NAMES.map((name, i) => {
          const ends = { x1: x(i) * 100, y1: y(i) * 100, x2: x(i + 1) * 100, y2: y(i + 1) * 100 };
          return (
            <g key={name}>
              <line {...ends} className={classes.halo} />
              <line {...ends} className={classes.side} data-unsure={!(sure[i] && sure[(i + 1) % 4]) || undefined} />
            </g>
          );
        })}
      </svg>
      {editable
        ? NAMES.map((name, i) => (
            <button
              key={name}
              type="button"
              className={classes.ring}
              style={{ left: percent(x(i)), top: percent(y(i)) }}
              data-unsure={!sure[i] || undefined}
              data-corner={name}
              aria-label={t('corner', { which: t(name), sure: sure[i] ? 'yes' : 'no' })}
              onPointerDown={begin(i)}
              onPointerMove={draw(i)}
              onPointerUp={end}
              onPointerCancel={() => setDrawn(null)}
              onKeyDown={byKey(i)}
            />
          ))
        : null}
      {drawn && frame.current ? <Lens at={[x(drawn.corner), y(drawn.corner)]} src={src} frame={frame.current} /> : null}
    </div>
  );
}

interface LensProps {
  readonly at: readonly [number, number];
  readonly src: string;
  readonly frame: HTMLElement;
}

/** What lies below a finger, larger, and away from the hand. */
function Lens({ at: [x, y], src, frame }: LensProps) {
  const { width, height } = frame.getBoundingClientRect();
  const middle = LENS_WIDE / 2;
  // On the other side of the photograph, and above where there is room: a hand comes from below.
  const left = x > 0.5 ? 0.22 : 0.78;
  return (
    <span
      className={classes.lens}
      aria-hidden="true"
      style={{
        left: percent(left),
        top: percent(y > 0.5 ? 0.3 : 0.7),
        inlineSize: LENS_WIDE,
        blockSize: LENS_WIDE,
        backgroundImage: `url(${src})`,
        backgroundSize: `${width * LENS}px ${height * LENS}px`,
        backgroundPosition: `${middle - x * width * LENS}px ${middle - y * height * LENS}px`,
      }}
    />
  );
}
