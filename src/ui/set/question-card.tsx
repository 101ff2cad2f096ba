'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { newQuestion, QUESTION_NAMES } from '@/core/kinds/question';
import { EMPTY } from '@/core/kinds/question/parts';
import { partLetter } from '@/core/questions/answers';
import type { Part, Question } from '@/core/questions/question-set';
import type { Doc } from '@/core/text/nodes';
import { newAct } from '@/ui/common/act';
import { settingOf } from '@/ui/kinds/question/setting';
import classes from './asking.module.css';
import { Draws, freeName } from './draws';
import { NumberSlot } from './moment-slot';
import { SaidField } from './said-field';
import { Choices, Slot } from './slot';
import { movedByKey } from './sorting';
import type { SetTools } from './tools';
import { TryQuestions } from './try-questions';
import { useAskedUnmet } from './words';

/** What helps, or is said afterwards: a line that is there once somebody wants it. */
function Besides({
  part,
  name,
  change,
  lang,
  editable,
}: {
  readonly part: Part;
  readonly name: 'hint' | 'why';
  readonly change: (doc: Doc | null) => void;
  readonly lang: string;
  readonly editable: boolean;
}) {
  const t = useTranslations('set');
  const said = part[name];
  if (said === null)
    return editable ? (
      <button type="button" className="quiet" onClick={() => change(EMPTY)}>
        {t(`add-${name}`)}
      </button>
    ) : null;
  return (
    <div className={classes.besides}>
      <span className="soft">{t(name)}</span>
      <SaidField doc={said} change={change} label={t(name)} lang={lang} editable={editable} />
      {editable ? (
        <button type="button" className="quiet" onClick={() => change(null)}>
          {t('drop')}
        </button>
      ) : null}
    </div>
  );
}

/** How a part is answered, and what it is worth. */
function Worth({ part, change }: Pick<PartProps, 'part' | 'change'>) {
  const t = useTranslations('set');
  return (
    <>
      <Slot words={t(`asks-${part.kind}`)} label={t('asks-label')}>
        {(close) => (
          <Choices
            choices={QUESTION_NAMES.map((value) => ({ value, words: t(`asks-${value}`) }))}
            chosen={part.kind}
            choose={(kind) => {
              if (kind !== part.kind) change({ ...part, ...newQuestion(kind, newAct) });
              close();
            }}
          />
        )}
      </Slot>
      <NumberSlot
        value={part.points}
        step={0.5}
        words={t('points', { n: part.points })}
        label={t('points-label')}
        most={1000}
        change={(points) => change({ ...part, points: points ?? 0 })}
      />
    </>
  );
}

interface PartProps {
  readonly part: Part;
  readonly change: (part: Part) => void;
  readonly letter: string | null;
  readonly n: number;
  readonly tools: SetTools;
  /** Stands behind its kind and points. */
  readonly acts?: ReactNode;
}

/** One part of a question: what is asked, where the answer will be given what is right, what helps and why it is so. */
function PartCard({ part, change, letter, n, tools: { view, editable }, acts }: PartProps) {
  const t = useTranslations('set');
  const Setting = settingOf(part.kind);
  const lang = view.class.locale;
  const label = letter === null ? t('question-n', { n }) : t('part-n', { n, letter });
  return (
    <div className={letter === null ? undefined : classes.part} id={`asked-${part.id}`}>
      {letter === null ? null : (
        <div className={classes.acts}>
          <b>{letter}</b>
          <Worth part={part} change={change} />
          {acts}
        </div>
      )}
      <SaidField
        doc={part.prompt}
        change={(prompt) => change({ ...part, prompt })}
        label={label}
        placeholder={t('write-question', { n })}
        lang={lang}
        editable={editable}
        large
      />
      <div className={classes.part}>
        <Setting
          key={part.kind}
          set={part.set}
          change={(set) => change({ ...part, set } as Part)}
          editable={editable}
          lang={lang}
          part={part.id}
        />
      </div>
      <div className={classes.acts}>
        <Besides part={part} name="hint" change={(hint) => change({ ...part, hint })} lang={lang} editable={editable} />
        <Besides part={part} name="why" change={(why) => change({ ...part, why })} lang={lang} editable={editable} />
      </div>
    </div>
  );
}

interface Props {
  readonly question: Question;
  readonly n: number;
  readonly tools: SetTools;
  readonly change: (question: Question) => void;
  readonly move: (by: 1 | -1) => void;
  readonly drop: () => void;
  /** Stands among what can be done with it. */
  readonly more?: ReactNode;
}

/** One question as a student will see it, with what is right written where it will be answered. */
export function QuestionCard({ question, n, tools, change, move, drop, more }: Props) {
  const t = useTranslations('set');
  const unmet = useAskedUnmet(tools, question);
  const [trying, setTrying] = useState(false);
  const { view, editable } = tools;
  const { stem, parts, draws } = question;
  const lettered = stem !== null || parts.length > 1;
  const putPart = (part: Part) => change({ ...question, parts: parts.map((one) => (one.id === part.id ? part : one)) });
  const addPart = () => {
    const added: Part = {
      id: newAct(),
      points: 1,
      prompt: EMPTY,
      hint: null,
      why: null,
      ...newQuestion('short', newAct),
    };
    const [only] = parts;
    // What was asked becomes what all parts are about.
    if (!lettered && only) change({ ...question, stem: only.prompt, parts: [{ ...only, prompt: EMPTY }, added] });
    else change({ ...question, parts: [...parts, added] });
  };
  const byKey = movedByKey(move);
  return (
    <article className={classes.card} aria-label={t('question-n', { n })} id={`asked-${question.id}`} onKeyDown={byKey}>
      <header>
        <b>{n}</b>
        {!lettered && parts[0] ? <Worth part={parts[0]} change={putPart} /> : null}
        {editable ? (
          <span className={classes.acts}>
            <button type="button" className="quiet" onClick={() => move(-1)} aria-label={t('question-up', { n })}>
              {t('up')}
            </button>
            <button type="button" className="quiet" onClick={() => move(1)} aria-label={t('question-down', { n })}>
              {t('down')}
            </button>
            {more}
            <button type="button" className="quiet" onClick={drop} aria-label={t('drop-question', { n })}>
              {t('drop')}
            </button>
          </span>
        ) : null}
      </header>
      {lettered ? (
        <SaidField
          doc={stem ?? EMPTY}
          change={(said) => change({ ...question, stem: said })}
          label={t('stem-n', { n })}
          placeholder={t('write-stem')}
          lang={view.class.locale}
          editable={editable}
          large
        />
      ) : null}
      {parts.map((part, i) => (
        <PartCard
          key={part.id}
          part={part}
          change={putPart}
          letter={lettered ? partLetter(i) : null}
          n={n}
          tools={tools}
          acts={
            editable && parts.length > 1 ? (
              <button
                type="button"
                className="quiet"
                onClick={() => change({ ...question, parts: parts.filter(({ id }) => id !== part.id) })}
              >
                {t('drop-part')}
              </button>
            ) : null
          }
        />
      ))}
      <Draws question={question} change={(drawn) => change({ ...question, draws: drawn })} editable={editable} />
      {unmet.map((words) => (
        <p key={words} className={classes.unmet}>
          {words}
        </p>
      ))}
      <div className={classes.acts}>
        {editable ? (
          <>
            <button type="button" className="quiet" onClick={addPart}>
              {t('add-part')}
            </button>
            <button
              type="button"
              className="quiet"
              onClick={() =>
                change({ ...question, draws: [...draws, { name: freeName(draws), from: 1, to: 10, step: 1 }] })
              }
            >
              {t('add-draw')}
            </button>
          </>
        ) : null}
        <button type="button" className="quiet" aria-expanded={trying} onClick={() => setTrying(!trying)}>
          {t(trying ? 'fold-trial' : 'try-question')}
        </button>
      </div>
      {trying && unmet.length === 0 ? (
        <TryQuestions
          key={draws.length}
          set={{ sections: [{ id: 'try', title: '', draw: null, shuffle: false, questions: [question] }] }}
          seed={question.id}
          tools={tools}
        />
      ) : null}
    </article>
  );
}
