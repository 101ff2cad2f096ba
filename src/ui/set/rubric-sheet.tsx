'use client';

import { Textarea, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { type Criterion, scaledTo } from '@/core/marks/rubric';
import { askedPoints } from '@/core/setting/assignment';
import { addThing, changeThing, choose, dropThing, moveThing } from '@/core/setting/draft-writes';
import { type PastedRubric, rubricIn } from '@/core/setting/pasted-rubric';
import { newAct } from '@/ui/common/act';
import { GrowingText } from '@/ui/common/growing-text';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import { FromBank, KeepInBank } from './from-bank';
import classes from './rubric.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';
import { useBank } from './use-bank';

type Level = Criterion['levels'][number];

/** What was made to keep a reader busy is as good as nothing. */
function understood(text: string): PastedRubric {
  try {
    return rubricIn(text, newAct);
  } catch {
    return { rubric: [], merged: false };
  }
}

/** The levels of a criterion, each with its points and what it says. */
function Levels({ criterion, change }: { criterion: Criterion; change: (levels: readonly Level[]) => void }) {
  const t = useTranslations('set');
  const { levels } = criterion;
  const at = (i: number, to: Partial<Level>) => change(levels.map((one, n) => (n === i ? { ...one, ...to } : one)));
  return (
    <>
      <ul className={classes.levels}>
        {levels.map((level, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a level has no other name than its place
          <li key={i}>
            <TextInput
              label={t('level')}
              value={level.title}
              dir="auto"
              onChange={({ currentTarget: { value } }) => at(i, { title: value })}
            />
            <NumberField
              label={t('points-label')}
              value={level.points}
              min={0}
              max={criterion.points}
              step={0.5}
              hideControls
              change={(n) => at(i, { points: n ?? 0 })}
            />
            <GrowingText
              label={t('level-says')}
              value={level.says}
              minRows={1}
              dir="auto"
              onChange={({ currentTarget: { value } }) => at(i, { says: value })}
            />
            <button
              type="button"
              className="quiet"
              aria-label={t('drop-level', { title: level.title })}
              onClick={() => change(levels.filter((_, n) => n !== i))}
            >
              {t('drop')}
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="quiet"
        onClick={() =>
          change([...levels, { title: '', points: Math.max(0, criterion.points - levels.length), says: '' }])
        }
      >
        {t('add-level')}
      </button>
    </>
  );
}

/** The rubric as it is written: criteria with their points, which add up as one writes, and levels. */
export function RubricSheet({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { draft, ydoc, view, unmet, editable } = tools;
  const [pasted, setPasted] = useState('');
  const [said, setSaid] = useState('');
  const bank = useBank();
  const sum = draft.rubric.reduce((all, { points }) => all + points, 0);
  // What questions are worth is shared out already.
  const asked = draft.points === null ? 0 : askedPoints(draft.steps);
  const left = Math.max(0, (draft.points ?? 0) - asked);
  const put = (rubric: readonly Criterion[]) =>
    ydoc.transact(() => {
      for (const { id } of draft.rubric) dropThing(ydoc, 'rubric', id);
      for (const { id: _id, ...criterion } of rubric) addThing(ydoc, 'rubric', newAct(), criterion);
      if (draft.points === null)
        choose(
          ydoc,
          'points',
          rubric.reduce((all, { points }) => all + points, 0),
        );
    });
  const change = (id: string, to: Partial<Criterion>) => changeThing(ydoc, 'rubric', id, to);
  if (!editable) return null;
  return (
    <div className={classes.rubric}>
      <p role="status" className={unmet.some(({ code }) => code === 'rubric-sum') ? 'amber' : 'soft'}>
        {draft.points === null ? t('rubric-sum-alone', { sum }) : t('rubric-sum', { sum, of: left })}
        {asked > 0 ? ` ${t('asked-besides', { n: asked })}` : ''}{' '}
        {draft.points !== null && draft.rubric.length > 0 && sum !== left ? (
          <button type="button" className="quiet" onClick={() => put(scaledTo(draft.rubric, left))}>
            {t('scale', { n: left })}
          </button>
        ) : null}
      </p>
      {draft.rubric.map((criterion, i) => (
        <fieldset key={criterion.id} data-unmet={unmet.some(({ id }) => id === criterion.id) || undefined}>
          <legend className="visually-hidden">{criterion.title || t('criterion-n', { n: i + 1 })}</legend>
          <TextInput
            label={t('criterion-n', { n: i + 1 })}
            value={criterion.title}
            dir="auto"
            onChange={({ currentTarget: { value } }) => change(criterion.id, { title: value })}
          />
          <NumberField
            label={t('points-label')}
            value={criterion.points}
            min={0}
            max={10_000}
            step={0.5}
            hideControls
            change={(n) => change(criterion.id, { points: n ?? 0 })}
          />
          <details>
            <summary>{t('levels', { n: criterion.levels.length })}</summary>
            <Levels criterion={criterion} change={(levels) => change(criterion.id, { levels })} />
          </details>
          <p className={classes.moves}>
            {i > 0 ? (
              <button
                type="button"
                className="quiet"
                aria-label={t('move-up', { title: criterion.title })}
                onClick={() => moveThing(ydoc, 'rubric', criterion.id, i - 1)}
              >
                {t('up')}
              </button>
            ) : null}
            <button
              type="button"
              className="quiet"
              aria-label={t('drop-criterion', { title: criterion.title })}
              onClick={() => dropThing(ydoc, 'rubric', criterion.id)}
            >
              {t('drop')}
            </button>
          </p>
        </fieldset>
      ))}
      <p>
        <QuietButton
          onClick={() =>
            addThing(ydoc, 'rubric', newAct(), {
              title: '',
              points: Math.max(0, left - sum),
              levels: [],
            })
          }
        >
          {t('add-criterion')}
        </QuietButton>
      </p>
      <div className={classes.moves}>
        <FromBank bank={bank} kind="rubric" take={put} />
        {draft.rubric.length > 0 ? <KeepInBank bank={bank} kind="rubric" content={draft.rubric} /> : null}
      </div>
      {view.rubrics.length > 0 ? (
        <div>
          <Slot words={t('take-rubric')} label={t('take-rubric')}>
            {(close) => (
              <Choices
                choices={view.rubrics.map(({ title, rubric }, i) => ({
                  value: i,
                  words: t('rubric-of', { title, n: rubric.length }),
                }))}
                chosen={-1}
                choose={(i) => {
                  put(view.rubrics[i]?.rubric ?? []);
                  close();
                }}
              />
            )}
          </Slot>
        </div>
      ) : null}
      <details>
        <summary>{t('paste-rubric')}</summary>
        <Textarea
          label={t('paste-label')}
          description={t('paste-says')}
          value={pasted}
          minRows={4}
          dir="auto"
          onChange={({ currentTarget: { value } }) => setPasted(value)}
          onPaste={(event) => {
            const html = event.clipboardData.getData('text/html');
            const read = html === '' ? null : understood(html);
            if (!read || read.rubric.length === 0) return;
            event.preventDefault();
            put(read.rubric);
            setSaid(t('pasted', { n: read.rubric.length, merged: read.merged ? 'yes' : 'no' }));
          }}
        />
        <p className={classes.moves}>
          <QuietButton
            disabled={pasted.trim() === ''}
            onClick={() => {
              const read = understood(pasted);
              if (read.rubric.length > 0) {
                put(read.rubric);
                setPasted('');
              }
              setSaid(t('pasted', { n: read.rubric.length, merged: read.merged ? 'yes' : 'no' }));
            }}
          >
            {t('take-pasted')}
          </QuietButton>{' '}
          <span role="status">{said}</span>
        </p>
      </details>
    </div>
  );
}
