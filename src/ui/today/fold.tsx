import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { WorkItem } from '@/server/reading/work/work-list';
import { PlaceLink } from '@/ui/common/place-link';
import { useStateLine } from '@/ui/common/state-line';
import { useTimes } from '@/ui/common/times';
import { ItemRow } from './item-row';
import classes from './today.module.css';
import { KiteLegend } from './welcome';

/** The folds below what to do next, in their order. */
export const FOLDS = ['overdue', 'more', 'put-off', 'later', 'done', 'closed', 'before', 'kites'] as const;
export type FoldName = (typeof FOLDS)[number];

/** Which folds are open, by what stands in the address. */
export const foldsIn = (said: string): ReadonlySet<FoldName> => {
  const names = new Set(said.split(' '));
  return new Set(FOLDS.filter((name) => names.has(name)));
};

/** A fold: shut, nothing of it is on the page. It is a link, so that the server draws what is in it when it is opened. */
export function Fold({ name, items, open, zone, now, act }: FoldProps) {
  const t = useTranslations('today');
  const line = useStateLine(useTimes(zone), now);
  if (items.length === 0 && name !== 'kites') return null;
  const isOpen = open.has(name);
  const others = FOLDS.filter((one) => (one === name ? !isOpen : open.has(one)));
  return (
    <div className={classes.fold} {...(isOpen ? { 'data-open': '' } : {})}>
      <PlaceLink
        to={{ at: 'unfolded', open: others }}
        {...(name === 'overdue' ? { className: 'plum' } : {})}
        aria-expanded={isOpen}
      >
        {t(`fold-${name}`, { n: items.length })}
      </PlaceLink>
      {isOpen && name === 'kites' ? <KiteLegend /> : null}
      {isOpen && items.length > 0 ? (
        <ul className={classes.rows}>
          {items.slice(0, 30).map((item) => (
            <ItemRow key={item.id} item={item} says={line(item)} zone={zone} now={now} act={act?.(item)} />
          ))}
        </ul>
      ) : null}
    </div>
  );
}

interface FoldProps {
  readonly name: FoldName;
  readonly open: ReadonlySet<FoldName>;
  readonly items: readonly WorkItem[];
  readonly zone: string;
  readonly now: number;
  readonly act: ((item: WorkItem) => ReactNode) | undefined;
}
