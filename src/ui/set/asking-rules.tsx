'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { PURPOSES, type QuestionRules, rulesFor, TELLS } from '@/core/questions/rules';
import { NumberSlot } from './moment-slot';
import classes from './set.module.css';
import { Choices, Slot, YesSlot } from './slot';

/** The rules by which is asked, as sentences with slots. */
export function AskingRules({
  rules,
  change,
}: {
  rules: QuestionRules;
  change: (rules: Partial<QuestionRules>) => void;
}) {
  const t = useTranslations('set');
  const asked = useTranslations('questions');
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
            <YesSlot
              value={rules.back}
              yes={t('goes-back')}
              no={t('no-back')}
              label={t('back')}
              change={(back) => change({ back })}
            />
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
