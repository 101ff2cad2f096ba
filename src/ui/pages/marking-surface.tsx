'use client';

import { IconArrowBackUp, IconCheck, IconEraser, IconLine, IconMapPin, IconScribble } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { Point } from '@/core/pages/geometry';
import type { Sheet } from '@/core/pages/given';
import { remarkAt } from '@/core/remarks/annotation';
import { newAct } from '@/ui/common/act';
import { byArrows } from '@/ui/desk/tool-row';
import type { PlaceMarking } from '@/ui/kinds/document/kind';
import classes from './pages.module.css';
import own from './teacher-layer.module.css';
import bar from './tool-bar.module.css';
import type { MarkingHand, MarkTool } from './use-marking-hand';
import { usePen } from './use-pen';

const ICONS: Readonly<Record<MarkTool, typeof IconLine>> = {
  remark: IconMapPin,
  ink: IconScribble,
  line: IconLine,
  tick: IconCheck,
  rub: IconEraser,
};
const TOOLS = Object.keys(ICONS) as readonly MarkTool[];

/** The tools with which a teacher marks sheets, and which layers are seen. */
export function MarkBar({ marking, children }: { readonly marking: MarkingHand; readonly children: ReactNode }) {
  const t = useTranslations('pages');
  const { tool, setTool, undo } = marking;
  return (
    <div className={own.bar} role="toolbar" aria-label={t('mark-tools')} onKeyDown={byArrows}>
      {TOOLS.map((one, i) => {
        const Icon = ICONS[one];
        return (
          <button
            key={one}
            type="button"
            data-tool
            tabIndex={i === 0 ? 0 : -1}
            className={bar.tool}
            aria-pressed={one === tool}
            onClick={() => setTool(one)}
          >
            <Icon size={20} stroke={1.7} />
            <span>{t(`mark-${one}`)}</span>
          </button>
        );
      })}
      <button
        type="button"
        data-tool
        tabIndex={-1}
        className={bar.tool}
        disabled={undo === null}
        onClick={() => undo?.()}
      >
        <IconArrowBackUp size={20} stroke={1.7} />
        <span>{t('undo')}</span>
      </button>
      {children}
    </div>
  );
}

interface Props {
  readonly sheet: Sheet;
  readonly page: number;
  readonly scale: number;
  readonly marking: MarkingHand;
  readonly place: PlaceMarking;
}

/** The card into which a remark is written, at the place that was pressed. */
function NewRemark({ at, save, close }: { at: Point; save: (says: string) => void; close: () => void }) {
  const t = useTranslations('pages');
  const [says, setSays] = useState('');
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  return (
    <form
      className={own.card}
      style={{ left: at.x + 4, top: at.y + 6 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (says.trim() !== '') save(says.trim());
      }}
    >
      <label>
        <strong>{t('new-remark')}</strong>
        <textarea
          ref={field}
          value={says}
          maxLength={4000}
          dir="auto"
          onChange={({ currentTarget }) => setSays(currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') close();
          }}
        />
      </label>
      <button type="submit" className="quiet" disabled={says.trim() === ''}>
        {t('put-remark')}
      </button>{' '}
      <button type="button" className="quiet" onClick={close}>
        {t('close')}
      </button>
    </form>
  );
}

/** Where a teacher presses on a sheet. By key a remark is put down in the middle of the sheet by Enter. */
export function MarkingSurface({ sheet, page, scale, marking, place }: Props) {
  const t = useTranslations('pages');
  const live = useRef<HTMLCanvasElement>(null);
  const [fresh, setFresh] = useState<Point | null>(null);
  const pen = usePen({ sheet: sheet.id, scale, hand: marking.hand, things: () => marking.drawnOn(sheet.id), live });
  const says = marking.tool === 'remark';
  return (
    <>
      {says ? (
        <button
          type="button"
          className={classes.surface}
          data-surface
          aria-label={t('remark-here', { n: page })}
          onClick={({ clientX, clientY, currentTarget, detail }) => {
            const { left, top } = currentTarget.getBoundingClientRect();
            // By key there is no place that was pressed.
            setFresh(
              detail === 0
                ? { x: sheet.width / 2, y: sheet.height / 3 }
                : { x: Math.round((clientX - left) / scale), y: Math.round((clientY - top) / scale) },
            );
          }}
        />
      ) : (
        <div className={classes.surface} data-surface {...pen} />
      )}
      {/* biome-ignore lint/a11y/noAriaHiddenOnFocusable: a canvas that nobody can focus, and only while something is drawn */}
      <canvas ref={live} className={classes.live} width={0} height={0} aria-hidden="true" />
      {fresh ? (
        <NewRemark
          at={fresh}
          close={() => setFresh(null)}
          save={(words) => {
            const at = { page, ...fresh, w: 0, h: 0 };
            place.put(remarkAt(newAct(), place.piece, at, { motivation: 'commenting', says: words }));
            setFresh(null);
          }}
        />
      ) : null}
    </>
  );
}
