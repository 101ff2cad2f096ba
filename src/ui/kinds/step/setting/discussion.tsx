'use client';

import { useTranslations } from 'next-intl';
import type { SettingsOf } from '@/core/kinds/step';
import { settled } from '@/core/kinds/step/settings';
import { NumberField } from '@/ui/common/number-field';
import { AskList } from '@/ui/set/ask-list';
import classes from '@/ui/set/set.module.css';
import type { SetStepProps } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';

const CHOICES = ['ownFirst', 'pseudonyms', 'inGroups'] as const;

/** How something is discussed: what is said first, under which names, in groups, until when; and what is asked for. */
export function SetDiscussion({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const { ydoc, draft, materials, editable } = tools;
  const writes = useStepWrites(ydoc, draft, materials);
  const settings = settled(step.kind, step.settings) as SettingsOf<'discussion'> | null;
  if (settings === null) return null;
  const change = (to: Partial<typeof settings>) => writes.change(step, { settings: { ...settings, ...to } });
  return (
    <>
      <p className={classes.hint}>{t('discussion-says')}</p>
      {CHOICES.map((name) => (
        <p key={name}>
          <label>
            <input
              type="checkbox"
              checked={settings[name]}
              disabled={!editable}
              onChange={({ currentTarget: { checked } }) => change({ [name]: checked })}
            />{' '}
            {t(`discussion-${name}`)}
          </label>
        </p>
      ))}
      <NumberField
        label={t('posts-before')}
        description={t('posts-before-says')}
        value={settings.postsBefore}
        min={0}
        max={2000}
        readOnly={!editable}
        change={(n) => change({ postsBefore: n })}
      />
      <AskList place={null} tools={tools} />
    </>
  );
}
