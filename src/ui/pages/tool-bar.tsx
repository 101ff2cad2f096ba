'use client';

import { IconArrowBackUp, IconArrowForwardUp, IconPlus } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import { thingKind } from '@/core/kinds/thing';
import { INK_COLOURS, INKS, isThingName } from '@/core/pages/things';
import { byArrows } from '@/ui/desk/tool-row';
import { Slot } from '@/ui/set/slot';
import classes from './tool-bar.module.css';
import { ICONS, TOOLS, type Tool, WEIGHTS, type Weight, type Writing } from './tools';
import type { Hand } from './use-hand';

interface Props {
  readonly hand: Hand;
  readonly undo: { readonly can: { readonly undo: boolean; readonly redo: boolean }; readonly manager: Undoing };
  /** Puts one down in the middle of what is seen: for whoever has no pointer. */
  readonly putDown: () => void;
  /** Opens what a tool needs before it can put anything down. */
  readonly opens: Partial<Record<Tool, () => void>>;
  readonly children: ReactNode;
}

interface Undoing {
  readonly undo: () => unknown;
  readonly redo: () => unknown;
}

/** A wave, a line or a letter as it will look. */
function Sample({ writing: { tool, ink, weight } }: { readonly writing: Writing }) {
  const Icon = ICONS[tool];
  return (
    <span className={classes.sample} style={{ color: `#${INK_COLOURS[ink]}` }} aria-hidden="true">
      <Icon size={20} stroke={1.2 + weight} />
    </span>
  );
}

/** Which ink, how thick, and in which way. */
function InkSlot({ hand }: { readonly hand: Hand }) {
  const t = useTranslations('pages');
  const { writing, take } = hand;
  const ways = TOOLS.find(({ ways: of }) => of.includes(writing.tool))?.ways ?? [];
  const radios = <Value extends string | number>(
    name: string,
    values: readonly Value[],
    chosen: Value,
    words: (value: Value) => ReactNode,
    choose: (value: Value) => void,
  ) => (
    <fieldset className={classes.choices}>
      <legend>{t(`choose-${name}` as 'choose-ink')}</legend>
      {values.map((value) => (
        <label key={value}>
          <input type="radio" name={name} checked={value === chosen} onChange={() => choose(value)} />
          {words(value)}
        </label>
      ))}
    </fieldset>
  );
  return (
    <span className={classes.ink}>
      {t('with')} <Sample writing={writing} />
      <Slot words={t(`ink-${writing.ink}`)} label={t('choose-ink')}>
        {() => (
          <div className={classes.inks}>
            {ways.length > 1
              ? radios(
                  'way',
                  ways,
                  writing.tool,
                  (way) => t(`thing-${way as 'ink'}`),
                  (tool) => take({ tool }),
                )
              : null}
            {radios(
              'ink',
              INKS,
              writing.ink as (typeof INKS)[number],
              (ink) => (
                <>
                  <i style={{ background: `#${INK_COLOURS[ink]}` }} aria-hidden="true" />
                  {t(`ink-${ink}`)}
                </>
              ),
              (ink) => take({ ink }),
            )}
            {radios(
              'weight',
              WEIGHTS,
              writing.weight,
              (weight: Weight) => t(`weight-${WEIGHTS.indexOf(weight) as 0}`),
              (weight) => take({ weight }),
            )}
          </div>
        )}
      </Slot>
    </span>
  );
}

/** The tools of sheets in one row: what a press does, taking back, and with what. */
export function ToolBar({ hand, undo, putDown, opens, children }: Props) {
  const t = useTranslations('pages');
  const { writing, take } = hand;
  const choose = (ways: readonly Tool[]) => {
    const [first] = ways;
    const opening = first && opens[first];
    if (opening) return opening();
    if (first && !ways.includes(writing.tool)) take({ tool: first });
  };
  const sets = isThingName(writing.tool) && thingKind(writing.tool).made !== 'by-pen';
  return (
    <div className={classes.bar} role="toolbar" aria-label={t('tools')} onKeyDown={byArrows}>
      {TOOLS.map(({ key, ways }, i) => {
        const isOn = ways.includes(writing.tool);
        const Icon = ICONS[isOn ? writing.tool : (ways[0] as Tool)];
        return (
          <button
            key={key}
            type="button"
            data-tool
            tabIndex={i === 0 ? 0 : -1}
            className={classes.tool}
            aria-pressed={isOn}
            onClick={() => choose(ways)}
          >
            <Icon size={20} stroke={1.7} />
            <span>{t(`tool-${key}` as 'tool-move')}</span>
          </button>
        );
      })}
      <span className={classes.apart} />
      <button
        type="button"
        data-tool
        tabIndex={-1}
        className={classes.tool}
        disabled={!undo.can.undo}
        aria-label={t('undo')}
        title={t('undo')}
        onClick={() => undo.manager.undo()}
      >
        <IconArrowBackUp size={20} stroke={1.7} />
      </button>
      <button
        type="button"
        data-tool
        tabIndex={-1}
        className={classes.tool}
        disabled={!undo.can.redo}
        aria-label={t('redo')}
        title={t('redo')}
        onClick={() => undo.manager.redo()}
      >
        <IconArrowForwardUp size={20} stroke={1.7} />
      </button>
      {sets ? (
        <button
          type="button"
          data-tool
          tabIndex={-1}
          className={classes.tool}
          aria-label={t('put-down')}
          title={t('put-down')}
          onClick={putDown}
        >
          <IconPlus size={20} stroke={1.7} />
        </button>
      ) : null}
      <span className={classes.end}>
        {writing.tool === 'move' || writing.tool === 'rub' ? null : <InkSlot hand={hand} />}
        {children}
      </span>
    </div>
  );
}
