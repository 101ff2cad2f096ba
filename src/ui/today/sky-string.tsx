import { useTranslations } from 'next-intl';
import { STRING_SIZES, type StringLayout } from '@/core/plan/string-layout';
import type { WorkItem } from '@/server/reading/work/work-list';
import { useTimes } from '@/ui/common/times';
import { type HungKite, SkyView } from './sky-view';

interface Props {
  readonly layout: StringLayout;
  readonly items: ReadonlyMap<string, WorkItem>;
  readonly zone: string;
  readonly now: number;
}

/** From so many minutes on a day says how much it carries. */
const HEAVY = 60;

/** To a whole pixel: a line is as fine as that, and every digit is sent. */
const px = Math.round;

/** How far the handles of a curve lie from its ends, as a share of its width, for it to run as half a wave. */
const HANDLE = 0.3642;

/** The line as a path: from the middle of each day to that of the next as half a wave, which is how it was laid. */
function pathOf({ line, width }: StringLayout): string {
  const day = STRING_SIZES.day;
  const middles = line.filter(({ x }) => x % day === day / 2);
  const [first, ...rest] = middles;
  if (!first) return '';
  // Each curve but the first takes the handle at its beginning from the one before, mirrored.
  const curves = rest.map(({ x, y }, i) => {
    const begin = i === 0 ? `C${px(first.x + HANDLE * day)} ${px(first.y)} ` : 'S';
    return `${begin}${px(x - HANDLE * day)} ${px(y)} ${px(x)} ${px(y)}`;
  });
  const [start, end] = [line[0] ?? first, line.at(-1) ?? first];
  return `M0 ${px(start.y)}L${px(first.x)} ${px(first.y)}${curves.join('')}L${width} ${px(end.y)}`;
}

/** The String: days as ticks, now in red, and every kite below its due time on a thread as long as its work. */
export function SkyString({ layout, items, zone, now }: Props) {
  const t = useTranslations('string');
  const state = useTranslations('state');
  const times = useTimes(zone);
  const { width, height } = layout;
  const kites = layout.kites.flatMap(({ id, x, lineY, thread, side, strands }): readonly HungKite[] => {
    const item = items.get(id);
    if (!item) return [];
    return [
      [
        px(side === 'after' ? x - 14 : width - x - 14),
        side === 'before',
        strands.map(({ from, to }) => `M${px(x)} ${px(lineY + from)}v${px(to - from)}`).join(''),
        item.state,
        px(lineY + thread - 5),
        id,
        item.title,
        item.weave,
        times.moment(item.dueAt ?? now, now),
        times.length(item.minutes),
      ],
    ];
  });
  const days = layout.days.map(({ at, x, y, today, minutes }) => ({
    x: px(x),
    y: px(y),
    word: times.tick(at),
    ...(today ? { today } : {}),
    ...(minutes >= HEAVY ? { load: times.length(minutes) } : {}),
  }));
  return (
    <SkyView
      size={[width, Math.ceil(height)]}
      line={pathOf(layout)}
      now={{ x: px(layout.now.x), y: px(layout.now.y), word: t('now', { clock: times.clock(now) }) }}
      days={days}
      kites={kites}
      states={Object.fromEntries(kites.map(([, , , of]) => [of, state(of)]))}
      words={{ label: t('label'), list: t('list'), earlier: t('earlier'), later: t('later'), back: t('back') }}
    />
  );
}
