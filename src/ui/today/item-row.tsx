import type { ReactNode } from 'react';
import type { WorkItem } from '@/server/reading/work/work-list';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './today.module.css';

/** The tone in which a due time is said: overdue, soon, or as any other. */
export const soonness = (item: WorkItem, now: number): string | undefined => {
  if (item.state === 'overdue') return 'plum';
  return item.dueAt !== null && item.dueAt - now < 36 * 3_600_000 ? 'amber' : undefined;
};

/** One piece of work as a row: its state, its name, what is to be said of it, and when it is due. */
export function ItemRow({
  item,
  says,
  zone,
  now,
  act,
}: {
  item: WorkItem;
  says: ReactNode;
  zone: string;
  now: number;
  act?: ReactNode;
}) {
  const times = useTimes(zone);
  return (
    <li>
      <Kite state={item.state} labelled />
      <div {...(act ? { 'data-next': '' } : {})}>
        <PlaceLink to={{ at: 'desk', assignment: item.id }} className={classes.title}>
          <bdi>{item.title}</bdi>
        </PlaceLink>{' '}
        <bdi className="soft">{item.className}</bdi>
        <div className="soft">{says}</div>
      </div>
      <span className={classes.end}>
        <span className={soonness(item, now)}>{item.dueAt === null ? '' : times.moment(item.dueAt, now)}</span>
        {act}
      </span>
    </li>
  );
}
