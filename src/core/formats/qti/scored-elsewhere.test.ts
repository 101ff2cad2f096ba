/** @jest-environment ./scripts/window-environment.mjs */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { DRIVERS, LUGGAGE, later, PLAYS, WATER, YORK } from '@/testing/qti-examples';
import { lay } from '../../questions/paper';
import { type Part, type Question, type QuestionSet, questionsIn } from '../../questions/question-set';
import { Scoring } from '../../questions/scoring';
import { readTyped } from '../../questions/typed';
import { readItem } from './read-item';
import { writeTest } from './write-test';

// Outside check: what leaves as QTI 3.0 is scored by an independent player (qti3-item-player 1.1.20, MIT, on Vue 2) as it is here,
// by match_correct, by map_response, and by their rules written out for an item with several parts.

const require = createRequire(join(process.cwd(), 'package.json'));
const PLAYER = dirname(require.resolve('qti3-item-player'));
const VUE = dirname(createRequire(join(PLAYER, 'x.js')).resolve('vue/package.json'));

type Value = string | readonly string[];
/** One response as the standard has it. */
interface Response {
  readonly identifier: string;
  readonly cardinality: 'single' | 'multiple' | 'ordered';
  readonly value: Value;
}

interface Player {
  loadItemFromXml(xml: string, configuration: object): void;
  scoreAttempt(target: string): void;
}

/** What the two libraries put into a window, and what is told of the player. Neither brings types. */
interface PlayerWindow {
  readonly Vue: new (options: {
    readonly render: (h: (of: unknown, by: object) => unknown) => unknown;
  }) => {
    $mount: (selector: string) => void;
  };
  readonly qti3Player: unknown;
}
type Scored = { readonly state: { readonly outcomeVariables: readonly { identifier: string; value: number }[] } };

/** It tells each step of what it does; and it counts the seconds that somebody takes, for good. */
const QUIET = { ...console, log: () => {} };

/** Opens the player. */
async function openPlayer() {
  document.body.innerHTML = '<div id="app"></div>';
  const { execCommand } = document;
  // It asks an editor that is not used here what it can do.
  document.execCommand = () => false;
  const at: Partial<PlayerWindow> = {};
  // Each of them looks for a place where it may put itself under one of these names.
  for (const file of [join(VUE, 'dist', 'vue.min.js'), join(PLAYER, 'qti3Player.umd.min.js')])
    new Function('globalThis', 'self', 'console', 'setInterval', readFileSync(file, 'utf8'))(at, at, QUIET, () => 0);
  document.execCommand = execCommand;
  const { Vue, qti3Player } = at as PlayerWindow;
  let loaded: () => void;
  let scored: (told: Scored) => void;
  const player = await new Promise<Player>((ready) => {
    new Vue({
      render: (h) =>
        h(qti3Player, {
          on: {
            notifyQti3PlayerReady: ready,
            notifyQti3ItemReady: () => loaded(),
            notifyQti3ScoreAttemptCompleted: (told: Scored) => scored(told),
          },
        }),
    }).$mount('#app');
  });

  /** What the player gives for some responses to an item. */
  return async (xml: string, responses: readonly Response[]): Promise<number> => {
    const isLoaded = new Promise<void>((done) => {
      loaded = done;
    });
    const state = {
      identifier: 'item',
      guid: 'one',
      contextVariables: [],
      templateVariables: [],
      // As every item here says that it begins.
      outcomeVariables: [{ identifier: 'SCORE', cardinality: 'single', value: 0 }],
      validationMessages: [],
      responseVariables: responses.map((one) => ({ ...one, state: null })),
    };
    player.loadItemFromXml(xml, { guid: 'one', status: 'interacting', state });
    await isLoaded;
    const told = new Promise<Scored>((done) => {
      scored = done;
    });
    player.scoreAttempt('score');
    const { outcomeVariables } = (await told).state;
    return outcomeVariables.find(({ identifier }) => identifier === 'SCORE')?.value ?? Number.NaN;
  };
}

/** Each answer of a part, here and as the standard has it. */
type Answers = readonly { readonly here: unknown; readonly there: Value }[];

const subsets = (ids: readonly string[]): string[][] =>
  Array.from({ length: 2 ** ids.length }, (_, some) => ids.filter((_id, i) => (some >> i) % 2 === 1));
const orders = (ids: readonly string[]): string[][] =>
  ids.length === 0
    ? [[]]
    : ids.flatMap((id) => orders(ids.filter((other) => other !== id)).map((rest) => [id, ...rest]));

/** All that can be answered, as far as that goes. */
function answersOf(part: Part): Answers {
  switch (part.kind) {
    case 'one':
      return part.set.choices.map(({ id }) => ({ here: id, there: id }));
    case 'truth':
      return [true, false].map((here) => ({ here, there: here ? 'yes' : 'no' }));
    case 'several':
      return subsets(part.set.choices.map(({ id }) => id))
        .filter((some) => some.length > 0)
        .map((some) => ({ here: some, there: some }));
    case 'order':
      return orders(part.set.items.map(({ id }) => id)).map((some) => ({ here: some, there: some }));
    case 'match': {
      const { left, right } = part.set;
      const all = left.reduce<Record<string, string>[]>(
        (some, { id }) => some.flatMap((one) => right.map((to) => ({ ...one, [id]: to.id }))),
        [{}],
      );
      return all.map((here) => ({ here, there: Object.entries(here).map(([from, to]) => `${from} ${to}`) }));
    }
    case 'number':
      return ['12', '13', '-12'].map((text) => ({ here: { text, locale: 'en' }, there: text }));
    default:
      return ["nor'east", 'north-east', 'NORTH-EAST', 'York', 'york', 'YORK', 'south'].map((text) => ({
        here: text,
        there: text,
      }));
  }
}

const CARDINALITY: Readonly<Record<string, Response['cardinality']>> = {
  several: 'multiple',
  match: 'multiple',
  order: 'ordered',
};

/** All that is answered to a question: each part in turn, while the others have their first answer. */
function* responsesTo(question: Question): Generator<{ here: Record<string, unknown>; there: Response[] }> {
  const all = question.parts.map((part) => ({ part, answers: answersOf(part) }));
  for (const [at, { answers }] of all.entries())
    for (const answer of answers) {
      const given = all.map(({ part, answers: [first] }, i) => ({ part, answer: i === at ? answer : first }));
      yield {
        here: Object.fromEntries(given.map(({ part, answer: one }) => [part.id, one?.here])),
        there: given.map(({ part, answer: one }, i) => ({
          identifier: question.parts.length === 1 ? 'RESPONSE' : `RESPONSE-${i + 1}`,
          cardinality: CARDINALITY[part.kind] ?? 'single',
          value: one?.there ?? '',
        })),
      };
    }
}

const TYPED = `1. Which is the highest? [2]
(x) cirrus
( ) stratus
( ) cumulus
2. Which bring rain? [2]
[x] nimbostratus
[x] cumulonimbus
[ ] cirrus
[ ] altocumulus
3. Fog is a cloud.
= true
4. Whence does it blow? [3]
= nor'east | north-east
5. How many knots? [2]
= 12
6. Pairs [3]
limpet -> rock
crab -> sand
gull -> sky
7. In their order
1) dawn
2) noon
3) dusk
8. Two things about it
a) Is it wet? [1]
= false
b) Which bring rain? [2]
[x] nimbostratus
[ ] cirrus
`;

let named = 0;
const naming = () => {
  named += 1;
  return `n${named}`;
};

function everything(): QuestionSet {
  const { set, problems } = readTyped(TYPED);
  expect(problems).toEqual([]);
  // Where something that no entry names is worth less than nothing and the sum has a least, the player gives 1 instead of 0. The
  // standard takes the least of the sum; so the default of that example is left out here.
  const examples = [LUGGAGE, WATER.replace('defaultValue="-2"', 'defaultValue="0"'), DRIVERS, PLAYS, YORK];
  const read = examples.flatMap((xml) => readItem(later(xml), naming, (address) => address).question ?? []);
  expect(read.length).toBe(examples.length);
  return { sections: [...set.sections, { id: 'examples', title: '', draw: null, shuffle: false, questions: read }] };
}

test('an independent player scores what leaves as it is scored here', async () => {
  const scoredThere = await openPlayer();
  const set = everything();
  const { files } = writeTest(set, 'Everything', '3.0');
  const scoring = new Scoring(set);
  const laid = lay(set, 'anybody');
  let compared = 0;
  for (const question of questionsIn(set)) {
    const xml = files[`items/${question.id}.xml`] ?? '';
    for (const { here, there } of responsesTo(question)) {
      // It does nothing for an item that it has already.
      const points = await scoredThere(`${xml}<!-- ${compared} -->`, there);
      const own = scoring.of(laid, here).points;
      expect([question.id, there, Math.max(0, Math.round(points * 1000) / 1000)]).toEqual([question.id, there, own]);
      compared += 1;
    }
  }
  expect(compared).toBeGreaterThan(200);
});
