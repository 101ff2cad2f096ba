import { useTranslations } from 'next-intl';
import { type Chosen, GROUPS, SORTS, type Sort } from '@/core/work/chosen-work';
import { STATES } from '@/core/work/standing';
import type { workTable } from '@/server/reading/work/work-table';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './work.module.css';
import { placeOf } from './work-address';
import { WorkFilters } from './work-filters';

interface Props {
  readonly table: ReturnType<typeof workTable>;
  readonly chosen: Chosen;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  readonly zone: string;
  readonly now: number;
}

/** The head of a column, which sorts by it, and the other way round when it does already. */
function SortHead({ sort, chosen, end }: { sort: Sort; chosen: Chosen; end?: boolean }) {
  const t = useTranslations('work');
  const own = chosen.sort === sort;
  const direction = chosen.down ? 'descending' : 'ascending';
  return (
    <th scope="col" aria-sort={own ? direction : undefined} data-end={end || undefined}>
      <PlaceLink to={placeOf({ ...chosen, sort, down: own && !chosen.down })}>
        {t(`sort-${sort}`)}
        {own ? <span aria-hidden="true"> {chosen.down ? '↓' : '↑'}</span> : null}
      </PlaceLink>
    </th>
  );
}

/** So many rows are drawn at first: what is further down is asked for. */
const FIRST_ROWS = 60;

/** All work across classes as one table, from the same list as Today and the Class line. */
export function WorkScreen({ table, chosen, classes: list, zone, now }: Props) {
  const t = useTranslations('work');
  const state = useTranslations('state');
  const kinds = useTranslations('class');
  const times = useTimes(zone);
  const rows = chosen.whole ? table.rows : table.rows.slice(0, FIRST_ROWS);
  const hidden = table.rows.length - rows.length;
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <p className="soft" role="status">
          {t('count', { n: table.rows.length, length: times.length(table.minutes) })}
          {chosen.week === null ? '' : ` · ${times.span(table.from, table.to - 1)}`}
        </p>
      </div>
      <nav className={classes.states} aria-label={t('states')}>
        {GROUPS.map((group) => (
          <PlaceLink
            key={group}
            to={placeOf({ ...chosen, state: group })}
            aria-current={chosen.state === group ? 'true' : undefined}
          >
            {t(`group-${group}`)} <span className="num">{table.groups[group]}</span>
          </PlaceLink>
        ))}
        {STATES.filter((one) => (table.counts.get(one) ?? 0) > 0 || chosen.state === one).map((one) => (
          <PlaceLink
            key={one}
            to={placeOf({ ...chosen, state: one })}
            aria-current={chosen.state === one ? 'true' : undefined}
          >
            <Kite state={one} /> {state(one)} <span className="num">{table.counts.get(one) ?? 0}</span>
          </PlaceLink>
        ))}
      </nav>
      <WorkFilters chosen={chosen} classes={list} />
      {table.rows.length === 0 ? (
        <p className={classes.empty}>{t('nothing')}</p>
      ) : (
        <table className={classes.table}>
          <thead>
            <tr>
              {SORTS.map((sort) => (
                <SortHead key={sort} sort={sort} chosen={chosen} end={sort === 'minutes' || sort === 'points'} />
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((item) => (
              <tr key={item.id} data-state={item.state}>
                <td className={item.state === 'overdue' ? 'plum' : undefined}>
                  {item.dueAt === null ? '' : times.moment(item.dueAt, now)}
                </td>
                <th scope="row">
                  <PlaceLink to={{ at: 'desk', assignment: item.id }}>
                    <bdi>{item.title}</bdi>
                  </PlaceLink>
                  <span className={classes.kind}>{kinds(`takes-${item.takes}`)}</span>
                </th>
                <td>
                  <Sail weave={item.weave} size={14} /> <bdi>{item.className}</bdi>
                </td>
                <td>
                  <span className={classes.state}>
                    <Kite state={item.state} /> {state(item.state)}
                  </span>
                </td>
                <td data-end>{times.length(item.minutes)}</td>
                <td data-end className="num">
                  {item.points ?? ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hidden === 0 ? null : (
        <PlaceLink to={placeOf({ ...chosen, whole: true })} className={classes.rest} data-fold="">
          {t('rest', { n: hidden })}
        </PlaceLink>
      )}
    </main>
  );
}
