'use client';

import { useTranslations } from 'next-intl';
import type { SettingsOf } from '@/core/kinds/step';
import { settled } from '@/core/kinds/step';
import { NumberField } from '@/ui/common/number-field';
import { AskList } from '@/ui/set/ask-list';
import type { SetStepProps } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';

const KINDS = ['sound', 'video'] as const;

/** What is recorded, from when on it is long enough, and when it has to end. */
export function SetRecording({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const { ydoc, draft, materials, editable } = tools;
  const writes = useStepWrites(ydoc, draft, materials);
  const settings = settled(step.kind, step.settings) as SettingsOf<'record'> | null;
  if (settings === null) return null;
  const change = (to: Partial<typeof settings>) => writes.change(step, { settings: { ...settings, ...to } });
  const { of, least, most, simple } = settings;
  return (
    <>
      <fieldset disabled={!editable}>
        <legend>{t('record-of')}</legend>
        {KINDS.map((kind) => (
          <p key={kind}>
            <label>
              <input type="radio" name={`of-${step.id}`} checked={of === kind} onChange={() => change({ of: kind })} />{' '}
              {t(`record-${kind}`)}
            </label>
          </p>
        ))}
      </fieldset>
      <NumberField
        label={t('record-most')}
        value={most}
        min={5}
        max={3600}
        readOnly={!editable}
        change={(n) => change({ most: n ?? 120 })}
      />
      <NumberField
        label={t('record-least')}
        value={least === 0 ? null : least}
        min={0}
        max={most}
        readOnly={!editable}
        change={(n) => change({ least: Math.min(n ?? 0, most) })}
      />
      <p>
        <label>
          <input
            type="checkbox"
            checked={simple}
            disabled={!editable}
            onChange={({ currentTarget: { checked } }) => change({ simple: checked })}
          />{' '}
          {t('record-simple')}
        </label>
      </p>
      <AskList place={null} tools={tools} />
    </>
  );
}
