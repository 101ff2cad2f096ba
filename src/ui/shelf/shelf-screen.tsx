import { useTranslations } from 'next-intl';
import type { ShelfClass } from '@/server/shelf';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './shelf.module.css';

function Board({ board, zone, now }: { board: ShelfClass; zone: string; now: number }) {
  const t = useTranslations('shelf');
  const state = useTranslations('state');
  const times = useTimes(zone);
  return (
    <section className={classes.board} aria-labelledby={`shelf-${board.id}`}>
      <h2 id={`shelf-${board.id}`}>
        <Sail weave={board.weave} size={20} />
        <bdi>{board.name}</bdi>
        <small>{t('count', { n: board.items.length })}</small>
      </h2>
      {board.items.length === 0 ? <p className="soft">{t('none-here')}</p> : null}
      <ul>
        {board.items.map((item) => (
          <li key={item.id}>
            <PlaceLink href={`/desk/${item.assignmentId}#step=${item.stepId}`}>
              <bdi>{item.assignment}</bdi>
            </PlaceLink>
            <span className="soft">
              <bdi>{item.title}</bdi>
            </span>
            <span className={classes.state}>
              <Kite state={item.state} /> {state(item.state)}
            </span>
            <span className="soft">{t('changed', { when: times.moment(item.changedAt, now) })}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Everything that a student has made, by class; the classes of the past stay below. */
export function ShelfScreen({ boards, zone, now }: { boards: readonly ShelfClass[]; zone: string; now: number }) {
  const t = useTranslations('shelf');
  const past = boards.filter((board) => board.past);
  return (
    <main className={classes.main} id="main">
      <h1>{t('title')}</h1>
      <p className="soft">{t('says')}</p>
      {boards.every(({ items }) => items.length === 0) ? <p>{t('empty')}</p> : null}
      {boards
        .filter((board) => !board.past)
        .map((board) => (
          <Board key={board.id} board={board} zone={zone} now={now} />
        ))}
      {past.length > 0 ? <h2 className={classes.past}>{t('past')}</h2> : null}
      {past.map((board) => (
        <Board key={board.id} board={board} zone={zone} now={now} />
      ))}
    </main>
  );
}
