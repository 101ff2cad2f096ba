'use client';

import { Textarea, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import type { Unmet } from '@/core/setting/unmet';
import { post } from '@/ui/common/client-request';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import classes from './set-here.module.css';

/** What was refused, as a code for the words: of what is missing, the first. */
function codeOf(answer: { readonly code: string; readonly unmet?: unknown }): string {
  const [first] = (answer.unmet ?? []) as readonly Unmet[];
  return first ? `unmet-${first.code}` : answer.code;
}

/** A title in one line. */
function Line({ label, value, change }: { label: string; value: string; change: (value: string) => void }) {
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
function Foot({ problem, close, children }: { problem: string | null; close: () => void; children: ReactNode }) {
  const t = useTranslations('setting');
  return (
    <>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
      <p className={classes.moves}>
        {children}
        <QuietButton onClick={close}>{t('not-now')}</QuietButton>
      </p>
    </>
  );
}

interface TellProps {
  readonly classId: string;
  /** How many read it. */
  readonly readers: number;
  readonly units: readonly { readonly id: string; readonly title: string }[];
  readonly materials: readonly { readonly id: string; readonly title: string }[];
}

/** Tells the class something, with materials that hang on it. What is typed is kept in this browser until it is told. */
function Tell({ classId, readers, units, materials, close }: TellProps & { readonly close: () => void }) {
  const t = useTranslations('setting');
  const router = useRouter();
  const [title, setTitle] = useKeptDraft(`tell-title-${classId}`);
  const [body, setBody] = useKeptDraft(`tell-${classId}`);
  const [unit, setUnit] = useState('');
  const [attached, setAttached] = useState<readonly string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    setBusy(true);
    const answer = await post(`/api/classes/${classId}/announcements`, {
      title,
      body,
      unit: unit === '' ? null : unit,
      attachments: attached,
    });
    setBusy(false);
    if (!answer.ok) return setProblem(codeOf(answer));
    setTitle('');
    setBody('');
    close();
    router.refresh();
  };
  return (
    <form
      className={classes.tell}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Line label={t('tell-title')} value={title} change={setTitle} />
      <Textarea
        label={t('tell-body')}
        value={body}
        autosize
        minRows={3}
        maxLength={10_000}
        dir="auto"
        onChange={({ currentTarget: { value } }) => setBody(value)}
      />
      {units.length > 0 ? (
        <label>
          {t('tell-unit')}{' '}
          <select className="field" value={unit} onChange={({ currentTarget: { value } }) => setUnit(value)}>
            <option value="">{t('by-date')}</option>
            {units.map(({ id, title: name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      {materials.length > 0 ? (
        <details>
          <summary>{t('attach', { n: attached.length })}</summary>
          <ul>
            {materials.map(({ id, title: name }) => (
              <li key={id}>
                <label>
                  <input
                    type="checkbox"
                    checked={attached.includes(id)}
                    onChange={({ currentTarget: { checked } }) =>
                      setAttached(checked ? [...attached, id] : attached.filter((one) => one !== id))
                    }
                  />
                  <bdi>{name}</bdi>
                </label>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      <Foot problem={problem} close={close}>
        <PrimaryButton type="submit" loading={busy} disabled={title.trim() === ''}>
          {t('tell-n', { n: readers })}
        </PrimaryButton>
      </Foot>
    </form>
  );
}

/** Adds a unit behind the others. */
function AddUnit({ classId, close }: { readonly classId: string; readonly close: () => void }) {
  const t = useTranslations('setting');
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    const answer = await post(`/api/classes/${classId}/units`, { title, startsAt: null, endsAt: null });
    if (!answer.ok) return setProblem(codeOf(answer));
    close();
    router.refresh();
  };
  return (
    <form
      className={classes.tell}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Line label={t('unit-title')} value={title} change={setTitle} />
      <Foot problem={problem} close={close}>
        <PrimaryButton type="submit" disabled={title.trim() === ''}>
          {t('add-unit')}
        </PrimaryButton>
      </Foot>
    </form>
  );
}

/** What else a teacher puts into a class besides work: something that is told, and units. */
export function TellClass(props: TellProps) {
  const t = useTranslations('setting');
  const [open, setOpen] = useState<'tell' | 'unit' | null>(null);
  const close = () => setOpen(null);
  return (
    <div>
      <p className={classes.moves}>
        <button
          type="button"
          className="quiet"
          aria-expanded={open === 'tell'}
          onClick={() => setOpen(open === 'tell' ? null : 'tell')}
        >
          {t('tell')}
        </button>
        <button
          type="button"
          className="quiet"
          aria-expanded={open === 'unit'}
          onClick={() => setOpen(open === 'unit' ? null : 'unit')}
        >
          {t('add-unit')}
        </button>
        <PlaceLink to={{ at: 'course', class: props.classId }}>{t('take-over')}</PlaceLink>
      </p>
      {open === 'tell' ? <Tell {...props} close={close} /> : null}
      {open === 'unit' ? <AddUnit classId={props.classId} close={close} /> : null}
    </div>
  );
}
