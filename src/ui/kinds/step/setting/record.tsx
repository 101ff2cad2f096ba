'use client';

import { useTranslations } from 'next-intl';
import type { SettingsOf } from '@/core/kinds/step';
import { settled } from '@/core/kinds/step/settings';
import { AskList } from '@/ui/set/ask-list';
import { NumberSlot } from '@/ui/set/moment-slot';
import classes from '@/ui/set/set.module.css';
import { Choices, Slot, YesSlot } from '@/ui/set/slot';
import type { SetStepProps } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';

const KINDS = ['sound', 'video'] as const;
/** Nothing can be said in less, in seconds. */
const SHORTEST = 5;

/** What is recorded, from when on it is long enough, and when it has to end. */
export function SetRecording({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const { ydoc, draft, materials, editable } = tools;
  const writes = useStepWrites(ydoc, draft, materials);
  const settings = settled(step.kind, step.settings) as SettingsOf<'record'> | null;
  if (settings === null) return null;
  const change = (to: Partial<typeof settings>) => writes.change(step, { settings: { ...settings, ...to } });
  const { of, least, most, simple } = settings;
  const lasts = t('record-most', { n: most });
  const enough = least === 0 ? t('record-any') : t('record-least', { n: least });
  if (!editable)
    return (
      <>
        <p>{[t(`record-${of}`), lasts, enough, t(simple ? 'record-simple' : 'record-buttons')].join(' ')}</p>
        <AskList place={null} tools={tools} />
      </>
    );
  return (
    <>
      <div className={classes.sentences}>
        <div>
          <Slot words={t(`record-${of}`)} label={t('record-of')}>
            {(close) => (
              <Choices
                choices={KINDS.map((value) => ({ value, words: t(`record-${value}`) }))}
                chosen={of}
                choose={(chosen) => {
                  change({ of: chosen });
                  close();
                }}
              />
            )}
          </Slot>{' '}
          <NumberSlot
            value={most}
            words={lasts}
            label={t('record-most-label')}
            most={3600}
            change={(n) => {
              const ends = Math.max(SHORTEST, n ?? most);
              change({ most: ends, least: Math.min(least, ends) });
            }}
          />{' '}
          <NumberSlot
            value={least === 0 ? null : least}
            words={enough}
            label={t('record-least-label')}
            most={most}
            none={t('record-any')}
            change={(n) => change({ least: Math.min(n ?? 0, most) })}
          />
        </div>
        <div>
          <YesSlot
            value={simple}
            yes={t('record-simple')}
            no={t('record-buttons')}
            label={t('record-how')}
            change={(chosen) => change({ simple: chosen })}
          />
        </div>
      </div>
      <AskList place={null} tools={tools} />
    </>
  );
}
