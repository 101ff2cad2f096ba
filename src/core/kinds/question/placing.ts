import * as z from 'zod/mini';
import { each, given, type QuestionKind, unread, whole } from './kind';
import { mappedScore, mapping } from './mapping';
import { alike, blankAmong, emptyThings, inALine, oneOfEach, repeated, type Thing, thing } from './parts';

const matchSet = z.object({
  left: z.array(thing),
  right: z.array(thing),
  /** Which of the one goes with which of the other. */
  pairs: z.record(z.string(), z.string()),
  /** Right only with all pairs. */
  whole: z.optional(z.boolean()),
  mapping,
});

/** What each of the other side of some pairs stands for. Where each pair has a worth of its own, for itself: two that say the same may be worth something else. */
export const pairedAs = ({ right, mapping: worth }: z.output<typeof matchSet>): ((id: string) => string) =>
  worth ? (id) => id : alike(right);

/** Pairs: each of the one side with one of the other. */
export const match: QuestionKind<
  z.output<typeof matchSet>,
  { readonly left: readonly Thing[]; readonly right: readonly Thing[] },
  Readonly<Record<string, string>>
> = {
  settings: matchSet,
  initial: (newId) => {
    const [left, right] = [emptyThings(3, newId), emptyThings(3, newId)];
    const pairs = Object.fromEntries(left.map(({ id }, i) => [id, right[i]?.id ?? '']));
    return { left: [...left], right: [...right], pairs };
  },
  asked: (set, { random, said }) => ({
    left: set.left.map(({ id, says }) => ({ id, says: said(says) })),
    right: random.shuffled(oneOfEach(set.right, pairedAs(set))).map(({ id, says }) => ({ id, says: said(says) })),
  }),
  scorer: (set) => {
    const { pairs, whole: together, mapping: worth } = set;
    const all = Object.entries(pairs);
    const same = pairedAs(set);
    if (worth)
      return (answer) =>
        mappedScore(
          worth,
          Object.entries(answer).map(([from, to]) => `${from} ${to}`),
          false,
        );
    return (answer) => {
      const right = all.filter(
        ([from, to]) => Object.hasOwn(answer, from) && same(answer[from] ?? '') === same(to),
      ).length;
      return together ? whole(right === all.length) : each(right, all.length);
    };
  },
  right: (set) => {
    const same = pairedAs(set);
    return Object.fromEntries(Object.entries(set.pairs).map(([from, to]) => [from, same(to)]));
  },
  words: ({ left, right }, answer) =>
    left
      .map(({ id }) => `${inALine(left, id)} – ${Object.hasOwn(answer, id) ? inALine(right, answer[id] ?? '') : '…'}`)
      .join('; '),
  tally: (answer) => Object.entries(answer).map(([from, to]) => `${from} ${to}`),
  shown: 'none',
  unmet: ({ left, right, pairs }) => {
    const known = (things: readonly Thing[], id: string) => things.some((one) => one.id === id);
    if (left.length === 0 || repeated([...left, ...right].map(({ id }) => id))) return ['no-choices'];
    if (blankAmong([...left, ...right]).length > 0) return ['empty-thing'];
    if (!left.every(({ id }) => Object.hasOwn(pairs, id))) return ['no-right'];
    return Object.entries(pairs).every(([from, to]) => known(left, from) && known(right, to)) ? [] : ['unknown-choice'];
  },
  accepting: null,
};

const orderSet = z.object({
  /** In the order that is right. */
  items: z.array(thing),
  /** Right as a whole, or each that stands where it should. */
  rule: z._default(z.enum(['whole', 'each']), 'whole'),
  scored: z._default(z.boolean(), true),
});

/** Things to be put in their order. */
export const order: QuestionKind<z.output<typeof orderSet>, { readonly items: readonly Thing[] }, readonly string[]> = {
  settings: orderSet,
  initial: (newId) => ({ items: [...emptyThings(3, newId)], rule: 'whole', scored: true }),
  asked: ({ items }, { random, said }) => {
    let laid = random.shuffled(items);
    const same = alike(items);
    const isRight = () => laid.every(({ id }, i) => same(id) === same(items[i]?.id ?? ''));
    // The right order is no question.
    for (let tries = 0; tries < 20 && items.length > 1 && isRight(); tries += 1) laid = random.shuffled(items);
    return { items: laid.map(({ id, says }) => ({ id, says: said(says) })) };
  },
  scorer: ({ items, rule, scored }) => {
    const same = alike(items);
    return (answer) => {
      if (!scored) return given;
      const right = items.filter(({ id }, i) => same(answer[i] ?? '') === same(id)).length;
      return rule === 'each'
        ? each(right, items.length)
        : whole(right === items.length && answer.length === items.length);
    };
  },
  right: ({ items, scored }) => (scored ? items.map(({ id }) => id) : null),
  words: ({ items }, answer) => answer.map((id, i) => `${i + 1}. ${inALine(items, id)}`).join('; '),
  tally: (answer) => [answer.join(' ')],
  shown: 'none',
  unmet: ({ items }) => (items.length < 2 || repeated(items.map(({ id }) => id)) ? ['no-choices'] : blankAmong(items)),
  accepting: null,
};

/** A place on a picture, as shares of its width and height, 0 to 1 from the left and from the top. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

const spot = { x: z.number(), y: z.number() };
const area = z.discriminatedUnion('shape', [
  z.object({ shape: z.literal('circle'), ...spot, r: z.number() }),
  z.object({ shape: z.literal('box'), ...spot, width: z.number(), height: z.number() }),
  z.object({ shape: z.literal('outline'), points: z.array(z.object(spot)) }),
]);
const pointSet = z.object({
  picture: z.object({ src: z.string(), alt: z.string(), width: z.number(), height: z.number() }),
  /** Where it is right; none where every place is taken. */
  areas: z.array(area),
});

/** Is a place inside an outline? By counting what a ray from it crosses (W. R. Franklin's test, from memory). */
function inOutline(points: readonly Spot[], { x, y }: Spot): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i, i += 1) {
    const a = points[i] as Spot;
    const b = points[j] as Spot;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

type Area = z.output<typeof area>;
type PicturedSize = { readonly width: number; readonly height: number };

/** How a place is found in each shape. A circle is round on the picture: its radius is a share of the width. */
const HOLDS: {
  readonly [Shape in Area['shape']]: (of: Extract<Area, { shape: Shape }>, at: Spot, size: PicturedSize) => boolean;
} = {
  circle: ({ x, y, r }, at, { width, height }) => Math.hypot((at.x - x) * width, (at.y - y) * height) <= r * width,
  box: ({ x, y, width, height }, at) => at.x >= x && at.x <= x + width && at.y >= y && at.y <= y + height,
  outline: ({ points }, at) => inOutline(points, at),
};

/** A place on a picture. */
export const point: QuestionKind<
  z.output<typeof pointSet>,
  { readonly picture: z.output<typeof pointSet>['picture'] },
  Spot
> = {
  settings: pointSet,
  initial: () => ({ picture: { src: '', alt: '', width: 0, height: 0 }, areas: [] }),
  asked: ({ picture }) => ({ picture }),
  scorer:
    ({ areas, picture }) =>
    (answer) =>
      areas.length === 0
        ? given
        : whole(
            areas.some((one) =>
              (HOLDS[one.shape] as (of: Area, at: Spot, size: PicturedSize) => boolean)(one, answer, picture),
            ),
          ),
  right: ({ areas }) => {
    const first = areas[0];
    if (!first) return null;
    if ('points' in first) {
      const n = Math.max(1, first.points.length);
      return {
        x: first.points.reduce((sum, { x }) => sum + x, 0) / n,
        y: first.points.reduce((sum, { y }) => sum + y, 0) / n,
      };
    }
    return 'r' in first ? { x: first.x, y: first.y } : { x: first.x + first.width / 2, y: first.y + first.height / 2 };
  },
  words: (_asked, { x, y }) => `${Math.round(x * 100)} % / ${Math.round(y * 100)} %`,
  tally: () => [],
  shown: 'none',
  unmet: ({ picture }) => (picture.src === '' || picture.alt.trim() === '' ? ['no-picture'] : []),
  accepting: null,
};

const scaleSet = z.object({
  from: z.int(),
  to: z.int(),
  fromSays: z._default(z.string(), ''),
  toSays: z._default(z.string(), ''),
  right: z._default(z.nullable(z.int()), null),
});

/** A step on a scale. */
export const scale: QuestionKind<
  z.output<typeof scaleSet>,
  { readonly from: number; readonly to: number; readonly fromSays: string; readonly toSays: string },
  number
> = {
  settings: scaleSet,
  initial: () => ({ from: 1, to: 5, fromSays: '', toSays: '', right: null }),
  asked: ({ from, to, fromSays, toSays }) => ({ from, to, fromSays, toSays }),
  scorer:
    ({ right }) =>
    (answer) =>
      right === null ? given : whole(answer === right),
  right: ({ right }) => right,
  words: (_asked, answer) => String(answer),
  tally: (answer) => [String(answer)],
  shown: 'bars',
  unmet: ({ from, to }) => (to > from && to - from <= 20 ? [] : ['range']),
  accepting: null,
};

const fileSet = z.object({
  most: z._default(z.int(), 5),
  counted: z._default(z.enum(['by-a-person', 'given']), 'by-a-person'),
});

/** Photographs of how it was solved, or another file: the pieces that hold them. */
export const file: QuestionKind<z.output<typeof fileSet>, { readonly most: number }, readonly string[]> = {
  settings: fileSet,
  initial: () => ({ most: 5, counted: 'by-a-person' }),
  asked: ({ most }) => ({ most }),
  scorer:
    ({ counted }) =>
    () =>
      counted === 'given' ? given : unread,
  right: () => null,
  words: (_asked, answer) => String(answer.length),
  tally: () => [],
  shown: 'none',
  unmet: ({ most }) => (most >= 1 && most <= 20 ? [] : ['range']),
  accepting: null,
};
