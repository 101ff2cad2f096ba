'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useState } from 'react';
import { runsOf, type Written } from '@/core/kinds/document';
import { anchorText, findAnchor } from '@/core/remarks/anchor';
import { isSaid, placeOnSheet, remarkedPiece } from '@/core/remarks/annotation';
import type { RepliedRemark } from '@/server/reading/desk/replies';
import { post } from '@/ui/common/client-request';
import { GrowingText } from '@/ui/common/growing-text';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { QuietButton } from '@/ui/common/primary-button';
import { useComparison } from '@/ui/compare/use-comparison';
import { NearChange } from './near-change';
import classes from './remarks.module.css';
import { useHandedIn } from './use-handed-in';
import { useQuoted } from './use-quoted';

interface OneProps {
  readonly one: RepliedRemark;
  readonly handIn: string;
  readonly was: Written | null;
  readonly is: Written | null;
  readonly lang: string;
  readonly goTo: (() => void) | null;
  readonly changed: () => void;
}

function One({ one, handIn, was, is, lang, goTo, changed }: OneProps) {
  const t = useTranslations('remarks');
  const { remark } = one;
  const quoted = useQuoted()(remark);
  const isPlaced = placeOnSheet(remark.target.selector) !== null;
  const [done, setDone] = useState(one.doneAt !== null);
  const [answer, setAnswer] = useKeptDraft(`remark-${remark.id}`);
  const [problem, setProblem] = useState(false);
  const comparison = useComparison(was, is, lang);
  useEffect(() => setDone(one.doneAt !== null), [one.doneAt]);
  /** Whether the words are still in the text; `null` while nobody knows. */
  const there = useMemo(
    () =>
      was && is && !isPlaced
        ? findAnchor(remark.target.selector, anchorText(runsOf(was)), anchorText(runsOf(is)), lang) !== null
        : null,
    [was, is, remark, lang, isPlaced],
  );
  const send = async (next: { done: boolean; answer: string }) => {
    const said = await post(`/api/hand-ins/${handIn}/remarks/${remark.id}`, next);
    setProblem(!said.ok);
    if (said.ok) changed();
    return said.ok;
  };
  return (
    <li data-done={done || undefined}>
      <label className={classes.tick}>
        <input
          type="checkbox"
          checked={done}
          onChange={async (event) => {
            const next = event.currentTarget.checked;
            setDone(next);
            if (!(await send({ done: next, answer: one.answer }))) setDone(!next);
          }}
        />
        <span dir="auto">{remark.body.value}</span>
      </label>
      <p className={classes.on}>
        {goTo && there !== false ? (
          <button type="button" className="quiet" onClick={goTo}>
            <q dir="auto">{quoted}</q>
          </button>
        ) : (
          <q dir="auto">{quoted}</q>
        )}
        {there === false ? <span className="amber"> {t('gone')}</span> : null}
      </p>
      {was && comparison && !isPlaced ? (
        <NearChange remark={remark} was={was} comparison={comparison} lang={lang} />
      ) : null}
      {one.answer === '' ? null : (
        <p className={classes.answer} dir="auto">
          <strong>{t('you-answered')}</strong> {one.answer}
        </p>
      )}
      <details className={classes.reply}>
        <summary>{t(one.answer === '' ? 'answer' : 'answer-anew')}</summary>
        <GrowingText
          aria-label={t('answer-to', { words: quoted })}
          value={answer}
          onChange={(event) => setAnswer(event.currentTarget.value)}
          minRows={2}
          maxLength={2000}
          dir="auto"
        />
        <QuietButton
          disabled={answer.trim() === ''}
          onClick={async () => {
            if (await send({ done, answer: answer.trim() })) setAnswer('');
          }}
        >
          {t('send')}
        </QuietButton>
      </details>
      <p role="alert" className={classes.problem}>
        {problem ? t('broke') : null}
      </p>
    </li>
  );
}

interface Props {
  readonly remarks: readonly RepliedRemark[];
  readonly handIn: string;
  /** The student's documents as they are now, by id. */
  readonly documents: ReadonlyMap<string, Written>;
  readonly lang: string;
  readonly goTo: ((remark: RepliedRemark) => void) | null;
  readonly changed: () => void;
}

/** Each remark as something to do: tick it, go to its words, see what was changed near them, answer it. */
export function RemarksToDo({ remarks: all, handIn, documents, lang, goTo, changed }: Props) {
  const t = useTranslations('remarks');
  const before = useHandedIn(handIn);
  const remarks = all.filter(({ remark }) => isSaid(remark));
  const done = remarks.filter(({ doneAt }) => doneAt !== null).length;
  return (
    <section aria-label={t('to-do')}>
      <h3>{t('to-do')}</h3>
      <p className="soft" role="status">
        {t('progress', { done, n: remarks.length })}
      </p>
      <ol className={classes.remarks}>
        {remarks.map((one) => {
          const piece = before ? remarkedPiece(one.remark, before.pieces) : undefined;
          const is = piece?.document ? documents.get(piece.document) : undefined;
          return (
            <One
              key={one.remark.id}
              one={one}
              handIn={handIn}
              was={piece?.written ?? null}
              is={is ?? null}
              lang={lang}
              goTo={goTo ? () => goTo(one) : null}
              changed={changed}
            />
          );
        })}
      </ol>
    </section>
  );
}
