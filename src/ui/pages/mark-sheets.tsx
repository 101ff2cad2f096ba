'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react';
import { boxesOn } from '@/core/kinds/document/pages';
import { type Area, between, type Point } from '@/core/pages/geometry';
import type { Box, GivenSheets, Sheet } from '@/core/pages/given';
import { changeBox, dropBox, giveBox } from '@/core/setting/draft-writes';
import { newAct } from '@/ui/common/act';
import { AskList } from '@/ui/set/ask-list';
import type { SetTools } from '@/ui/set/tools';
import { Base, useBeneath } from './base';
import { ARROWS, STEP } from './by-arrows';
import classes from './mark-sheets.module.css';
import sheetClasses from './pages.module.css';
import { PagesWords } from './pages-words';
import { SheetFrame } from './sheet-frame';
import { useFit } from './use-fit';

interface Props {
  readonly step: string;
  readonly given: GivenSheets;
  readonly tools: SetTools;
}

/** A box is no smaller, in points. */
const LEAST = { w: 24, h: 14 };

const round = (n: number): number => Math.round(n * 10) / 10;

/** An area that lies on its sheet, and is large enough to be written in. */
function onSheet({ x, y, w, h }: Area, { width, height }: Sheet): Area {
  const [wide, high] = [Math.min(width, Math.max(LEAST.w, w)), Math.min(height, Math.max(LEAST.h, h))];
  return {
    x: round(Math.min(Math.max(0, x), width - wide)),
    y: round(Math.min(Math.max(0, y), height - high)),
    w: round(wide),
    h: round(high),
  };
}

interface SheetProps {
  readonly sheet: Sheet;
  readonly label: string;
  readonly boxes: readonly Box[];
  readonly numbers: ReadonlyMap<string, number>;
  readonly chosen: string | null;
  readonly choose: (box: string | null) => void;
  readonly put: (box: Box) => void;
  readonly change: (box: string, to: (now: Box) => Box) => void;
  readonly drop: (box: string) => void;
  readonly scale: number;
  readonly editable: boolean;
  readonly base: React.ReactNode;
}

/** A sheet on which boxes are marked: drawn with one stroke, moved and made larger by mouse, touch or keys. */
function MarkSheet({
  sheet,
  label,
  boxes,
  numbers,
  chosen,
  choose,
  put,
  change,
  drop,
  scale,
  editable,
  base,
}: SheetProps) {
  const t = useTranslations('pages');
  const from = useRef<Point | null>(null);
  const grip = useRef<{ readonly at: Point; readonly box: Box; readonly stretch: boolean } | null>(null);
  const [live, setLive] = useState<Area | null>(null);
  const pointOf = (event: PointerEvent<HTMLElement>): Point => {
    const { left, top } = event.currentTarget.getBoundingClientRect();
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
  };
  const drawn = (event: PointerEvent<HTMLElement>) => {
    const begin = from.current;
    from.current = null;
    setLive(null);
    const area = begin && between(begin, pointOf(event));
    if (!area || event.type === 'pointercancel' || area.w < LEAST.w / 2 || area.h < LEAST.h / 2) return choose(null);
    const id = newAct();
    put({ id, sheet: sheet.id, ...onSheet(area, sheet), name: '', takes: 'words', options: [], field: null });
    choose(id);
  };
  const moved = (event: PointerEvent<HTMLElement>): Box | null => {
    const held = grip.current;
    if (!held) return null;
    const [dx, dy] = [(event.clientX - held.at.x) / scale, (event.clientY - held.at.y) / scale];
    const { x, y, w, h } = held.box;
    const area = held.stretch ? { x, y, w: w + dx, h: h + dy } : { x: x + dx, y: y + dy, w, h };
    return { ...held.box, ...onSheet(area, sheet) };
  };
  const hold = (event: PointerEvent<HTMLElement>, box: Box, stretch: boolean) => {
    if (!editable || event.button !== 0 || box.field !== null) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    grip.current = { at: { x: event.clientX, y: event.clientY }, box, stretch };
  };
  const letGo = (event: PointerEvent<HTMLElement>) => {
    const box = moved(event);
    grip.current = null;
    setLive(null);
    if (box && event.type !== 'pointercancel') put(box);
  };
  const key = (event: KeyboardEvent, box: Box) => {
    if (!editable) return;
    const way = ARROWS[event.key];
    if (way && box.field === null) {
      event.preventDefault();
      const [dx, dy] = way.map((n) => n * STEP * (event.ctrlKey ? 10 : 1)) as [number, number];
      const { shiftKey } = event;
      change(box.id, (now) => {
        const { x, y, w, h } = now;
        return {
          ...now,
          ...onSheet(shiftKey ? { x, y, w: w + dx, h: h + dy } : { x: x + dx, y: y + dy, w, h }, sheet),
        };
      });
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      drop(box.id);
    }
  };
  return (
    <SheetFrame sheet={sheet} scale={scale} label={label} base={base}>
      {editable ? (
        <div
          className={sheetClasses.surface}
          data-surface
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            from.current = pointOf(event);
          }}
          onPointerMove={(event) => {
            if (from.current) setLive(between(from.current, pointOf(event)));
          }}
          onPointerUp={drawn}
          onPointerCancel={drawn}
        />
      ) : null}
      {boxes.map((box) => (
        <button
          key={box.id}
          type="button"
          className={classes.mark}
          data-box={box.id}
          data-field={box.field !== null || undefined}
          aria-pressed={box.id === chosen}
          aria-label={t('box', { n: numbers.get(box.id) ?? 0, name: box.name })}
          style={{ left: box.x, top: box.y, width: box.w, height: box.h }}
          onClick={() => choose(box.id)}
          onFocus={() => choose(box.id)}
          onPointerDown={(event) => hold(event, box, false)}
          onPointerMove={(event) => setLive(moved(event))}
          onPointerUp={letGo}
          onPointerCancel={letGo}
          onKeyDown={(event) => key(event, box)}
        >
          <b>{t('number', { n: numbers.get(box.id) ?? 0 })}</b>
          {box.id === chosen && box.field === null && editable ? (
            <span
              className={sheetClasses.handle}
              onPointerDown={(event) => hold(event, box, true)}
              onPointerMove={(event) => setLive(moved(event))}
              onPointerUp={letGo}
              onPointerCancel={letGo}
            />
          ) : null}
        </button>
      ))}
      {live ? (
        <i className={classes.live} style={{ left: live.x, top: live.y, width: live.w, height: live.h }} />
      ) : null}
    </SheetFrame>
  );
}

function Marking({ step, given, tools }: Props) {
  const t = useTranslations('pages');
  const set = useTranslations('set');
  const { ydoc, editable } = tools;
  const root = useRef<HTMLDivElement>(null);
  const beneath = useBeneath(given, 0);
  const scaleOf = useFit(root, 'width');
  const [chosen, choose] = useState<string | null>(null);
  const { sheets, boxes } = given;
  const bySheet = useMemo(() => new Map(sheets.map(({ id }) => [id, boxesOn(boxes, id)])), [sheets, boxes]);
  const numbers = useMemo(
    () => new Map(sheets.flatMap(({ id }) => bySheet.get(id) ?? []).map(({ id }, i) => [id, i + 1])),
    [sheets, bySheet],
  );
  const box = boxes.find(({ id }) => id === chosen) ?? null;
  const drop = (id: string) => {
    dropBox(ydoc, step, id);
    choose(null);
  };
  return (
    <div className={classes.both}>
      <div ref={root} className={classes.sheets}>
        {sheets.map((sheet, i) => {
          const scale = Math.min(1.4, scaleOf(sheet));
          const label = t('sheet-of', { n: i + 1, of: sheets.length });
          return (
            <MarkSheet
              key={sheet.id}
              sheet={sheet}
              label={label}
              boxes={bySheet.get(sheet.id) ?? []}
              numbers={numbers}
              chosen={chosen}
              choose={choose}
              put={(one) => giveBox(ydoc, step, one)}
              change={(id, to) => changeBox(ydoc, step, id, to)}
              drop={drop}
              scale={scale}
              editable={editable}
              base={
                <Base sheet={sheet} beneath={beneath} scale={scale} root={root} label={t('printed-on', { n: i + 1 })} />
              }
            />
          );
        })}
      </div>
      <aside className={classes.about} aria-label={t('margin')}>
        {box ? (
          <>
            <strong>{t('box-n', { n: numbers.get(box.id) ?? 0 })}</strong>
            <TextInput
              label={set('box-name')}
              value={box.name}
              readOnly={!editable}
              maxLength={200}
              dir="auto"
              onChange={({ currentTarget: { value } }) =>
                changeBox(ydoc, step, box.id, (now) => ({ ...now, name: value }))
              }
            />
            {box.field === null ? null : <p className="soft">{set('box-is-field')}</p>}
            <AskList place={box.id} tools={tools} />
            {editable ? (
              <button type="button" className="quiet" onClick={() => drop(box.id)}>
                {set('drop-box')}
              </button>
            ) : null}
          </>
        ) : (
          <p className="soft">{boxes.length > 0 ? set('choose-box') : set('no-boxes')}</p>
        )}
      </aside>
    </div>
  );
}

/** The sheets of a step with their boxes, to be marked by a teacher; beside them what is asked at the chosen one. */
export function MarkSheets(props: Props) {
  return (
    <PagesWords>
      <Marking {...props} />
    </PagesWords>
  );
}
