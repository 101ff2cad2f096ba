'use client';

import { NativeSelect } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { addressOf } from '@/core/places';
import type { Chosen } from '@/core/work/chosen-work';
import classes from './work.module.css';
import { placeOf } from './work-address';

const WEEKS = [-2, -1, 0, 1, 2, 3] as const;

/** What narrows the table: class, kind and week. A choice is a new address. */
export function WorkFilters({
  chosen,
  classes: list,
}: {
  chosen: Chosen;
  classes: readonly { readonly id: string; readonly name: string }[];
}) {
  const t = useTranslations('work');
  const kinds = useTranslations('class');
  const router = useRouter();
  const choose = (part: Partial<Chosen>) => router.push(addressOf(placeOf({ ...chosen, ...part })), { scroll: false });
  return (
    <div className={classes.filters}>
      <NativeSelect
        label={t('class')}
        value={chosen.classId ?? ''}
        onChange={(event) => choose({ classId: event.currentTarget.value || null })}
        data={[{ value: '', label: t('every-class') }, ...list.map(({ id, name }) => ({ value: id, label: name }))]}
      />
      <NativeSelect
        label={t('kind')}
        value={chosen.takes ?? ''}
        onChange={(event) => choose({ takes: (event.currentTarget.value || null) as Chosen['takes'] })}
        data={[
          { value: '', label: t('every-kind') },
          ...(['pieces', 'short', 'tick'] as const).map((value) => ({ value, label: kinds(`takes-${value}`) })),
        ]}
      />
      <NativeSelect
        label={t('week')}
        value={chosen.week ?? ''}
        onChange={(event) =>
          choose({ week: event.currentTarget.value === '' ? null : Number(event.currentTarget.value) })
        }
        data={[
          { value: '', label: t('every-week') },
          ...WEEKS.map((week) => ({ value: String(week), label: t('week-away', { n: week }) })),
        ]}
      />
    </div>
  );
}
