'use client';

import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { plainText } from '@/core/text/document-json';
import { DocumentView } from '@/ui/common/document-view';
import { QuietButton } from '@/ui/common/primary-button';
import questions from '@/ui/questions/questions.module.css';
import classes from './inputs.module.css';
import type { AnswerInput } from './kind';

/** Things to be put in their order, by buttons and by Alt with the arrow keys. */
export const OrderInput: AnswerInput<'order'> = ({ asked, answer, change, editable, labelledBy, desk }) => {
  const t = useTranslations('questions');
  const [said, setSaid] = useState('');
  const order = answer ?? asked.items.map(({ id }) => id);
  const items = order.flatMap((id) => asked.items.find((one) => one.id === id) ?? []);
  const move = (from: number, by: number) => {
    const to = from + by;
    const next = items.map(({ id }) => id);
    if (to < 0 || to >= next.length) return;
    const [id] = next.splice(from, 1);
    next.splice(to, 0, id as string);
    change(next);
    setSaid(t('moved', { what: plainText(items[from]?.says ?? { type: 'doc' }), n: to + 1, of: next.length }));
  };
  return (
    <>
      {answer === null ? <p className={questions.manner}>{t('not-ordered')}</p> : null}
      <ol className={classes.order} aria-labelledby={labelledBy}>
        {items.map(({ id, says }, i) => (
          <li key={id}>
            <b className="num">{i + 1}</b>
            <DocumentView document={says} lang={desk.view.class.locale} />
            <span>
              {([-1, 1] as const).map((by) => (
                <button
                  key={by}
                  type="button"
                  disabled={!editable || (by < 0 ? i === 0 : i === items.length - 1)}
                  aria-label={t(by < 0 ? 'up' : 'down', { what: plainText(says) })}
                  onClick={() => move(i, by)}
                  onKeyDown={(event) => {
                    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
                    event.preventDefault();
                    event.stopPropagation();
                    move(i, event.key === 'ArrowUp' ? -1 : 1);
                  }}
                >
                  {by < 0 ? (
                    <IconArrowUp size={18} aria-hidden="true" />
                  ) : (
                    <IconArrowDown size={18} aria-hidden="true" />
                  )}
                </button>
              ))}
            </span>
          </li>
        ))}
      </ol>
      {answer === null && editable ? (
        <QuietButton onClick={() => change(items.map(({ id }) => id))}>{t('order-is-right')}</QuietButton>
      ) : null}
      <p className="visually-hidden" role="status">
        {said}
      </p>
    </>
  );
};

/** How far one key press moves a place on a picture. */
const STEP = 0.02;
const within = (n: number): number => Math.min(1, Math.max(0, Math.round(n * 1000) / 1000));

/** A place on a picture: by pointer, or with the arrow keys. */
export const PointInput: AnswerInput<'point'> = ({ asked: { picture }, answer, change, editable, labelledBy }) => {
  const t = useTranslations('questions');
  const at = answer ?? { x: 0.5, y: 0.5 };
  const keys: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-STEP, 0],
    ArrowRight: [STEP, 0],
    ArrowUp: [0, -STEP],
    ArrowDown: [0, STEP],
  };
  return (
    <div className={classes.point}>
      <p className={questions.manner}>{t('point-how')}</p>
      <button
        type="button"
        aria-labelledby={labelledBy}
        aria-describedby={`${labelledBy}-at`}
        disabled={!editable}
        style={{ aspectRatio: `${picture.width} / ${picture.height}` }}
        onClick={(event) => {
          // A key that presses it says nothing of a place.
          if (event.detail === 0) return change(at);
          const box = event.currentTarget.getBoundingClientRect();
          change({
            x: within((event.clientX - box.left) / box.width),
            y: within((event.clientY - box.top) / box.height),
          });
        }}
        onKeyDown={(event) => {
          const by = keys[event.key];
          if (!by || event.altKey || !editable) return;
          event.preventDefault();
          change({ x: within(at.x + by[0]), y: within(at.y + by[1]) });
        }}
      >
        {/* biome-ignore lint/performance/noImgElement: its address is one of the school's own */}
        <img src={picture.src} alt={picture.alt} width={picture.width} height={picture.height} />
        {answer ? (
          <svg viewBox="0 0 40 40" aria-hidden="true" style={{ left: `${answer.x * 100}%`, top: `${answer.y * 100}%` }}>
            <circle cx="20" cy="20" r="9" fill="none" stroke="var(--sheet)" strokeWidth="6" />
            <circle cx="20" cy="20" r="9" fill="none" stroke="var(--thread)" strokeWidth="3" />
            <path d="M20 2v10M20 28v10M2 20h10M28 20h10" stroke="var(--thread)" strokeWidth="2.5" />
          </svg>
        ) : null}
      </button>
      <small id={`${labelledBy}-at`} role="status">
        {answer ? t('point-at', { x: Math.round(answer.x * 100), y: Math.round(answer.y * 100) }) : ''}
      </small>
    </div>
  );
};

/** Photographs of how it was solved, or another file: chosen of what is attached to the work. */
export const FileInput: AnswerInput<'file'> = ({ asked, answer, change, editable, labelledBy, desk }) => {
  const t = useTranslations('questions');
  const chosen = answer ?? [];
  const attached = desk.view.pieces.filter(({ removedAt, document }) => removedAt === null && !document);
  const toggle = (id: string) => {
    const next = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
    change(next.length > 0 ? next : null);
  };
  return (
    <fieldset className={classes.set} aria-labelledby={labelledBy}>
      {attached.length > 0 ? (
        <ul className={classes.files}>
          {attached.map(({ id, name }) => (
            <li key={id}>
              <label>
                <input
                  type="checkbox"
                  checked={chosen.includes(id)}
                  disabled={!editable || (!chosen.includes(id) && chosen.length >= asked.most)}
                  onChange={() => toggle(id)}
                />
                <bdi>{name}</bdi>
              </label>
            </li>
          ))}
        </ul>
      ) : null}
      {desk.attach && editable ? <QuietButton onClick={desk.attach}>{t('attach')}</QuietButton> : null}
      <p className={questions.manner}>{attached.length > 0 ? t('files-belong', { n: asked.most }) : t('files-none')}</p>
    </fieldset>
  );
};
