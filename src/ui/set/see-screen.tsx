'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { seenStates } from '@/core/setting/seen';
import type { State } from '@/core/work/standing';
import { DocumentView } from '@/ui/common/document-view';
import { Kite } from '@/ui/common/kite';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Sail, WeaveBand } from '@/ui/common/sail';
import desk from '@/ui/desk/desk.module.css';
import bar from '@/ui/desk/hand-in-bar.module.css';
import { Rope } from '@/ui/desk/rope';
import { RubricView } from '@/ui/desk/rubric-view';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import { STEPS_SHOWN } from '@/ui/kinds/step/setting/shown';
import classes from './set.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';
import { useMeetWords, useStepLine } from './words';

/** What is open to be read at a state; before the work opens only its title is. */
const HIDES: ReadonlySet<State> = new Set(['opens-later']);
/** In these a student has done their part. */
const DONE: ReadonlySet<State> = new Set(['handed-in', 'handed-in-late', 'handed-back']);

/** The work as a student would see it, in any of its states. Nobody's data is touched: it is made of the draft alone. */
export function SeeScreen({ tools, close }: { tools: SetTools; close: () => void }) {
  const t = useTranslations('set');
  const words = useTranslations('desk');
  const states = useTranslations('state');
  const { draft, view, times, now } = tools;
  const line = useStepLine(tools);
  const [met, rules] = useMeetWords(times, now)(draft);
  const seen = seenStates(draft, now);
  const [chosen, setChosen] = useState<State>('not-started');
  const [current, setCurrent] = useState<string | null>(null);
  const { state, at } = seen.find((one) => one.state === chosen) ??
    seen[0] ?? { state: 'not-started' as State, at: now };
  const step = draft.steps.find(({ id }) => id === current) ?? draft.steps[0];
  const Shown = step ? STEPS_SHOWN[step.kind] : null;
  const hidden = HIDES.has(state);
  return (
    <main className={`${desk.desk} ${classes.desk}`} id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.seeing}>
        {t('seen-as')}{' '}
        <Slot words={states(state)} label={t('seen-when')}>
          {(done) => (
            <Choices
              choices={seen.map((one) => ({
                value: one.state,
                words: `${states(one.state)} (${times.moment(one.at, now)})`,
              }))}
              chosen={state}
              choose={(next) => {
                setChosen(next);
                done();
              }}
            />
          )}
        </Slot>{' '}
        <span className="soft">{times.moment(at, now)}</span>
        <button type="button" className="quiet" onClick={close}>
          {t('write-on')}
        </button>
      </div>
      <div className={`${desk.head} ${classes.head}`}>
        <div className={`${desk.name} ${classes.name}`}>
          <p className={`${desk.crumb} ${classes.crumb}`}>
            <bdi>{view.class.name}</bdi>
          </p>
          <h1>
            <Sail weave={view.class.weave} size={20} />
            <bdi>{draft.title}</bdi>
          </h1>
        </div>
        <div className={`${desk.facts} ${classes.facts}`}>
          <p>
            {draft.dueAt === null
              ? words('no-due')
              : words.rich('due', { when: times.moment(draft.dueAt, at), strong: (inner) => <strong>{inner}</strong> })}
            {draft.points === null ? null : `, ${words('points', { n: draft.points })}`}
            {`, ${words('about', { length: times.length(draft.minutes) })}`}
          </p>
          <p className={desk.standing}>
            <Kite state={state} />
            <span>{states(state)}</span>
          </p>
        </div>
      </div>
      <div className={`${desk.work} ${classes.work}`}>
        <Rope
          knots={draft.steps.map((one) => ({
            id: one.id,
            title: one.title,
            says: () => line(one),
            done: DONE.has(state),
            locked: hidden,
          }))}
          current={step?.id ?? ''}
          tight={false}
          go={setCurrent}
          goToAnswer={() => {}}
        />
        <div className={`${desk.stage} ${classes.stage}`}>
          <Pane label={draft.title}>
            <div className={`${stage.paneBody} ${classes.body}`}>
              {hidden ? (
                <p>{words('opens-later', { when: times.moment(draft.opensAt ?? now, now) })}</p>
              ) : (
                <>
                  <DocumentView document={draft.instructions} lang={view.class.locale} />
                  {step && Shown ? <Shown key={step.id} step={step} tools={tools} /> : null}
                  {draft.rubric.length > 0 ? (
                    <details>
                      <summary>{words('sheet-rubric')}</summary>
                      <RubricView rubric={draft.rubric} />
                    </details>
                  ) : null}
                </>
              )}
            </div>
          </Pane>
        </div>
      </div>
      <section className={`${bar.bar} ${classes.bar}`} aria-label={t('bar')}>
        <div className={bar.says}>
          <p>{met}</p>
          <p>{rules}</p>
        </div>
        <div className={bar.moves}>
          <PrimaryButton onClick={close}>{t('write-on')}</PrimaryButton>
        </div>
      </section>
    </main>
  );
}
