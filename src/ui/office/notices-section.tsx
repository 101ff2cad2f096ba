import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import type { YearView } from '@/server/reading/office/year';
import { GrowingText } from '@/ui/common/growing-text';
import { QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { Choices, Slot } from '@/ui/set/slot';
import classes from './office.module.css';
import { useOffice } from './use-office';

/** What the school says to everybody now, and a place to say more. */
export function NoticesSection({ view, zone }: { readonly view: YearView; readonly zone: string }) {
  const t = useTranslations('year');
  const times = useTimes(zone);
  const { act, busy, problem } = useOffice();
  const [title, setTitle] = useState('');
  const [body, setBody] = useState('');
  const [forRole, setForRole] = useState<'student' | 'teacher' | null>(null);
  const [days, setDays] = useState(7);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act('/api/office/notices', { title, body, forRole, days });
    if (!done.ok) return;
    setTitle('');
    setBody('');
  };
  return (
    <section className={classes.section} aria-labelledby="notices">
      <h2 id="notices">{t('notices')}</h2>
      <ul className={classes.plain}>
        {view.notices.map((one) => (
          <li key={one.id}>
            <strong>
              <bdi>{one.title}</bdi>
            </strong>
            <span className="soft">
              {t('notice-until', { for: one.for_role ?? 'all', day: times.heading(one.until) })}
            </span>
            <button
              type="button"
              className={`quiet ${classes.far}`}
              onClick={() => act(`/api/office/notices/${one.id}`)}
            >
              {t('end-notice', { title: one.title })}
            </button>
          </li>
        ))}
      </ul>
      <form onSubmit={submit}>
        <TextInput
          label={t('notice-title')}
          value={title}
          maxLength={120}
          dir="auto"
          required
          withAsterisk={false}
          onChange={({ currentTarget }) => setTitle(currentTarget.value)}
        />
        <GrowingText
          label={t('notice-body')}
          value={body}
          maxLength={2000}
          dir="auto"
          minRows={2}
          onChange={({ currentTarget }) => setBody(currentTarget.value)}
        />
        <div className={classes.sentence}>
          {t.rich('notice-for', {
            who: () => (
              <Slot words={t(`for-${forRole ?? 'all'}`)} label={t('for-whom')}>
                {(close) => (
                  <Choices
                    choices={[
                      { value: null, words: t('for-all') },
                      { value: 'student', words: t('for-student') },
                      { value: 'teacher', words: t('for-teacher') },
                    ]}
                    chosen={forRole}
                    choose={(value) => {
                      setForRole(value as typeof forRole);
                      close();
                    }}
                  />
                )}
              </Slot>
            ),
            days: () => (
              <Slot words={t('for-days', { n: days })} label={t('how-long')}>
                {(close) => (
                  <Choices
                    choices={[1, 3, 7, 14, 30, 90].map((value) => ({ value, words: t('for-days', { n: value }) }))}
                    chosen={days}
                    choose={(value) => {
                      setDays(value);
                      close();
                    }}
                  />
                )}
              </Slot>
            ),
          })}
        </div>
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
        <QuietButton type="submit" loading={busy}>
          {t('give-notice')}
        </QuietButton>
      </form>
    </section>
  );
}
