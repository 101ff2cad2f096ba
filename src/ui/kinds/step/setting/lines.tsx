'use client';

import { useLocale, useTranslations } from 'next-intl';
import { useEffect, useMemo, useRef, useState } from 'react';
import { readTyped, type Typed } from '@/core/questions/typed';
import { typedOut } from '@/core/questions/typed-out';
import { keepLines, linesOf } from '@/core/setting/draft-writes';
import { newAct } from '@/ui/common/act';
import { GrowingText } from '@/ui/common/growing-text';
import { keyOr } from '@/ui/common/key-or';
import type { SetStepProps } from '@/ui/set/tools';
import { TryQuestions } from '@/ui/set/try-questions';
import { useTyped } from '@/ui/set/use-typed';
import { useStepWrites } from '@/ui/set/use-writes';
import { LINES_EXAMPLE } from './lines-example';
import own from './questions.module.css';

/** So long typing rests before it is read. */
const SETTLE = 400;

/** Questions typed quickly, a line at a time, and tried beside it. Those that are there already stand in lines, too. */
export function AskedLines({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const locale = useLocale();
  const { ydoc, draft, editable } = tools;
  const { questions: set } = step;
  const writes = useStepWrites(ydoc, draft, tools.materials);
  const kept = linesOf(ydoc, step.id);
  const out = useMemo(() => (kept === '' && set ? typedOut(set) : kept), [kept, set]);
  const [lines, setLines] = useTyped(out ?? '');
  /** Takes what was typed and not yet taken. */
  const take = useRef(() => {});
  const [typed, setTyped] = useState<Typed | null>(null);
  // What another teacher typed has come in by then: what differs was typed here.
  useEffect(() => {
    take.current = () => {
      take.current = () => {};
      if (lines === (out ?? '')) return;
      // What can be chosen has names by chance: others could say what is right.
      const read = readTyped(lines, step.id, (part) => `${part}-${newAct()}`);
      setTyped(read);
      keepLines(ydoc, step.id, lines);
      writes.change(step, { questions: read.set });
    };
    const timer = setTimeout(() => take.current(), SETTLE);
    return () => clearTimeout(timer);
  }, [lines, out, ydoc, step, writes]);
  // Whoever leaves the step, or the page, in the middle of a line has it kept.
  useEffect(() => {
    const leave = () => take.current();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  return (
    <div className={own.asked}>
      <div>
        {out === null ? <p className="amber">{t('not-in-lines')}</p> : null}
        <GrowingText
          label={t('lines')}
          description={t('lines-says')}
          value={lines}
          readOnly={!editable}
          minRows={10}
          maxRows={28}
          dir="auto"
          className={own.lines ?? ''}
          onChange={({ currentTarget: { value } }) => setLines(value)}
          onBlur={() => take.current()}
        />
        <ul className={own.problems} role="status">
          {(typed?.problems ?? []).map(({ line, code }) => (
            <li key={`${line} ${code}`}>
              {t('line-problem', { n: line, why: t(keyOr(t.has, `line.${code}`, 'line.other')) })}
            </li>
          ))}
        </ul>
        <details>
          <summary>{t('lines-how')}</summary>
          <pre className={own.how} dir="auto">
            {LINES_EXAMPLE[locale.startsWith('ar') ? 'ar' : 'en']}
          </pre>
        </details>
      </div>
      {set ? (
        <div>
          <TryQuestions set={set} seed={step.id} tools={tools} />
        </div>
      ) : null}
    </div>
  );
}
