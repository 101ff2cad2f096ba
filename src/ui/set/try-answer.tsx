'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { ReadyCheck } from '@/core/asks/ready-check';
import { paragraphs } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { GrowingText } from '@/ui/common/growing-text';
import { useFindingWords } from '@/ui/desk/finding-words';
import classes from './in-place.module.css';
import type { SetTools } from './tools';

const SETTLE = 200;

/** A sheet on which a teacher answers as a student would, with the real ready check of what is asked there. Nothing of it is kept. */
export function TryAnswer({ place, tools: { draft, help, view } }: { place: string | null; tools: SetTools }) {
  const t = useTranslations('set');
  const { note, todo } = useFindingWords();
  const [typed, setTyped] = useState('');
  const [check, setCheck] = useState<ReadyCheck | null>(null);
  const { asks } = draft;
  const { locale } = view.class;
  useEffect(() => {
    if (!help) return;
    let left = false;
    const timer = setTimeout(() => {
      const content = paragraphs(typed);
      const doc: Doc = {
        type: 'doc',
        content: place === null ? content : [{ type: 'answer', attrs: { id: place }, content }],
      };
      const own = asks.filter((ask) => ask.place === place);
      void help.check({ asks: own, doc, starter: null, locale, files: [], names: [] }).then((found) => {
        if (!left) setCheck(found);
      });
    }, SETTLE);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [typed, asks, place, help, locale]);
  return (
    <div className={classes.trial}>
      <GrowingText
        label={t('try-answer')}
        description={t('not-kept')}
        value={typed}
        minRows={2}
        dir="auto"
        lang={locale}
        onChange={({ currentTarget: { value } }) => setTyped(value)}
      />
      <ul role="status">
        {check?.findings.map((finding) => (
          <li key={finding.askId} data-result={finding.result}>
            <i className={classes.ask} data-met={finding.result === 'met' || undefined} aria-hidden="true" />
            <span>
              {note(finding)}
              {finding.result === 'unmet' ? ` – ${todo(finding)}` : ''}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
