import type { Instant, PostId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { keepOrder } from '@/server/doing/talk/keeping-order';
import { asksToo, say } from '@/server/doing/talk/posts';
import { type Database, read } from '@/store/database';
import type { Person } from '@/store/people';
import { postOfAct } from '@/store/posts';
import type { Act } from './acts';
import { MINUTE } from './moments';
import { done } from './outcomes';

/** What somebody says on an open floor, so long before now, in minutes. */
interface SaidOnFloor {
  readonly floor: string;
  readonly by: string;
  readonly minutes: number;
  readonly words: string;
  /** What was said before, by its place in this list. */
  readonly to?: number;
  readonly answer?: true;
  /** Who asks the same. */
  readonly too?: readonly string[];
}

const LADDER = 'floor.cloud-ladder';

const SAID: readonly SaidOnFloor[] = [
  {
    floor: LADDER,
    by: 's-otso',
    minutes: 1000,
    words: 'Does question 3 mean the sky right now, or the sky when I read the page?',
    too: ['s-dao', 's-hana', 's-imke'],
  },
  {
    floor: LADDER,
    by: 't-bello',
    minutes: 150,
    words: 'The sky while you write. Put the time beside it.',
    to: 0,
    answer: true,
  },
  { floor: LADDER, by: 's-dao', minutes: 95, words: 'Is a ring round the sun like a ring round the moon?' },
  {
    floor: LADDER,
    by: 's-hana',
    minutes: 80,
    words: 'I saw both last winter. They looked the same, only the sun was too bright to look at.',
    to: 2,
  },
  {
    floor: LADDER,
    by: 's-tove',
    minutes: 62,
    words: 'Never look at the sun, hide it behind your hand. The ring has the same width.',
    to: 2,
  },
  {
    floor: 'class-floor.weather',
    by: 's-tove',
    minutes: 3000,
    words: 'May we bring our own logbooks to the wall on Thursday?',
  },
  {
    floor: 'class-floor.weather',
    by: 't-bello',
    minutes: 2900,
    words: 'Yes, and a pencil: ink runs in the spray.',
    to: 5,
    answer: true,
  },
  {
    floor: 'class-floor.maths',
    by: 's-dao',
    minutes: 190,
    words: 'What does LW stand for in the tide table?',
    too: ['s-imke'],
  },
];

/** What was said openly in the classes. */
export function floors(db: Database, person: (id: string) => Person, now: Instant): Act[] {
  const act = (i: number): string => `demo-floor-${i}`;
  return SAID.flatMap(({ floor, by, minutes, words, to, answer, too = [] }, i) => {
    const at = now - minutes * MINUTE;
    const idOf = async (n: number): Promise<PostId> => {
      const id = await read(db, postOfAct(person(SAID[n]?.by ?? '').id, act(n)));
      if (id === null) throw new Error(`nothing was said as ${act(n)}`);
      return id;
    };
    const run = async () => {
      const said = {
        talkId: floor as TalkId,
        to: to === undefined ? null : await idOf(to),
        act: act(i),
        body: plainBody(words),
        files: [],
      };
      done(await say(db, person(by), said, at));
      if (answer) done(await keepOrder(db, person(by), await idOf(i), { change: 'answer' }, at));
      for (const one of too) done(await asksToo(db, person(one), await idOf(i), true));
    };
    return [{ at, run }];
  });
}
