import { useTranslations } from 'next-intl';
import type { StringLayout } from '@/core/plan/string-layout';
import type { WorkItem } from '@/server/reading/work/work-list';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { hueOf } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { SkyScroll } from './sky-scroll';
import classes from './sky-string.module.css';

interface Props {
  readonly layout: StringLayout;
  readonly items: ReadonlyMap<string, WorkItem>;
  readonly zone: string;
  readonly now: number;
}

/** From so many minutes on a day says how much it carries. */
const HEAVY = 60;

/** The String: days as ticks, now in red, and every kite below its due time on a thread as long as its work. */
export function SkyString({ layout, items, zone, now }: Props) {
  const t = useTranslations('string');
  const times = useTimes(zone);
  const { width, height } = layout;
  return (
    <SkyScroll label={t('label')} to={layout.now.x} earlier={t('earlier')} later={t('later')} back={t('back')}>
      <div className={classes.sky} style={{ inlineSize: width, blockSize: height }}>
        <svg className={classes.drawn} width={width} height={height} aria-hidden="true">
          <polyline points={layout.line.map(({ x, y }) => `${x},${y}`).join(' ')} className={classes.line} />
          {layout.days.map(({ at, x, y }) => (
            <path key={at} d={`M${x} ${y - 5}v10`} className={classes.line} />
          ))}
          {layout.kites.map(({ id, x, lineY, strands }) => (
            <path
              key={id}
              d={strands.map(({ from, to }) => `M${x} ${lineY + from}v${to - from}`).join('')}
              className={classes.hanging}
            />
          ))}
          <circle cx={layout.now.x} cy={layout.now.y} r="5.5" className={classes.now} />
        </svg>
        {layout.days.map(({ at, x, y, today, minutes }) => (
          <span
            key={at}
            aria-hidden="true"
            className={`${classes.day} ${today ? classes.today : ''}`}
            style={{ insetInlineStart: x + 6, insetBlockStart: y - 30 }}
          >
            {times.tick(at)}
            {minutes >= HEAVY ? <span className={classes.load}> {times.length(minutes)}</span> : null}
          </span>
        ))}
        <span
          aria-hidden="true"
          className={`${classes.day} ${classes.nowWord}`}
          style={{ insetInlineStart: layout.now.x + 9, insetBlockStart: layout.now.y + 4 }}
        >
          {t('now', { clock: times.clock(now) })}
        </span>
        <ol className={classes.kites} aria-label={t('list')}>
          {layout.kites.map(({ id, x, lineY, thread, side }) => {
            const item = items.get(id);
            if (!item) return null;
            return (
              <li
                key={id}
                data-side={side}
                style={
                  side === 'after'
                    ? { insetInlineStart: x - 14, insetBlockStart: lineY + thread - 5 }
                    : { insetInlineEnd: width - x - 14, insetBlockStart: lineY + thread - 5 }
                }
              >
                <PlaceLink to={{ at: 'desk', assignment: id }} className={classes.kite}>
                  <Kite state={item.state} labelled color={hueOf(item.weave)} />
                  <span>
                    <span className={item.state === 'overdue' ? 'plum' : undefined}>
                      <bdi>{item.title}</bdi>
                    </span>
                    <small className="soft">
                      <span className="visually-hidden">{times.moment(item.dueAt ?? now, now)}, </span>
                      {times.length(item.minutes)}
                    </small>
                  </span>
                </PlaceLink>
              </li>
            );
          })}
        </ol>
      </div>
    </SkyScroll>
  );
}
