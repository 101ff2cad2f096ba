import type { AssignmentId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { sayAtStep } from '@/server/doing/talk/discussing';
import { keepOrder } from '@/server/doing/talk/keeping-order';
import { sayHours, writeTo } from '@/server/doing/talk/messages';
import { asksToo, readTalk, say } from '@/server/doing/talk/posts';
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

/** What was said about the old lamp: by whom, how long ago, and to what. */
const LAMP: readonly SaidOnFloor[] = [
  {
    floor: 'old-lamp-2',
    by: 's-otso',
    minutes: 1500,
    words:
      'Both. Put it out on clear nights and light it in fog. Then the oil lasts three times as long, and whoever needs it still finds it. On clear nights the two new lights are enough for everybody, and we save the climb.',
  },
  {
    floor: 'old-lamp-2',
    by: 's-hana',
    minutes: 1440,
    words:
      'I would put it out. There are two lights on the mole already, and a winter’s oil costs as much as a new rope for the ferry. A lamp that nobody needs is only a habit. We could keep it in the hall and light it on the day of the boats.',
  },
  {
    floor: 'old-lamp-2',
    by: 's-imke',
    minutes: 1400,
    words:
      'It should stay lit. My uncle came home by it when the mast on the hill had no power. A lamp that needs only oil and a keeper still works when the rest is dark. And it is the only light here that somebody lights for somebody else.',
  },
  {
    floor: 'old-lamp-2',
    by: 's-imke',
    minutes: 1380,
    to: 0,
    words:
      'I like that. My uncle says fog comes in under ten minutes, so the keeper would need to live close by and watch the third post.',
  },
  { floor: 'old-lamp-2', by: 's-otso', minutes: 1360, to: 3, words: 'She does already. It is my aunt.' },
  {
    floor: 'old-lamp-2',
    by: 's-hana',
    minutes: 700,
    to: 0,
    words: 'Who decides that it is fog? Somebody has to say so every evening.',
  },
];

/** What was said in the discussion of the demo. */
export function discussed(db: Database, person: (id: string) => Person, now: Instant): Act[] {
  const act = (i: number): string => `demo-lamp-${i}`;
  return LAMP.map(({ floor, by, minutes, words, to }, i) => {
    const at = now - minutes * MINUTE;
    const run = async () => {
      const answered = to === undefined ? null : await read(db, postOfAct(person(LAMP[to]?.by ?? '').id, act(to)));
      const said = {
        stepId: floor as StepId,
        groupId: null,
        to: answered,
        act: act(i),
        body: plainBody(words),
        files: [],
      };
      done(await sayAtStep(db, person(by), said, at));
    };
    return { at, run };
  });
}

/** What two people write to each other: who began it, about what, and what was said, so many minutes before now. */
interface Letters {
  readonly from: string;
  readonly to: string;
  readonly title: string;
  readonly about: string | null;
  readonly said: readonly { readonly by: string; readonly minutes: number; readonly words: string }[];
  /** How much of it everybody has read. */
  readonly read: number;
}

const LETTERS: readonly Letters[] = [
  {
    from: 't-kerr',
    to: 's-imke',
    title: '',
    about: 'tide-tables',
    said: [
      {
        by: 't-kerr',
        minutes: 4300,
        words: 'In your first table two days were swapped. Look at Tuesday again before you draw.',
      },
      { by: 's-imke', minutes: 1500, words: 'Mine is done up to Friday. Are the heights metres or feet?' },
      {
        by: 't-kerr',
        minutes: 1460,
        words: 'Metres. The heading of the table says so once, at the top. Your Friday is right.',
      },
      { by: 's-imke', minutes: 130, words: 'Found it, thank you.' },
    ],
    read: 3,
  },
  {
    from: 's-imke',
    to: 't-bello',
    title: 'My own logbook',
    about: null,
    said: [
      {
        by: 's-imke',
        minutes: 9000,
        words: 'May I bring my own logbook to the wall? The school’s has no room for drawings.',
      },
    ],
    read: 1,
  },
  {
    from: 't-haddad',
    to: 's-imke',
    title: 'The captain on Saturday',
    about: null,
    said: [
      {
        by: 't-haddad',
        minutes: 45,
        words:
          'The captain sails at eight on Saturday, so be at the mole at half past seven. Bring your questions on paper.',
      },
    ],
    read: 0,
  },
];

const HOURS: readonly {
  readonly of: string;
  readonly days: readonly number[];
  readonly from: number;
  readonly to: number;
}[] = [
  { of: 't-bello', days: [1, 2, 3, 4], from: 8 * 60, to: 17 * 60 },
  { of: 't-kerr', days: [1, 2, 3, 4, 5], from: 14 * 60, to: 16 * 60 },
  { of: 't-haddad', days: [2, 3, 4, 5], from: 8 * 60, to: 12 * 60 },
];

/** What people wrote to each other, and when teachers answer. */
export function letters(db: Database, person: (id: string) => Person, now: Instant): Act[] {
  const hours = HOURS.map(({ of, days, from, to }) => ({
    at: now - 9500 * MINUTE,
    run: async () =>
      done(
        await sayHours(
          db,
          person(of),
          days.map((weekday) => ({ weekday, from, to })),
        ),
      ),
  }));
  const all = LETTERS.flatMap(({ from, to, title, about, said, read: seen }, n) => {
    let talk: TalkId | null = null;
    return said.map(({ by, minutes, words }, i) => ({
      at: now - minutes * MINUTE,
      run: async () => {
        const at = now - minutes * MINUTE;
        const saying = { act: `demo-letter-${n}-${i}`, body: plainBody(words), files: [] };
        if (talk === null) {
          const begun = await writeTo(
            db,
            person(from),
            { ...saying, to: to as PersonId, title, about: about as AssignmentId | null },
            at,
          );
          done(begun);
          if (begun.ok) talk = begun.talk;
        } else done(await say(db, person(by), { ...saying, talkId: talk, to: null }, at));
        const reader = person(by === from ? to : from);
        if (talk !== null && i < seen) await readTalk(db, reader, talk, i + 1, at + 22 * MINUTE);
      },
    }));
  });
  return [...hours, ...all];
}
