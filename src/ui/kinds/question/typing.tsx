'use client';

import { useLocale, useTranslations } from 'next-intl';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Finding } from '@/core/asks/ready-check';
import { readNumber } from '@/core/questions/number-text';
import { unitSign } from '@/core/questions/units';
import { paragraphs } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { useSharedText } from '@/ui/common/use-shared-text';
import { useFindingWords } from '@/ui/desk/finding-words';
import type { WritingHelp } from '@/ui/desk/writing-help';
import classes from './inputs.module.css';
import type { AnswerInput } from './kind';

/** A line of one's own words. */
export const ShortInput: AnswerInput<'short'> = ({ answer, change, editable, labelledBy }) => (
  <input
    type="text"
    className={classes.line}
    data-text
    aria-labelledby={labelledBy}
    value={answer ?? ''}
    readOnly={!editable}
    maxLength={2000}
    dir="auto"
    autoComplete="off"
    onChange={({ currentTarget: { value } }) => change(value === '' ? null : value)}
  />
);

/** A number, with how it was understood beside it. */
export const NumberInput: AnswerInput<'number'> = ({ part, asked, answer, change, editable, labelledBy }) => {
  const t = useTranslations('questions');
  const locale = useLocale();
  const [typed, setTyped] = useState(answer?.text ?? '');
  const own = useRef(typed);
  // What another device typed comes in; what is typed here stays as it is, spaces and all.
  useEffect(() => {
    const there = answer?.text ?? '';
    if (there.trim() !== own.current.trim()) {
      own.current = there;
      setTyped(there);
    }
  }, [answer]);
  const read = typed.trim() === '' ? null : readNumber(typed, locale);
  const unit = read && read.unit !== '' ? unitSign(read.unit) : (asked.unit ?? '');
  const value = read && new Intl.NumberFormat(locale, { maximumSignificantDigits: 12 }).format(read.value);
  const understood =
    typed.trim() === ''
      ? ''
      : read === null
        ? t('no-number')
        : unit === null
          ? t('no-such-unit', { value: value ?? '', unit: read.unit })
          : t('read-as', { value: value ?? '', unit });
  return (
    <span className={classes.number}>
      <input
        type="text"
        inputMode="decimal"
        dir="auto"
        className={classes.line}
        data-text
        aria-labelledby={labelledBy}
        aria-describedby={`${part}-read`}
        value={typed}
        readOnly={!editable}
        maxLength={200}
        autoComplete="off"
        onChange={({ currentTarget: { value: text } }) => {
          own.current = text;
          setTyped(text);
          change(text.trim() === '' ? null : { text, locale });
        }}
      />
      <small id={`${part}-read`} role="status">
        {understood}
      </small>
    </span>
  );
};

const asDocument = (part: string, text: string): Doc => ({
  type: 'doc',
  content: [
    {
      type: 'answer',
      attrs: { id: part },
      content: paragraphs(text),
    },
  ],
});

/** What was asked for, measured while it is written. */
function useMeasured(
  part: string,
  text: string,
  asks: readonly { readonly id: string }[],
  help: WritingHelp | null,
  locale: string,
) {
  const [findings, setFindings] = useState<readonly Finding[]>([]);
  const about = useMemo(() => asks.map((ask) => ({ ...ask, place: part })), [asks, part]);
  useEffect(() => {
    if (!help || about.length === 0) return;
    let left = false;
    const timer = setTimeout(async () => {
      const checked = { asks: about as never, doc: asDocument(part, text), starter: null, locale };
      const found = await help.check(checked);
      if (!left && found) setFindings(found.findings);
    }, 200);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [part, text, about, help, locale]);
  return findings;
}

/** A text of one's own. */
export const LongInput: AnswerInput<'long'> = ({ part, asked, answer, change, text, editable, labelledBy, desk }) => {
  const shared = useSharedText(text);
  const { area } = shared;
  // In a practice run there is no text that anybody shares.
  const value = text ? shared.value : (answer ?? '');
  const type = text ? shared.type : (next: string) => change(next === '' ? null : next);
  const { note } = useFindingWords();
  const findings = useMeasured(part, value, asked.asks, desk.help, desk.view.class.locale);
  return (
    <div className={classes.written}>
      <textarea
        ref={area}
        data-text
        aria-labelledby={labelledBy}
        value={value}
        readOnly={!editable}
        rows={7}
        maxLength={60_000}
        dir="auto"
        lang={desk.view.class.locale}
        onChange={({ currentTarget }) => type(currentTarget.value)}
      />
      {findings.map((finding) => (
        <small key={finding.askId} className={finding.result === 'met' ? 'moss' : undefined}>
          {finding.result === 'met' ? '✓ ' : ''}
          {note(finding)}
        </small>
      ))}
    </div>
  );
};

/** Words that are missing in a text. */
export const GapsInput: AnswerInput<'gaps'> = ({ asked, answer, change, editable }) => {
  const t = useTranslations('questions');
  const filled = answer ?? {};
  const fill = (id: string, text: string) => {
    const { [id]: _before, ...others } = filled;
    const next = text === '' ? others : { ...others, [id]: text };
    change(Object.keys(next).length > 0 ? next : null);
  };
  let n = 0;
  return (
    <p className={classes.gaps}>
      {asked.text.map((piece, i) => {
        // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a text have no other name and never move
        if (typeof piece === 'string') return <span key={i}>{piece}</span>;
        n += 1;
        const label = t('gap', { n });
        return piece.choices ? (
          <select
            key={piece.id}
            aria-label={label}
            value={filled[piece.id] ?? ''}
            disabled={!editable}
            onChange={(event) => fill(piece.id, event.currentTarget.value)}
          >
            <option value="">{t('choose')}</option>
            {piece.choices.map((choice) => (
              <option key={choice}>{choice}</option>
            ))}
          </select>
        ) : (
          <input
            key={piece.id}
            type="text"
            data-text
            aria-label={label}
            value={filled[piece.id] ?? ''}
            readOnly={!editable}
            maxLength={200}
            dir="auto"
            autoComplete="off"
            size={Math.max(8, (filled[piece.id] ?? '').length + 1)}
            onChange={(event) => fill(piece.id, event.currentTarget.value)}
          />
        );
      })}
    </p>
  );
};
