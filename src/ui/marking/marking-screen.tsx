import { useTranslations } from 'next-intl';
import type { Place } from '@/core/places';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { ChangePosted } from '@/ui/set/set-here';
import { ClassTools } from './class-tools';
import classes from './marking.module.css';
import { MarkingBody } from './marking-body';
import { NextByKey } from './next-by-key';
import { StudentsList } from './students-list';

interface Props {
  readonly view: MarkingView;
  readonly zone: string;
  readonly now: number;
}

/** The teacher's side of the Desk: who, the hand-in as it was, and the marks. */
export function MarkingScreen({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const answers = useTranslations('answers');
  const setting = useTranslations('setting');
  const times = useTimes(zone);
  const order = view.students.map(({ key }): Place => ({ at: 'marking', assignment: view.id, student: key }));
  const at = view.students.findIndex(({ key }) => key === view.open?.student.key);
  return (
    <main className={classes.marking} id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.head}>
        <div>
          <p className="soft">
            <PlaceLink to={{ at: 'class', class: view.class.id }}>{view.class.name}</PlaceLink>
          </p>
          <h1>
            <Sail weave={view.class.weave} size={20} />
            <bdi>{view.title}</bdi>
          </h1>
        </div>
        <p className="soft">
          {view.dueAt === null ? '' : t('due', { when: times.moment(view.dueAt, now) })} · {t('keys')} ·{' '}
          <ChangePosted assignment={view.id} words={setting('change')} /> ·{' '}
          <PlaceLink to={{ at: 'floor', class: view.class.id, about: view.id }}>{t('floor')}</PlaceLink>
        </p>
      </div>
      {view.asks.length > 0 ? (
        <p className={classes.head}>
          {view.asks.map(({ step, title }) => (
            <PlaceLink key={step} to={{ at: 'answers', step }}>
              {answers('link', { title })}
            </PlaceLink>
          ))}
        </p>
      ) : null}
      {view.discussed.length > 0 ? (
        <p className={classes.head}>
          {view.discussed.map(({ step, title }) => (
            <PlaceLink key={step} to={{ at: 'discussion', step }}>
              {t('discussion-link', { title })}
            </PlaceLink>
          ))}
        </p>
      ) : null}
      <ClassTools view={view} zone={zone} now={now} />
      <div className={classes.columns}>
        <StudentsList view={view} zone={zone} now={now} />
        {view.open ? (
          <MarkingBody
            key={`${view.open.student.key} ${view.open.receipts[0]?.id ?? ''}`}
            view={view}
            zone={zone}
            now={now}
          />
        ) : (
          <p className="soft">{t('nobody')}</p>
        )}
      </div>
      <NextByKey before={order[at - 1]} after={order[at + 1]} />
    </main>
  );
}
