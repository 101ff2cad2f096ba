'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { ASKS, type Ask, type AskName, isAdvice, rangeOf } from '@/core/kinds/ask';
import { storedAsk } from '@/core/kinds/ask/stored';
import type { DocumentName } from '@/core/kinds/document';
import { documentFor } from '@/core/kinds/step';
import { addThing, changeThing, dropThing } from '@/core/setting/draft-writes';
import { newAct } from '@/ui/common/act';
import { NumberField } from '@/ui/common/number-field';
import { ASK_WORDS } from '@/ui/kinds/ask';
import classes from './in-place.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';

const NAMES = Object.keys(ASKS) as readonly AskName[];

/** What an ask of each kind says at first. */
const INITIAL: Readonly<Record<string, unknown>> = { min: 1, max: null, terms: [], types: [], fewest: 0, most: null };

/** Is it asked for by number? */
const isCounted = (kind: AskName): boolean => 'few' in ASK_WORDS[kind];
/** Is it about what is attached, and never about one place? */
const isAttached = (kind: AskName): boolean => 'attached' in ASK_WORDS[kind];

/** Is it about what is said in a discussion? */
const isSaid = (kind: AskName): boolean => 'said' in ASK_WORDS[kind];

/** Documents of which words are counted. */
const WRITTEN: ReadonlySet<DocumentName | null> = new Set(['text', 'part']);

/** Is it about sheets that are written on? */
const isOfSheets = (kind: AskName): boolean => 'sheets' in ASK_WORDS[kind];

/** What is asked for, in words: "2 to 3 sentences", "a title". */
export function useAskWords() {
  const t = useTranslations('set');
  return (ask: Ask): string => {
    const { min, max } = rangeOf(ask);
    const range =
      max === null ? t('at-least', { n: min }) : max === min ? t('exactly', { n: min }) : t('from-to', { min, max });
    const asked = t(`ask-${ask.kind}`, { range, n: max ?? min });
    if (!('fewest' in ask) || (ask.fewest === 0 && ask.most === null)) return asked;
    const words =
      ask.most === null ? t('at-least', { n: ask.fewest }) : t('from-to', { min: ask.fewest, max: ask.most });
    return t('of-words', { asked, words });
  };
}

interface RowProps {
  readonly ask: Ask;
  readonly tools: SetTools;
}

/** One thing that is asked for, in words with slots. */
function AskRow({ ask, tools: { ydoc, unmet, editable } }: RowProps) {
  const t = useTranslations('set');
  const words = useAskWords()(ask);
  const { min, max } = rangeOf(ask);
  const change = (to: object) => changeThing(ydoc, 'asks', ask.id, to as Partial<Ask>);
  const broken = unmet.some(({ part, id }) => part === 'asks' && id === ask.id);
  return (
    <li>
      <i className={classes.ask} data-advice={isAdvice(ask) || !ask.bars || undefined} aria-hidden="true" />
      <span>
        {isCounted(ask.kind) && editable ? (
          <Slot words={words} label={t('how-many')} unmet={broken}>
            {() => (
              <>
                <NumberField
                  label={t('least')}
                  value={min}
                  min={0}
                  max={100_000}
                  change={(n) => change({ min: n ?? 0 })}
                  data-autofocus
                />
                <NumberField
                  label={t('most')}
                  description={t('most-says')}
                  value={max}
                  min={0}
                  max={100_000}
                  change={(n) => change({ max: n })}
                />
                {'fewest' in ask ? (
                  <>
                    <NumberField
                      label={t('fewest-words')}
                      value={ask.fewest}
                      min={0}
                      max={100_000}
                      change={(n) => change({ fewest: n ?? 0 })}
                    />
                    <NumberField
                      label={t('most-words')}
                      value={ask.most}
                      min={0}
                      max={100_000}
                      change={(n) => change({ most: n })}
                    />
                  </>
                ) : null}
              </>
            )}
          </Slot>
        ) : (
          words
        )}
        {isAdvice(ask) ? (
          <>, {t('as-advice')}</>
        ) : editable ? (
          <>
            {', '}
            <Slot words={t(ask.bars ? 'bars' : 'no-bar')} label={t('how-strict')}>
              {(close) => (
                <Choices
                  choices={[
                    { value: false, words: t('no-bar-says') },
                    { value: true, words: t('bars-says') },
                  ]}
                  chosen={ask.bars}
                  choose={(bars) => {
                    change({ bars });
                    close();
                  }}
                />
              )}
            </Slot>
          </>
        ) : null}
      </span>
      {editable ? (
        <button
          type="button"
          className="quiet"
          aria-label={t('drop-ask', { words })}
          onClick={() => dropThing(ydoc, 'asks', ask.id)}
        >
          {t('drop')}
        </button>
      ) : null}
    </li>
  );
}

interface Props {
  /** The place to answer that they are about; `null` for everything that goes along. */
  readonly place: string | null;
  readonly tools: SetTools;
}

/** What is asked for at one place, or of the whole, and what more can be. */
export function AskList({ place, tools }: Props) {
  const t = useTranslations('set');
  const [adding, setAdding] = useState(false);
  const { draft, ydoc, editable } = tools;
  const own = draft.asks.filter((ask) => ask.place === place);
  const there = new Set(own.map(({ kind }) => kind));
  const discussed = draft.steps.some(({ kind }) => documentFor(kind) === 'part');
  const writtenOn = draft.steps.some(({ kind }) => documentFor(kind) === 'pages');
  const writes = draft.steps.some(({ kind }) => WRITTEN.has(documentFor(kind)));
  /** What fits what the students do comes first. */
  const away = (kind: AskName): number =>
    isOfSheets(kind) || isSaid(kind) ? 0 : isAttached(kind) ? 1 : writes ? 0 : 2;
  const offered = NAMES.filter(
    (kind) =>
      !there.has(kind) &&
      (place === null
        ? (discussed || !isSaid(kind)) && (writtenOn || !isOfSheets(kind))
        : !isAttached(kind) && !isSaid(kind) && !isOfSheets(kind)),
  ).toSorted((a, b) => away(a) - away(b));
  const add = (kind: AskName) => {
    const { id, ...ask } = storedAsk.parse({ ...INITIAL, id: newAct(), place, bars: false, kind });
    addThing(ydoc, 'asks', id, ask as never);
    setAdding(false);
  };
  return (
    <div className={classes.asks}>
      {own.length > 0 ? (
        <strong>{t(place === null ? 'asked-of-whole' : 'asked-here')}</strong>
      ) : place === null ? null : (
        <span className="soft">{t('any-answer')}</span>
      )}
      <ul>
        {own.map((ask) => (
          <AskRow key={ask.id} ask={ask} tools={tools} />
        ))}
      </ul>
      {editable ? (
        <>
          <button type="button" className="quiet" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {t(place === null ? 'add-ask-whole' : 'add-ask')}
          </button>
          {adding ? (
            <ul className={classes.offers}>
              {offered.map((kind) => (
                <li key={kind}>
                  <button type="button" onClick={() => add(kind)}>
                    {t(`offer-${kind}`)}
                  </button>
                </li>
              ))}
            </ul>
          ) : null}
        </>
      ) : null}
    </div>
  );
}
