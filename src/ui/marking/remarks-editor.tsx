'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import { type Annotation, isSaid, remarkOn } from '@/core/remarks/annotation';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { newAct } from '@/ui/common/act';
import { GrowingText } from '@/ui/common/growing-text';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { useQuoted } from '@/ui/remarks/use-quoted';
import type { ChosenWords } from './handed-in';
import { KeptRemarks, useKeptRemarks } from './kept-remarks';
import classes from './marking-tools.module.css';

/** The field into which a remark is written: the words that were selected lead to it. */
export const REMARK_FIELD = 'kite-remark';

interface Props {
  readonly view: MarkingView;
  readonly remarks: readonly Annotation[];
  readonly setRemarks: (remarks: readonly Annotation[]) => void;
  readonly chosen: ChosenWords | null;
}

/** Remarks on words: those there are, and a new one on the words that are selected or written here. */
export function RemarksEditor({ view, remarks, setRemarks, chosen }: Props) {
  const t = useTranslations('remarks');
  const quoted = useQuoted();
  const open = view.open as NonNullable<MarkingView['open']>;
  const [words, setWords] = useState('');
  const [says, setSays] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const bank = useKeptRemarks(view.keptRemarks);
  useEffect(() => {
    if (chosen) setWords(chosen.text.slice(chosen.start, chosen.end));
  }, [chosen]);

  /** Where the words stand: where they were selected, or else where they are found first. */
  const target = (): ChosenWords | null => {
    if (chosen && chosen.text.slice(chosen.start, chosen.end) === words) return chosen;
    for (const { written, sha256 } of open.pieces) {
      const text = written ? anchorText(runsOf(written)) : '';
      const start = words.trim() === '' ? -1 : text.indexOf(words.trim());
      if (start >= 0) return { piece: sha256, text, start, end: start + words.trim().length };
    }
    return null;
  };
  const add = () => {
    const on = target();
    if (!on) {
      setProblem(words.trim() === '' ? 'no-words' : 'not-there');
      return;
    }
    setRemarks([...remarks, remarkOn(newAct(), on.piece, on.text, [on.start, on.end], says.trim())]);
    setProblem(null);
    setWords('');
    setSays('');
  };

  return (
    <section aria-label={t('title')}>
      <h2>{t('title')}</h2>
      {remarks.length === 0 ? <p className="soft">{t('how')}</p> : null}
      <ol className={classes.remarks}>
        {remarks.filter(isSaid).map((remark) => (
          <li key={remark.id}>
            <q dir="auto">{quoted(remark)}</q>
            <p dir="auto">{remark.body.value}</p>
            <button
              type="button"
              className="quiet"
              aria-label={t('remove-on', { words: quoted(remark) })}
              onClick={() => setRemarks(remarks.filter(({ id }) => id !== remark.id))}
            >
              {t('remove')}
            </button>
          </li>
        ))}
      </ol>
      <TextInput
        label={t('words')}
        description={t('words-says')}
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
        dir="auto"
      />
      <GrowingText
        id={REMARK_FIELD}
        label={t('says')}
        value={says}
        onChange={(event) => setSays(event.currentTarget.value)}
        minRows={2}
        maxLength={4000}
        dir="auto"
      />
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, problem, 'no-words')) : null}
      </p>
      <div className={classes.moves}>
        <QuietButton onClick={add} disabled={says.trim() === ''}>
          {t('add')}
        </QuietButton>
        <button
          type="button"
          className="quiet"
          disabled={says.trim() === ''}
          onClick={() => void bank.change({ keep: says })}
        >
          {t('keep')}
        </button>
      </div>
      <KeptRemarks {...bank} use={setSays} />
    </section>
  );
}
