'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import type { Instant } from '@/core/ids';
import type { Unmet } from '@/core/setting/unmet';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { GrowingText } from '@/ui/common/growing-text';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { MomentSlot } from './moment-slot';
import { NewMaterial } from './new-material';
import classes from './set-here.module.css';

/** What was refused, as a code for the words: of what is missing, the first. */
export function codeOf(answer: { readonly code: string; readonly unmet?: unknown }): string {
  const [first] = (answer.unmet ?? []) as readonly Unmet[];
  return first ? `unmet-${first.code}` : answer.code;
}

/** A title in one line. */
export function Line({ label, value, change }: { label: string; value: string; change: (value: string) => void }) {
  return (
    <TextInput
      label={label}
      value={value}
      maxLength={200}
      dir="auto"
      onChange={({ currentTarget: { value: typed } }) => change(typed)}
      data-autofocus
    />
  );
}

/** What was refused, the act, and the way out. */
export function Foot({ problem, close, children }: { problem: string | null; close: () => void; children: ReactNode }) {
  const t = useTranslations('telling');
  return (
    <>
      <Problem problem={problem} />
      <p className={classes.moves}>
        {children}
        <QuietButton onClick={close}>{t('not-now')}</QuietButton>
      </p>
    </>
  );
}

/** What of a class can be said besides when something is told. */
export interface TellsTo {
  readonly classId: string;
  readonly units: readonly { readonly id: string; readonly title: string }[];
  readonly materials: readonly { readonly id: string; readonly title: string }[];
}

/** When a class is told, in its lessons or by the clock. */
export interface Calendar {
  readonly lessons: SetDesk['lessons'];
  readonly holidays: SetDesk['holidays'];
  readonly zone: string;
  readonly now: Instant;
}

interface TextProps {
  readonly title: string;
  readonly body: string;
  readonly change: (said: { readonly title?: string; readonly body?: string }) => void;
}

/** A title, and what is said. */
export function ToldText({ title, body, change }: TextProps) {
  const t = useTranslations('telling');
  return (
    <>
      <Line label={t('tell-title')} value={title} change={(typed) => change({ title: typed })} />
      <GrowingText
        label={t('tell-body')}
        value={body}
        minRows={3}
        maxLength={10_000}
        dir="auto"
        onChange={({ currentTarget: { value } }) => change({ body: value })}
      />
    </>
  );
}

interface AttachedProps extends TellsTo {
  readonly attached: readonly string[];
  readonly change: (attached: readonly string[]) => void;
}

/** Materials that hang on it: of the class, or put in just now. */
export function Attached({ classId, materials, attached, change }: AttachedProps) {
  const t = useTranslations('telling');
  const [given, setGiven] = useState<TellsTo['materials']>([]);
  const all = [...given, ...materials.filter(({ id }) => !given.some((one) => one.id === id))];
  return (
    <details>
      <summary>{t('attach', { n: attached.length })}</summary>
      <NewMaterial
        classId={classId}
        take={(material) => {
          setGiven([material, ...given]);
          change([...attached, material.id]);
        }}
      />
      <ul>
        {all.map(({ id, title: name }) => (
          <li key={id}>
            <label>
              <input
                type="checkbox"
                checked={attached.includes(id)}
                onChange={({ currentTarget: { checked } }) =>
                  change(checked ? [...attached, id] : attached.filter((one) => one !== id))
                }
              />
              <bdi>{name}</bdi>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** At once, or at a time. */
export function When({
  at,
  change,
  calendar,
}: {
  at: Instant | null;
  change: (at: Instant | null) => void;
  calendar: Calendar;
}) {
  const t = useTranslations('telling');
  const times = useTimes(calendar.zone);
  return (
    <div>
      {t('tell-when')}{' '}
      <MomentSlot
        {...calendar}
        at={at}
        change={change}
        label={t('tell-when')}
        none={t('tell-now')}
        lesson="start"
        times={times}
      />
      {'.'}
    </div>
  );
}

/** What was refused, in words. */
export function Problem({ problem }: { problem: string | null }) {
  const t = useTranslations('telling');
  return (
    <p role="alert" className={classes.problem}>
      {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
    </p>
  );
}
