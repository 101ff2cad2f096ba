'use client';

import { useTranslations } from 'next-intl';
import { useLayoutEffect, useMemo } from 'react';
import type * as Y from 'yjs';
import { boxText } from '@/core/documents/pages-document';
import { TICKED } from '@/core/kinds/document/pages';
import type { Box, FilledWith } from '@/core/pages/given';
import { useSharedText } from '@/ui/common/use-shared-text';
import classes from './boxes.module.css';
import type { Hand } from './use-hand';

interface Props {
  readonly box: Box;
  readonly label: string;
  readonly said: string;
  readonly ydoc: Y.Doc;
  readonly hand: Hand;
  readonly editable: boolean;
}

/** Letters in a box: smaller in a low one. */
export const lettersIn = ({ h }: Pick<Box, 'h'>): number => Math.max(7, Math.min(12, h * 0.62));

function WordsBox({ box, label, ydoc, hand, editable }: Props) {
  const text = useMemo(() => boxText(ydoc, box.id), [ydoc, box.id]);
  const { area, value, type } = useSharedText(text);
  const isLine = box.h < 26;
  // biome-ignore lint/correctness/useExhaustiveDependencies: as tall as what stands in it, and never lower than the box
  useLayoutEffect(() => {
    const element = area.current;
    if (!element || isLine) return;
    element.style.blockSize = `${box.h}px`;
    element.style.blockSize = `${Math.max(box.h, element.scrollHeight)}px`;
  }, [area, value, box.h, isLine]);
  return (
    <textarea
      ref={area}
      className={classes.boxWords}
      data-text
      data-box={box.id}
      aria-label={label}
      value={value}
      readOnly={!editable}
      dir="auto"
      rows={1}
      style={{
        minBlockSize: box.h,
        fontSize: lettersIn(box),
        ...(isLine ? { blockSize: box.h, lineHeight: `${box.h}px`, paddingBlock: 0 } : {}),
      }}
      onChange={({ currentTarget }) => type(isLine ? currentTarget.value.replace(/\n/g, ' ') : currentTarget.value)}
      onFocus={() => hand.choose({ box: box.id })}
    />
  );
}

function TickBox({ box, label, said, hand, editable }: Props) {
  const isTicked = said === TICKED;
  return (
    <span className={classes.boxTick} style={{ blockSize: box.h, fontSize: Math.min(box.h, box.w) * 1.1 }}>
      <input
        type="checkbox"
        data-box={box.id}
        aria-label={label}
        checked={isTicked}
        disabled={!editable}
        onFocus={() => hand.choose({ box: box.id })}
        onChange={() => hand.acts.fill(box.id, isTicked ? null : TICKED)}
      />
      <b aria-hidden="true">{isTicked ? TICKED : ''}</b>
    </span>
  );
}

function ChoiceBox({ box, label, said, hand, editable }: Props) {
  const t = useTranslations('pages');
  return (
    <select
      className={classes.boxChoice}
      data-box={box.id}
      aria-label={label}
      value={said}
      disabled={!editable}
      style={{ blockSize: box.h, fontSize: lettersIn(box) }}
      onFocus={() => hand.choose({ box: box.id })}
      onChange={({ currentTarget: { value } }) => hand.acts.fill(box.id, value === '' ? null : value)}
    >
      <option value="">{t('choose')}</option>
      {box.options.map((option) => (
        <option key={option} value={option}>
          {option}
        </option>
      ))}
    </select>
  );
}

const FIELDS: Readonly<Record<FilledWith, (props: Props) => React.ReactNode>> = {
  words: WordsBox,
  tick: TickBox,
  choice: ChoiceBox,
};

/** A box of a sheet, filled as it is meant to be. */
export function BoxField(props: Props) {
  const { box } = props;
  const Field = FIELDS[box.takes];
  return (
    <div
      className={classes.box}
      data-boxed
      data-marked={box.field === null || undefined}
      data-filled={props.said !== '' || undefined}
      style={{ left: box.x, top: box.y, width: box.w, minHeight: box.h }}
    >
      <Field {...props} />
    </div>
  );
}
