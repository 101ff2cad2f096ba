'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import type { RefObject } from 'react';
import { documentFor, showsMaterial } from '@/core/kinds/step';
import type { DraftStep } from '@/core/setting/draft';
import { NumberField } from '@/ui/common/number-field';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import { STEP_SETTINGS } from '@/ui/kinds/step/setting';
import classes from './set.module.css';
import panes from './step-panes.module.css';
import type { SetTools } from './tools';
import { useStepWrites } from './use-writes';

/** What is read before a step in which is written: the students have it beside that. */
function readBefore(steps: readonly DraftStep[], step: DraftStep): DraftStep | undefined {
  if (documentFor(step.kind) === null) return undefined;
  return steps.slice(0, steps.indexOf(step)).findLast(({ kind }) => showsMaterial(kind));
}

interface Props {
  readonly step: DraftStep;
  readonly tools: SetTools;
  readonly go: (step: string) => void;
  /** Is there room for what is read before? */
  readonly beside: boolean;
  /** The field with the name of the step. */
  readonly name: RefObject<HTMLInputElement | null>;
}

/** A step as it is set: its name, what kind of step it is, how long it takes, and what is in it; beside it what is read before. */
export function StepPanes({ step, tools, go, beside, name }: Props) {
  const t = useTranslations('set');
  const writes = useStepWrites(tools.ydoc, tools.draft, tools.materials);
  const Setting = STEP_SETTINGS[step.kind];
  const read = beside ? readBefore(tools.draft.steps, step) : undefined;
  const Read = read && STEP_SETTINGS[read.kind];
  return (
    <div className={panes.panes} data-beside={read ? true : undefined}>
      {read && Read ? (
        <Pane label={read.title || t('stage')}>
          <header className={stage.paneHead}>
            <strong>
              <bdi>{read.title}</bdi>
            </strong>
            <button type="button" className={`quiet ${stage.headAct}`} onClick={() => go(read.id)}>
              {t('go-there')}
            </button>
          </header>
          <div className={`${stage.paneBody} ${classes.body}`}>
            <Read key={read.id} step={read} tools={tools} />
          </div>
        </Pane>
      ) : null}
      <Pane label={step.title || t('stage')}>
        <header className={`${stage.paneHead} ${classes.stepHead}`}>
          <TextInput
            ref={name}
            className={classes.stepName}
            aria-label={t('step-name')}
            value={step.title}
            readOnly={!tools.editable}
            maxLength={200}
            dir="auto"
            onChange={({ currentTarget: { value } }) => writes.change(step, { title: value })}
          />
          <span className="soft">{t(`kind-${step.kind}`)}</span>
          <NumberField
            className={classes.stepMinutes}
            aria-label={t('step-minutes')}
            value={step.minutes}
            min={0}
            max={10_000}
            hideControls
            change={(minutes) => writes.change(step, { minutes: Math.round(minutes ?? 0) })}
          />
          <span aria-hidden="true">{t('min')}</span>
          {tools.editable ? (
            <button type="button" className={`quiet ${stage.headAct}`} onClick={() => writes.drop(step.id)}>
              {t('drop-step')}
            </button>
          ) : null}
        </header>
        <div className={`${stage.paneBody} ${classes.body}`}>
          <Setting key={step.id} step={step} tools={tools} />
        </div>
      </Pane>
    </div>
  );
}
