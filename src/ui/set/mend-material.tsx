'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { Instant } from '@/core/ids';
import { hasCaptions, type MaterialKind } from '@/core/kinds/material';
import type { Unmet } from '@/core/setting/unmet';
import { post } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { useUploads } from '@/ui/desk/use-uploads';
import { MomentSlot } from './moment-slot';
import classes from './set-here.module.css';
import type { Calendar } from './told-form';

interface Props {
  readonly classId: string;
  readonly material: {
    readonly id: string;
    readonly title: string;
    readonly kind: MaterialKind;
    readonly opensAt: Instant | null;
    readonly closesAt: Instant | null;
    readonly removed: boolean;
  };
  readonly calendar: Calendar;
  /** Told when something was changed. */
  readonly changed: (title: string) => void;
}

/** What a teacher says of a material: its name, from when to when it can be read, captions, and whether it is there at all. */
export function MendMaterial({ classId, material, calendar, changed }: Props) {
  const t = useTranslations('giving');
  const times = useTimes(calendar.zone);
  const input = useRef<HTMLInputElement>(null);
  const [title, setTitle] = useState(material.title);
  const [opensAt, setOpensAt] = useState(material.opensAt);
  const [closesAt, setClosesAt] = useState(material.closesAt);
  const [removed, setRemoved] = useState(material.removed);
  const [said, setSaid] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (more: object = {}) => {
    const body = { title, opensAt, closesAt, removed, ...more };
    const answer = await post(`/api/classes/${classId}/materials/${material.id}`, body);
    const [unmet] = answer.ok ? [] : ((answer.unmet ?? []) as readonly Unmet[]);
    setProblem(answer.ok ? null : unmet ? `unmet-${unmet.code}` : answer.code);
    setSaid(answer.ok ? 'kept' : null);
    if (answer.ok) changed(title);
    return answer.ok;
  };
  const uploads = useUploads(null, (piece) => void send({ captions: piece }));
  return (
    <section className={classes.tell} aria-label={t('mend-material')}>
      <TextInput
        label={t('address-name')}
        value={title}
        maxLength={200}
        dir="auto"
        onChange={({ currentTarget: { value } }) => setTitle(value)}
      />
      <div>
        {t('opens')}{' '}
        <MomentSlot
          {...calendar}
          at={opensAt}
          change={setOpensAt}
          label={t('opens')}
          none={t('from-now')}
          lesson="start"
          times={times}
        />{' '}
        {t('closes')}{' '}
        <MomentSlot
          {...calendar}
          at={closesAt}
          change={setClosesAt}
          label={t('closes')}
          none={t('no-end')}
          lesson="end"
          times={times}
        />
        {'.'}
      </div>
      {hasCaptions(material.kind) ? (
        <p>
          <button type="button" className="quiet" onClick={() => input.current?.click()}>
            {t('captions')}
          </button>
          <FileInput ref={input} aria-label={t('captions')} accept=".vtt" take={(files) => uploads.add(files)} />{' '}
          {uploads.sending.map(({ key, name, state, code }) => (
            <span key={key}>
              <bdi>{name}</bdi> {state === 'refused' ? t(keyOr(t.has, `problem.${code}`, 'problem.broke')) : ''}
            </span>
          ))}
        </p>
      ) : null}
      <p className={classes.moves}>
        <QuietButton onClick={() => void send()} disabled={title.trim() === ''}>
          {t('keep-it')}
        </QuietButton>
        <button
          type="button"
          className="quiet"
          onClick={() => void send({ removed: !removed }).then((ok) => ok && setRemoved(!removed))}
        >
          {t(removed ? 'bring-back' : 'take-out')}
        </button>
        <span role="status" className="moss">
          {said ? t('is-kept') : null}
        </span>
      </p>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </section>
  );
}
