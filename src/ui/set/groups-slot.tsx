'use client';

import { useTranslations } from 'next-intl';
import { useMemo, useState } from 'react';
import type { PersonId } from '@/core/ids';
import { choose } from '@/core/setting/draft-writes';
import { atRandom, byNumber } from '@/core/setting/groups';
import { newAct } from '@/ui/common/act';
import { QuietButton } from '@/ui/common/primary-button';
import classes from './set.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';

/** Who works together: nobody, by how many, or by chance. */
export function Groups({ tools: { draft, ydoc, view, unmet } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const ids = useMemo(() => view.students.map(({ id }) => id as PersonId), [view.students]);
  const names = new Map(view.students.map(({ id, name }) => [id as string, name]));
  const { groups } = draft;
  const [size, setSize] = useState(3);
  return (
    <>
      <Slot
        words={groups.length === 0 ? t('own-work') : t('in-groups', { n: groups.length })}
        label={t('groups')}
        unmet={unmet.some(({ part }) => part === 'groups')}
      >
        {(close) => (
          <>
            <Choices
              choices={[{ value: 'own', words: t('own-work') }]}
              chosen={groups.length === 0 ? 'own' : ''}
              choose={() => {
                choose(ydoc, 'groups', []);
                close();
              }}
            />
            <p>
              {t('of-size')}{' '}
              <select
                className="field"
                value={size}
                onChange={({ currentTarget: { value } }) => setSize(Number(value))}
                aria-label={t('of-size')}
              >
                {[2, 3, 4, 5, 6].map((n) => (
                  <option key={n} value={n}>
                    {n}
                  </option>
                ))}
              </select>
            </p>
            <QuietButton
              onClick={() => {
                choose(ydoc, 'groups', byNumber(ids, size));
                close();
              }}
            >
              {t('by-list')}
            </QuietButton>{' '}
            <QuietButton
              onClick={() => {
                choose(ydoc, 'groups', atRandom(ids, size, newAct()));
                close();
              }}
            >
              {t('by-chance')}
            </QuietButton>
          </>
        )}
      </Slot>
      {groups.length > 0 ? (
        <ol className={classes.groups}>
          {groups.map((members) => (
            <li key={members.join(' ')}>{members.map((id) => names.get(id) ?? '?').join(', ')}</li>
          ))}
        </ol>
      ) : null}
    </>
  );
}
