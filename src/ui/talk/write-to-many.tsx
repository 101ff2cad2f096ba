'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { useRefresh } from '@/ui/common/use-refresh';
import { MessageComposer } from './message-composer';
import classes from './messages.module.css';
import { ReaderMarks } from './readers';
import { TitleField } from './title-field';
import { ask } from './use-floor';

interface Student {
  readonly id: string;
  readonly name: string;
}

/** Where a teacher writes to a class, to some of it or to one: a letter to each, and nobody sees to whom else it went. */
export function WriteToMany({
  classes: taught,
}: {
  classes: readonly { readonly id: string; readonly name: string }[];
}) {
  const t = useTranslations('messages');
  const refresh = useRefresh();
  const [of, setOf] = useState<string | null>(null);
  const [students, setStudents] = useState<readonly Student[]>([]);
  const [only, setOnly] = useState<readonly string[]>([]);
  const [title, setTitle] = useState('');
  const [went, setWent] = useState<number | null>(null);
  useEffect(() => {
    setStudents([]);
    setOnly([]);
    if (of === null) return;
    let left = false;
    void ask<{ readonly ok: true; readonly students: readonly Student[] }>(`/api/classes/${of}/students`).then(
      (answer) => {
        if (!left && answer.ok) setStudents(answer.students);
      },
    );
    return () => {
      left = true;
    };
  }, [of]);
  const n = only.length === 0 ? students.length : only.length;
  return (
    <details className={classes.many}>
      <summary>{t('write-many')}</summary>
      <p>
        <select
          className="field"
          aria-label={t('which-class')}
          value={of ?? ''}
          onChange={({ currentTarget: { value } }) => setOf(value === '' ? null : value)}
        >
          <option value="">{t('which-class')}</option>
          {taught.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </p>
      {of !== null && students.length > 0 ? (
        <>
          <details>
            <summary>{only.length === 0 ? t('everybody', { n }) : t('these', { n })}</summary>
            <ul className={classes.choose}>
              {students.map(({ id, name }) => (
                <li key={id}>
                  <label>
                    <input
                      type="checkbox"
                      checked={only.includes(id)}
                      onChange={({ currentTarget: { checked } }) =>
                        setOnly(checked ? [...only, id] : only.filter((one) => one !== id))
                      }
                    />{' '}
                    <bdi>{name}</bdi>
                  </label>
                </li>
              ))}
            </ul>
          </details>
          <MessageComposer
            target={{ path: `/api/classes/${of}/messages`, more: { title, only: only.length === 0 ? null : only } }}
            place={`many ${of}`}
            label={t('write-many')}
            readers={
              <>
                <p className={classes.readers}>{t('many-readers', { n })}</p>
                <ReaderMarks students={n} teachers={0} />
                <TitleField title={title} change={setTitle} />
              </>
            }
            button={t('send-many', { n })}
            sent={() => {
              setWent(n);
              setTitle('');
              refresh();
            }}
          />
        </>
      ) : null}
      <p role="status">{went === null ? null : t('went', { n: went })}</p>
    </details>
  );
}
