'use client';

import { useTranslations } from 'next-intl';
import type { PeopleShown } from '@/core/office/people-shown';
import { ROLES } from '@/core/office/person';
import type { PeopleView } from '@/server/reading/office/people';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Choices, Slot } from '@/ui/set/slot';
import classes from './office.module.css';
import { useOffice } from './use-office';

interface Props {
  readonly chosen: { readonly people: readonly string[] } | { readonly shown: PeopleShown };
  readonly n: number;
  readonly total: number;
  readonly classes: PeopleView['classes'];
  readonly chooseAll: () => void;
  readonly chooseNobody: () => void;
}

/** What can be done for everybody who is chosen. */
export function ChosenStrip({ chosen, n, total, classes: all, chooseAll, chooseNobody }: Props) {
  const t = useTranslations('people');
  const { act, print, busy, problem } = useOffice();
  const many = async (what: object): Promise<void> => {
    const done = await act('/api/office/people/many', { chosen, act: what });
    if (done.ok) chooseNobody();
  };
  const slips = (kind: 'once' | 'card') => print('/api/office/slips', { chosen, kind }, 'slips.pdf');
  return (
    <section className={classes.strip} aria-label={t('chosen-label')}>
      <div className={classes.acts}>
        <p role="status">
          <strong>{t('chosen', { n, total })}</strong>
        </p>
        {n < total ? (
          <button type="button" className="quiet" onClick={chooseAll}>
            {t('choose-shown', { n: total })}
          </button>
        ) : null}
        <button type="button" className="quiet" onClick={chooseNobody}>
          {t('choose-nobody')}
        </button>
        {problem ? (
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
        ) : null}
      </div>
      <div className={classes.acts}>
        {(['put-into', 'take-out'] as const).map((what) => (
          <Slot key={what} words={t(what)} label={t('many')}>
            {(close) => (
              <Choices
                choices={all.map(({ id, name }) => ({ value: id as string, words: name }))}
                chosen={null as string | null}
                choose={async (id) => {
                  close();
                  await many({ act: what, class: id });
                }}
              />
            )}
          </Slot>
        ))}
        <Slot words={t('other-role')} label={t('many')}>
          {(close) => (
            <Choices
              choices={ROLES.map((value) => ({ value, words: t(`role-${value}`) }))}
              chosen={null as string | null}
              choose={async (role) => {
                close();
                await many({ act: 'role', role });
              }}
            />
          )}
        </Slot>
        <Slot words={t('end')} label={t('many')}>
          {(close) => (
            <Choices
              choices={(['leave', 'back', 'sign-out', 'take-back-slips'] as const).map((value) => ({
                value,
                words: t(`many-${value}`),
              }))}
              chosen={null as string | null}
              choose={async (what) => {
                close();
                await many({ act: what });
              }}
            />
          )}
        </Slot>
        <Slot words={t('cards')} label={t('many')}>
          {(close) => (
            <>
              <p className="soft">{t('cards-say')}</p>
              <button
                type="button"
                className="quiet"
                onClick={() => {
                  close();
                  void slips('card');
                }}
              >
                {t('print-cards', { n })}
              </button>
            </>
          )}
        </Slot>
        <PrimaryButton loading={busy} onClick={() => slips('once')}>
          {t('print-slips', { n })}
        </PrimaryButton>
      </div>
    </section>
  );
}
