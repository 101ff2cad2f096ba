'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { NotKept } from '@/core/formats/qti/not-kept';
import { askedCount, mostPoints, type QuestionSet } from '@/core/questions/question-set';
import { rulesFor } from '@/core/questions/rules';
import { storedRules } from '@/core/questions/stored-rules';
import { keepLines } from '@/core/setting/draft-writes';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { AskedSheet } from '@/ui/set/asked-sheet';
import { AskingRules } from '@/ui/set/asking-rules';
import classes from '@/ui/set/set.module.css';
import type { SetStepProps, SetTools } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';
import { AskedLines } from './lines';
import own from './questions.module.css';

/** Questions out of a file that was made elsewhere; what of it could not be kept is said. */
function ReadIn({ tools, take }: { tools: SetTools; take: (set: QuestionSet) => void }) {
  const t = useTranslations('set');
  const input = useRef<HTMLInputElement>(null);
  const [notKept, setNotKept] = useState<readonly NotKept[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (file: File) => {
    const answer = await sendBytes<{ set: QuestionSet; notKept: readonly NotKept[] }>(
      `/api/drafts/${tools.view.draft}/questions`,
      file,
    );
    if (!answer.ok) return setProblem(answer.code);
    setProblem(null);
    setNotKept(answer.notKept);
    take(answer.set);
  };
  return (
    <>
      <button type="button" className="quiet" onClick={() => input.current?.click()}>
        {t('read-questions')}
      </button>
      <FileInput
        ref={input}
        aria-label={t('read-questions')}
        accept=".zip,.xml"
        take={([file]) => {
          if (file) void read(file);
        }}
      />
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
      {notKept.length > 0 ? (
        <>
          <p>{t('not-kept-of-file')}</p>
          <ul>
            {notKept.map(({ item, code, detail }) => (
              <li key={`${item} ${code} ${detail}`}>
                {t(`unkept.${code}`)}{' '}
                <span className="soft" dir="ltr">
                  {`${item} ${detail}`.trim()}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </>
  );
}

const VIEWS = ['sheet', 'lines'] as const;

/** What is asked at a step, by which rules: written in place as students will see it, or typed in lines, and tried at once. */
export function SetQuestions({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const { ydoc, draft, editable } = tools;
  const writes = useStepWrites(ydoc, draft, tools.materials);
  const [shown, setShown] = useState<(typeof VIEWS)[number]>('sheet');
  const parsed = storedRules.safeParse(step.settings);
  const rules = parsed.success ? parsed.data : rulesFor('quiz');
  const { questions: set } = step;
  const take = (questions: QuestionSet) => {
    // What was typed in lines does not say this any more.
    keepLines(ydoc, step.id, '');
    writes.change(step, { questions });
  };
  return (
    <>
      <AskingRules rules={rules} change={(change) => writes.change(step, { settings: { ...rules, ...change } })} />
      <div className={own.views}>
        <fieldset>
          <legend className="visually-hidden">{t('as-label')}</legend>
          {VIEWS.map((one) => (
            <button key={one} type="button" aria-pressed={shown === one} onClick={() => setShown(one)}>
              {t(`as-${one}`)}
            </button>
          ))}
        </fieldset>
        {set ? <span className="soft">{t('set-sums', { n: askedCount(set), points: mostPoints(set) })}</span> : null}
      </div>
      {shown === 'sheet' ? (
        <AskedSheet set={set} change={take} tools={tools} />
      ) : (
        <AskedLines step={step} tools={tools} />
      )}
      <div className={own.out}>
        {editable ? <ReadIn tools={tools} take={take} /> : null}
        {set
          ? (['2.1', '3.0'] as const).map((version) => (
              <a key={version} href={`/api/drafts/${tools.view.draft}/steps/${step.id}/qti-${version}`} download>
                {t('take-questions', { version })}
              </a>
            ))
          : null}
      </div>
    </>
  );
}
