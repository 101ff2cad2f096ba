'use client';

import { IconCopy, IconEraser, IconVolume } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Box } from '@/core/pages/given';
import { INK_COLOURS, INKS, type Thing } from '@/core/pages/things';
import type { PlaceNote } from '@/ui/desk/answer-nodes';
import classes from './margin.module.css';
import type { Hand } from './use-hand';

interface Props {
  readonly hand: Hand;
  readonly box: Box | null;
  readonly thing: Thing | null;
  /** The number of the box. */
  readonly number: number;
  readonly note: PlaceNote | undefined;
  readonly lang: string;
  readonly editable: boolean;
  /** What scrolls, with the chosen thing in it. */
  readonly root: RefObject<HTMLElement | null>;
}

/** Reads words out in a language; nothing where the browser has no voice. */
function sayAloud(words: string, lang: string): void {
  if (typeof speechSynthesis === 'undefined') return;
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(words);
  said.lang = lang;
  speechSynthesis.speak(said);
}

/** Where the end of the thread lies: beside what is chosen, as far as that is seen. */
function useBeside(root: RefObject<HTMLElement | null>, chosen: string | null, column: RefObject<HTMLElement | null>) {
  const [line, setLine] = useState<{ readonly from: number; readonly to: number; readonly wide: number } | null>(null);
  useLayoutEffect(() => {
    const scrolls = root.current;
    const own = column.current;
    if (!scrolls || !own || chosen === null) return setLine(null);
    const look = () => {
      const target = scrolls.querySelector(`[data-box="${CSS.escape(chosen)}"], [data-thing="${CSS.escape(chosen)}"]`);
      const [at, around] = [target?.getBoundingClientRect(), own.getBoundingClientRect()];
      if (!at || around.width === 0) return setLine(null);
      const middle = at.top + Math.min(at.height / 2, 40) - around.top;
      const from = Math.max(6, Math.min(around.height - 6, middle));
      const to = Math.max(24, Math.min(around.height - 250, from - 30) + 24);
      const rtl = getComputedStyle(own).direction === 'rtl';
      setLine({ from, to, wide: Math.max(0, rtl ? at.left - around.right : around.left - at.right) });
    };
    look();
    scrolls.addEventListener('scroll', look, { passive: true });
    const watch = new ResizeObserver(look);
    watch.observe(scrolls);
    return () => {
      scrolls.removeEventListener('scroll', look);
      watch.disconnect();
    };
  }, [root, chosen, column]);
  return line;
}

/** What the application says of what is chosen: in the margin, tied to it by a thread. On paper stands nothing of it. */
export function Margin({ hand, box, thing, number, note, lang, editable, root }: Props) {
  const t = useTranslations('pages');
  const column = useRef<HTMLElement>(null);
  const line = useBeside(root, box?.id ?? thing?.id ?? null, column);
  const [voiced, setVoiced] = useState(false);
  useEffect(() => setVoiced(typeof speechSynthesis !== 'undefined'), []);
  const { acts } = hand;
  const met = note?.met === true;
  return (
    <aside ref={column} className={classes.margin} aria-label={t('margin')} data-shown={box || thing ? '' : undefined}>
      {line ? (
        <svg className={classes.thread} aria-hidden="true">
          <path
            d={`M${-line.wide} ${line.from}C${-line.wide / 2} ${line.from} ${-8} ${line.to} 12 ${line.to}`}
            fill="none"
          />
          <circle cx={-line.wide} cy={line.from} r="4.5" />
        </svg>
      ) : null}
      {box ? (
        <div className={classes.card} style={line ? { insetBlockStart: line.to - 24 } : undefined}>
          <p className={classes.head} data-met={met || undefined}>
            <i className={classes.ask} data-met={met || undefined} aria-hidden="true" />
            <strong>{t('box-n', { n: number })}</strong>
          </p>
          {box.name === '' ? null : (
            <p className={classes.name} dir="auto">
              {box.name}
            </p>
          )}
          {note ? <p role="status">{note.words}</p> : null}
          {voiced && box.name !== '' ? (
            <button type="button" className={classes.act} onClick={() => sayAloud(box.name, lang)}>
              <IconVolume size={20} stroke={1.6} />
              {t('read-it')}
            </button>
          ) : null}
          {editable ? (
            <button type="button" className={classes.act} onClick={() => acts.empty(box)}>
              <IconEraser size={20} stroke={1.6} />
              {t('empty-box')}
            </button>
          ) : null}
        </div>
      ) : null}
      {thing && editable ? (
        <div className={classes.card} style={line ? { insetBlockStart: line.to - 24 } : undefined}>
          <p className={classes.head}>
            <strong>{t(`thing-${thing.is}`)}</strong>
          </p>
          <fieldset className={classes.inks} aria-label={t('choose-ink')}>
            {INKS.map((ink) => (
              <button
                key={ink}
                type="button"
                aria-pressed={ink === thing.ink}
                aria-label={t(`ink-${ink}`)}
                title={t(`ink-${ink}`)}
                onClick={() => acts.change(thing.id, { ink })}
              >
                <i style={{ background: `#${INK_COLOURS[ink]}` }} />
              </button>
            ))}
          </fieldset>
          <button type="button" className={classes.act} onClick={() => hand.choose({ thing: acts.again(thing) })}>
            <IconCopy size={20} stroke={1.6} />
            {t('again')}
          </button>
          <button
            type="button"
            className={classes.act}
            onClick={() => {
              acts.drop([thing.id]);
              hand.choose(null);
            }}
          >
            <IconEraser size={20} stroke={1.6} />
            {t('take-off')}
          </button>
          <p className={classes.keys}>{t('keys')}</p>
        </div>
      ) : null}
    </aside>
  );
}
