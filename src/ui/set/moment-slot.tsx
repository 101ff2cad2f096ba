'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { comingLessons, wallMoment, wallText } from '@/core/calendar/lesson-times';
import type { Instant } from '@/core/ids';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { Choices, Slot } from './slot';
import classes from './slot.module.css';

/** So many lessons to come are offered. */
const LESSONS = 6;

interface Props {
  readonly at: Instant | null;
  readonly change: (at: Instant | null) => void;
  readonly label: string;
  /** What it says where no time is set. */
  readonly none: string;
  /** Whether a lesson is meant from its beginning or to its end. */
  readonly lesson: 'start' | 'end';
  readonly lessons: SetDesk['lessons'];
  readonly holidays: SetDesk['holidays'];
  readonly times: Times;
  readonly zone: string;
  readonly now: Instant;
  readonly unmet?: boolean;
}

/** A moment in a sentence: by the lessons of the class, or by the clock. */
export function MomentSlot({
  at,
  change,
  label,
  none,
  lesson,
  lessons,
  holidays,
  times,
  zone,
  now,
  unmet = false,
}: Props) {
  const t = useTranslations('moments');
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<'unknown' | 'skipped' | null>(null);
  const coming = comingLessons(lessons, now, zone, LESSONS, holidays).map(({ startsAt, endsAt }) =>
    lesson === 'start' ? startsAt : endsAt,
  );
  const words = (moment: Instant) => times.moment(moment, now);
  return (
    <Slot words={at === null ? none : words(at)} label={label} unmet={unmet}>
      {(close) => (
        <>
          <Choices
            choices={[
              { value: null, words: none },
              ...coming.map((moment) => ({
                value: moment,
                words: t(lesson === 'start' ? 'before-lesson' : 'after-lesson', { when: words(moment) }),
              })),
            ]}
            chosen={at}
            choose={(moment) => {
              change(moment);
              setTyped(null);
              close();
            }}
          />
          <form
            noValidate
            onSubmit={(event) => {
              event.preventDefault();
              const moment = wallMoment(typed ?? '', zone);
              if (typeof moment === 'string') return setProblem(moment);
              setProblem(null);
              change(moment);
              close();
            }}
          >
            <label>
              {t('other-time')}
              <input
                className="field"
                type="datetime-local"
                value={typed ?? (at === null ? '' : wallText(at, zone))}
                onChange={({ currentTarget: { value } }) => setTyped(value)}
              />
            </label>
            <p role="alert" className={classes.problem}>
              {problem ? t(`time-${problem}`) : null}
            </p>
            <QuietButton type="submit" disabled={typed === null}>
              {t('take-time')}
            </QuietButton>
          </form>
        </>
      )}
    </Slot>
  );
}

interface NumberProps {
  readonly value: number | null;
  readonly words: string;
  readonly label: string;
  readonly change: (value: number | null) => void;
  readonly unmet?: boolean;
  readonly most?: number;
  readonly step?: number;
  /** What it means to say no number; it has to be one where that is not given. */
  readonly none?: string;
}

/** A number in a sentence. */
export function NumberSlot({ value, words, label, change, unmet = false, most = 10_000, step = 1, none }: NumberProps) {
  return (
    <Slot words={words} label={label} unmet={unmet}>
      {(close) => (
        <NumberTaken
          {...{ value, label, most, step, none }}
          take={(n) => {
            change(n);
            close();
          }}
        />
      )}
    </Slot>
  );
}

function NumberTaken({
  value,
  label,
  most,
  step,
  none,
  take,
}: Pick<NumberProps, 'value' | 'label' | 'none'> & {
  readonly most: number;
  readonly step: number;
  readonly take: (n: number | null) => void;
}) {
  const t = useTranslations('moments');
  const [typed, setTyped] = useState(value);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (typed !== null) take(typed);
      }}
    >
      <NumberField
        label={label}
        value={typed}
        change={setTyped}
        min={0}
        max={most}
        step={step}
        clampBehavior="strict"
        hideControls
        data-autofocus
      />
      <p className={classes.takes}>
        <QuietButton type="submit" disabled={typed === null}>
          {t('take-number')}
        </QuietButton>
        {none === undefined ? null : (
          <button type="button" className="quiet" onClick={() => take(null)}>
            {none}
          </button>
        )}
      </p>
    </form>
  );
}
