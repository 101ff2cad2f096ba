'use client';

import { useTranslations } from 'next-intl';
import { useMemo, useState } from 'react';
import type { PersonId } from '@/core/ids';
import { choose } from '@/core/setting/draft-writes';
import { atRandom, byNumber, type Groups, movedInto } from '@/core/setting/groups';
import { newAct } from '@/ui/common/act';
import { QuietButton } from '@/ui/common/primary-button';
import classes from './set.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';

const SIZES = [2, 3, 4, 5, 6] as const;

/** Everybody in their group: whoever is chosen goes into another, or works alone. */
function InGroups({
  groups,
  names,
  change,
}: {
  groups: Groups;
  names: ReadonlyMap<string, string>;
  change: (groups: Groups) => void;
}) {
  const t = useTranslations('set');
  const placed = new Set<string>(groups.flat());
  const free = [...names.keys()].filter((id) => !placed.has(id)) as PersonId[];
  const member = (id: PersonId, own: number) => (
    <Slot key={id} words={names.get(id) ?? '?'} label={t('move-member')}>
      {(close) => (
        <Choices
          choices={[
            ...groups.map((_, i) => ({ value: i, words: t('into-group', { n: i + 1 }) })),
            { value: groups.length, words: t('into-new-group') },
            { value: -1, words: t('alone') },
          ]}
          chosen={own}
          choose={(to) => {
            change(movedInto(groups, id, to));
            close();
          }}
        />
      )}
    </Slot>
  );
  return (
    <>
      <ol className={classes.groups}>
        {groups.map((members, i) => (
          <li key={members.join(' ')}>
            {members.map((id) => (
              <span key={id}>{member(id, i)} </span>
            ))}
          </li>
        ))}
      </ol>
      {free.length > 0 ? (
        <p>
          {t('alone-are')}{' '}
          {free.map((id) => (
            <span key={id}>{member(id, -1)} </span>
          ))}
        </p>
      ) : null}
    </>
  );
}

/** Those for whom the work is, with their names. */
function usePeople({ view, draft: { only } }: SetTools) {
  return useMemo(
    () => view.students.filter(({ id }) => only.length === 0 || only.includes(id as PersonId)),
    [view.students, only],
  );
}

/** The groups as they are now; nothing where everybody works alone. */
export function Members({ tools }: { tools: SetTools }) {
  const names = new Map(usePeople(tools).map(({ id, name }) => [id as string, name]));
  const { groups } = tools.draft;
  if (groups.length === 0) return null;
  return <InGroups groups={groups} names={names} change={(made) => choose(tools.ydoc, 'groups', made)} />;
}

/** Who works together: nobody, by how many, by chance, as last time, or by hand. */
export function GroupsSlot({ tools }: { tools: SetTools }) {
  const { ydoc, view, unmet } = tools;
  const t = useTranslations('set');
  const { groups } = tools.draft;
  const people = usePeople(tools);
  const ids = people.map(({ id }) => id as PersonId);
  const names = new Map(people.map(({ id, name }) => [id as string, name]));
  const [size, setSize] = useState(3);
  const take = (made: Groups) => choose(ydoc, 'groups', made);
  return (
    <Slot
      words={groups.length === 0 ? t('own-work') : t('in-groups', { n: groups.length })}
      label={t('groups')}
      unmet={unmet.some(({ part }) => part === 'groups')}
    >
      {(close) => (
        <>
          <Choices
            choices={[
              { value: -1, words: t('own-work') },
              ...view.grouped.map(({ title }, i) => ({ value: i, words: t('as-in', { title }) })),
            ]}
            chosen={groups.length === 0 ? -1 : null}
            choose={(i) => {
              const before = view.grouped[i ?? -1]?.groups ?? [];
              take(before.map((group) => group.filter((id) => names.has(id))).filter((group) => group.length > 0));
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
              {SIZES.map((n) => (
                <option key={n} value={n}>
                  {n}
                </option>
              ))}
            </select>
          </p>
          {(
            [
              ['by-list', () => byNumber(ids, size)],
              ['by-chance', () => atRandom(ids, size, newAct())],
            ] as const
          ).map(([key, make]) => (
            <span key={key}>
              <QuietButton
                onClick={() => {
                  take(make());
                  close();
                }}
              >
                {t(key)}
              </QuietButton>{' '}
            </span>
          ))}
        </>
      )}
    </Slot>
  );
}
