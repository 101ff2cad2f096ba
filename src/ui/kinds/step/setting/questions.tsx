'use client';

import { Textarea, TextInput } from '@mantine/core';
import { useLocale, useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { NotKept } from '@/core/formats/qti/not-kept';
import { askedCount, mostPoints, type QuestionSet } from '@/core/questions/question-set';
import { PURPOSES, type QuestionRules, questionRules, rulesFor, TELLS } from '@/core/questions/rules';
import { readTyped, type Typed } from '@/core/questions/typed';
import { keepLines, linesOf } from '@/core/setting/draft-writes';
import { newAct } from '@/ui/common/act';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { NumberSlot } from '@/ui/set/moment-slot';
import classes from '@/ui/set/set.module.css';
import { Choices, Slot } from '@/ui/set/slot';
import type { SetStepProps } from '@/ui/set/tools';
import { TryQuestions } from '@/ui/set/try-questions';
import { useTyped } from '@/ui/set/use-typed';
import { useStepWrites } from '@/ui/set/use-writes';
import { LINES_EXAMPLE } from './lines-example';
import own from './questions.module.css';

/** So long typing rests before it is read. */
const SETTLE = 400;

/** The rules by which is asked, as sentences with slots. */
function RuleWords({ rules, change }: { rules: QuestionRules; change: (rules: Partial<QuestionRules>) => void }) {
  const t = useTranslations('set');
  const asked = useTranslations('questions');
  const yes = [
    { value: true, words: t('yes') },
    { value: false, words: t('no') },
  ];
  return (
    <div className={classes.sentences}>
      <div>
        {t('is-a')}{' '}
        <Slot words={asked(`purpose-${rules.purpose}`)} label={t('purpose')}>
          {(close) => (
            <Choices
              choices={PURPOSES.map((value) => ({ value, words: asked(`purpose-${value}`) }))}
              chosen={rules.purpose}
              choose={(purpose) => {
                change(rulesFor(purpose));
                close();
              }}
            />
          )}
        </Slot>
        {'. '}
        <NumberSlot
          value={rules.attempts}
          words={rules.attempts === null ? t('any-times') : t('times', { n: rules.attempts })}
          label={t('how-often')}
          none={t('any-times')}
          change={(attempts) => change({ attempts })}
        />
        {'. '}
        <NumberSlot
          value={rules.limit}
          words={rules.limit === null ? t('no-limit') : t('limit', { n: rules.limit })}
          label={t('limit-label')}
          none={t('no-limit')}
          change={(limit) => change(limit === null ? { limit, working: null } : { limit })}
        />
        {rules.limit === null ? null : (
          <>
            {', '}
            <NumberSlot
              value={rules.working}
              words={rules.working === null ? t('no-working') : t('working', { n: rules.working })}
              label={t('working-label')}
              none={t('no-working')}
              change={(working) => change({ working })}
            />
          </>
        )}
        {'.'}
      </div>
      <div>
        <Slot words={t(`tells-${rules.tells}`)} label={t('tells')}>
          {(close) => (
            <Choices
              choices={TELLS.map((value) => ({ value, words: t(`tells-${value}`) }))}
              chosen={rules.tells}
              choose={(tells) => {
                change({ tells });
                close();
              }}
            />
          )}
        </Slot>{' '}
        <Slot words={t(rules.pace === 'one' ? 'pace-one' : 'pace-all')} label={t('pace')}>
          {(close) => (
            <Choices
              choices={[
                { value: 'one', words: t('pace-one') },
                { value: 'all', words: t('pace-all') },
              ]}
              chosen={rules.pace}
              choose={(pace) => {
                change({ pace: pace as QuestionRules['pace'] });
                close();
              }}
            />
          )}
        </Slot>
        {rules.pace === 'one' ? (
          <>
            {' '}
            <Slot words={t(rules.back ? 'goes-back' : 'no-back')} label={t('back')}>
              {(close) => (
                <Choices
                  choices={yes}
                  chosen={rules.back}
                  choose={(back) => {
                    change({ back });
                    close();
                  }}
                />
              )}
            </Slot>
          </>
        ) : null}
      </div>
      <div>
        <Slot
          words={rules.startWord === null ? t('no-word') : t('word', { word: rules.startWord })}
          label={t('word-label')}
        >
          {() => (
            <TextInput
              label={t('word-label')}
              description={t('word-says')}
              value={rules.startWord ?? ''}
              onChange={({ currentTarget: { value } }) => change({ startWord: value === '' ? null : value })}
              dir="auto"
              data-autofocus
            />
          )}
        </Slot>{' '}
        <Slot
          words={t(rules.classAnswers ? (rules.names ? 'class-named' : 'class-unnamed') : 'class-not')}
          label={t('class-label')}
        >
          {(close) => (
            <Choices
              choices={(['class-not', 'class-unnamed', 'class-named'] as const).map((value) => ({
                value,
                words: t(value),
              }))}
              chosen={rules.classAnswers ? (rules.names ? 'class-named' : 'class-unnamed') : 'class-not'}
              choose={(value) => {
                change({ classAnswers: value !== 'class-not', names: value === 'class-named' });
                close();
              }}
            />
          )}
        </Slot>
      </div>
    </div>
  );
}

/** What is asked at a step: typed in lines, tried at once, and by which rules. */
export function SetQuestions({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const locale = useLocale();
  const { ydoc, draft, editable } = tools;
  const writes = useStepWrites(ydoc, draft, tools.materials);
  const kept = linesOf(ydoc, step.id);
  const [lines, setLines] = useTyped(kept);
  /** Takes what was typed and not yet taken. */
  const take = useRef(() => {});
  const [typed, setTyped] = useState<Typed | null>(null);
  const [notKept, setNotKept] = useState<readonly NotKept[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const parsed = questionRules.safeParse(step.settings);
  const rules = parsed.success ? parsed.data : rulesFor('quiz');
  // What another teacher typed has come in by then: what differs was typed here.
  useEffect(() => {
    take.current = () => {
      take.current = () => {};
      if (lines === kept) return;
      // What can be chosen has names by chance: others could say what is right.
      const read = readTyped(lines, step.id, (part) => `${part}-${newAct()}`);
      setTyped(read);
      keepLines(ydoc, step.id, lines);
      writes.change(step, { questions: read.set });
    };
    const timer = setTimeout(() => take.current(), SETTLE);
    return () => clearTimeout(timer);
  }, [lines, kept, ydoc, step, writes]);
  // Whoever leaves the step, or the page, in the middle of a line has it kept.
  useEffect(() => {
    const leave = () => take.current();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  const readIn = async (file: File) => {
    const answer = await sendBytes<{ set: QuestionSet; notKept: readonly NotKept[] }>(
      `/api/drafts/${tools.view.draft}/questions`,
      file,
    );
    if (!answer.ok) return setProblem(answer.code);
    setProblem(null);
    setNotKept(answer.notKept);
    keepLines(ydoc, step.id, '');
    setLines('');
    setTyped(null);
    writes.change(step, { questions: answer.set });
  };
  const set: QuestionSet | undefined = step.questions;
  const problems = typed?.problems ?? [];
  return (
    <>
      <RuleWords rules={rules} change={(change) => writes.change(step, { settings: { ...rules, ...change } })} />
      <div className={own.asked}>
        <div>
          {set && kept === '' && lines === '' ? <p className="soft">{t('read-from-file')}</p> : null}
          <Textarea
            label={t('lines')}
            description={t('lines-says')}
            value={lines}
            readOnly={!editable}
            autosize
            minRows={10}
            maxRows={28}
            dir="auto"
            classNames={{ input: own.lines ?? '' }}
            onChange={({ currentTarget: { value } }) => setLines(value)}
            onBlur={() => take.current()}
          />
          {editable ? (
            <p>
              <button type="button" className="quiet" onClick={() => input.current?.click()}>
                {t('read-questions')}
              </button>
              <FileInput
                ref={input}
                aria-label={t('read-questions')}
                accept=".zip,.xml"
                take={([file]) => {
                  if (file) void readIn(file);
                }}
              />
            </p>
          ) : null}
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
          <ul className={own.problems} role="status">
            {problems.map(({ line, code }) => (
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
            <p className="soft">{t('set-sums', { n: askedCount(set), points: mostPoints(set) })}</p>
            <TryQuestions set={set} seed={step.id} tools={tools} />
          </div>
        ) : null}
      </div>
    </>
  );
}
