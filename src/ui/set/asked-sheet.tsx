'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { newQuestion, QUESTION_NAMES, type QuestionName } from '@/core/kinds/question';
import { EMPTY } from '@/core/kinds/question/parts';
import type { Question, QuestionSet, Section } from '@/core/questions/question-set';
import { renamed } from '@/core/questions/renamed';
import { moved, withMore, withoutQuestion, withQuestion } from '@/core/setting/draft-questions';
import { newAct } from '@/ui/common/act';
import classes from './asking.module.css';
import { FromBank, KeepInBank } from './from-bank';
import { NumberSlot } from './moment-slot';
import { QuestionCard } from './question-card';
import { Choices, Slot, YesSlot } from './slot';
import type { SetTools } from './tools';
import { useBank } from './use-bank';

interface Props {
  readonly set: QuestionSet | undefined;
  readonly change: (set: QuestionSet) => void;
  readonly tools: SetTools;
}

/** A section: its name, how many of it are drawn, and whether they come in any order. */
function SectionHead({
  section,
  change,
  editable,
}: {
  section: Section;
  change: (to: Partial<Section>) => void;
  editable: boolean;
}) {
  const t = useTranslations('set');
  const { title, draw, shuffle, questions } = section;
  return (
    <div className={classes.head}>
      <TextInput
        aria-label={t('section-name')}
        placeholder={t('section-name')}
        value={title}
        readOnly={!editable}
        maxLength={200}
        dir="auto"
        onChange={({ currentTarget: { value } }) => change({ title: value })}
      />
      <NumberSlot
        value={draw}
        words={draw === null ? t('all-asked') : t('some-asked', { n: draw, of: questions.length })}
        label={t('draw-label')}
        none={t('all-asked')}
        change={(n) => change({ draw: n })}
      />
      <YesSlot
        value={shuffle}
        yes={t('shuffled')}
        no={t('not-shuffled')}
        label={t('shuffle-label')}
        change={(value) => change({ shuffle: value })}
      />
    </div>
  );
}

/** A new question of a kind. */
const blank = (kind: QuestionName): Question => ({
  id: newAct(),
  stem: null,
  material: null,
  draws: [],
  parts: [{ id: newAct(), points: 1, prompt: EMPTY, hint: null, why: null, ...newQuestion(kind, newAct) }],
});

/** Goes to what is asked, once it has been drawn. */
const goTo = (id: string) =>
  setTimeout(() => document.querySelector<HTMLElement>(`[id="asked-${id}"] textarea`)?.focus(), 60);

/** All questions of a step in place, section by section, and the line at which more are added. */
export function AskedSheet({ set, change, tools }: Props) {
  const t = useTranslations('set');
  const { editable } = tools;
  const bank = useBank();
  const sections = set?.sections ?? [];
  const headed =
    sections.length > 1 || sections.some(({ title, draw, shuffle }) => title !== '' || draw !== null || shuffle);
  const add = (kind: QuestionName) => {
    const question = blank(kind);
    change(withMore(set, [question], newAct()));
    goTo(question.id);
  };
  const putSection = (id: string, to: Partial<Section>) =>
    change({ sections: sections.map((section) => (section.id === id ? { ...section, ...to } : section)) });
  let n = 0;
  return (
    <>
      {sections.map((section) => (
        <section key={section.id} aria-label={section.title || t('sheet-of-questions')}>
          {headed ? (
            <SectionHead section={section} change={(to) => putSection(section.id, to)} editable={editable} />
          ) : null}
          {section.questions.map((question) => {
            n += 1;
            return (
              <QuestionCard
                key={question.id}
                question={question}
                n={n}
                tools={tools}
                change={(to) => set && change(withQuestion(set, question.id, () => to))}
                move={(by) => set && change(moved(set, question.id, by))}
                drop={() => set && change(withoutQuestion(set, question.id))}
                more={<KeepInBank bank={bank} kind="question" content={question} />}
              />
            );
          })}
        </section>
      ))}
      {editable ? (
        <div className={classes.acts}>
          <Slot words={t('add-asked')} label={t('add-asked')}>
            {(close) => (
              <Choices
                choices={QUESTION_NAMES.map((value) => ({ value, words: t(`asks-${value}`) }))}
                chosen={null as QuestionName | null}
                choose={(kind) => {
                  close();
                  if (kind) add(kind);
                }}
              />
            )}
          </Slot>
          <FromBank
            bank={bank}
            kind="question"
            take={(question) => change(withMore(set, [renamed(question, newAct)], newAct()))}
          />
          {sections.length > 0 ? (
            <button
              type="button"
              className="quiet"
              onClick={() =>
                change({
                  sections: [...sections, { id: newAct(), title: '', draw: null, shuffle: false, questions: [] }],
                })
              }
            >
              {t('add-section')}
            </button>
          ) : null}
        </div>
      ) : null}
    </>
  );
}
