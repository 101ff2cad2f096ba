import { useTranslations } from 'next-intl';
import type { Lesson, SchoolClass } from '@/store/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { useRoom } from '@/ui/common/room';
import { Sail } from '@/ui/common/sail';
import classes from './class-line.module.css';
import { JoinClass } from './join-class';
import { Timetable } from './timetable';

type Listed = SchoolClass & { readonly open: number | null };

function ClassRows({ list }: { list: readonly Listed[] }) {
  const t = useTranslations('class');
  const room = useRoom();
  return (
    <ul className={classes.list}>
      {list.map((found) => (
        <li key={found.id} className={classes.classRow}>
          <Sail weave={found.weave} size={26} />
          <div>
            <PlaceLink to={{ at: 'class', class: found.id }} className={classes.title}>
              <bdi>{found.name}</bdi>
            </PlaceLink>
            <div className="soft">{t('with', { teachers: found.teachers.join(', '), room: room(found.room) })}</div>
          </div>
          <span className="soft">{found.open === null ? '' : t('open', { n: found.open })}</span>
        </li>
      ))}
    </ul>
  );
}

interface Props {
  readonly list: readonly Listed[];
  readonly lessons: readonly Lesson[];
  /** Only students join by a code. */
  readonly joins: boolean;
  readonly zone: string;
  readonly now: number;
}

/** All classes of a person at a glance: those that run, the timetable, a way into another, and those of the past. */
export function ClassList({ list, lessons, joins, zone, now }: Props) {
  const t = useTranslations('class');
  const running = list.filter(({ ended_at }) => ended_at === null);
  const past = list.filter(({ ended_at }) => ended_at !== null);
  return (
    <main className={classes.main} id="main">
      <h1>{t('all')}</h1>
      {running.length === 0 ? <p className="soft">{t('none')}</p> : <ClassRows list={running} />}
      {joins ? <JoinClass /> : null}
      {lessons.length > 0 ? <Timetable lessons={lessons} zone={zone} now={now} /> : null}
      {past.length > 0 ? (
        <>
          <h2>{t('past')}</h2>
          <ClassRows list={past} />
        </>
      ) : null}
    </main>
  );
}
