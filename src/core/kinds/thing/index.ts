import { distanceToLine, isWithin, type Point } from '../../pages/geometry';
import { strokePath, unpacked } from '../../pages/ink';
import { THING_NAMES, type Thing, type ThingName } from '../../pages/things';
import { areaOf, type ThingKind } from './kind';
import { IN_TEXT } from './said';

/** What has no outline of its own is touched wherever it is. */
const anywhere = (thing: Thing, at: Point, reach: number): boolean => isWithin(at, areaOf(thing), reach);

const drawn = { stretches: true, directed: false } as const;

/** The lines of a shape that is drawn from one place to another, as places from its corner. */
const alongLines =
  (lines: (thing: Thing) => readonly (readonly Point[])[]): ThingKind['touched'] =>
  (thing, at, reach) =>
    lines(thing).some((line) =>
      line
        .slice(1)
        .some(
          (to, i) =>
            distanceToLine({ x: at.x - thing.x, y: at.y - thing.y }, line[i] as Point, to) <= reach + thing.size / 2,
        ),
    );

const pathOf = (lines: readonly (readonly Point[])[], corner: Point): string =>
  lines
    .map((line) =>
      line
        .map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${(corner.x + x).toFixed(2)} ${(corner.y + y).toFixed(2)}`)
        .join(''),
    )
    .join('');

/** What is made of straight lines. */
const ofLines = (lines: (thing: Thing) => readonly (readonly Point[])[]): Pick<ThingKind, 'shape' | 'touched'> => ({
  shape: (thing) => ({ path: pathOf(lines(thing), thing), filled: false }),
  touched: alongLines(lines),
});

const fromTo = ({ w, h }: Thing): readonly Point[] => [
  { x: 0, y: 0 },
  { x: w, y: h },
];

/** The barbs of an arrow: two lines at its end, each turned by 28 degrees. */
function barbs(thing: Thing): readonly Point[] {
  const { w, h, size } = thing;
  const turn = (28 * Math.PI) / 180;
  const length = Math.min(Math.hypot(w, h) / 2, 6 + size * 2);
  const back = Math.atan2(-h, -w);
  const barb = (by: number) => ({ x: w + length * Math.cos(back + by), y: h + length * Math.sin(back + by) });
  return [barb(turn), { x: w, y: h }, barb(-turn)];
}

const corners = ({ w, h }: Thing): readonly Point[] => [
  { x: 0, y: 0 },
  { x: w, y: 0 },
  { x: w, y: h },
  { x: 0, y: h },
  { x: 0, y: 0 },
];

/** The places of a stroke at the size that the thing has now. */
function penned({ points, w, h }: Thing) {
  const places = unpacked(points);
  const wide = Math.max(...places.map(({ x }) => x), 0);
  const high = Math.max(...places.map(({ y }) => y), 0);
  const [across, down] = [wide > 0 ? w / wide : 1, high > 0 ? h / high : 1];
  return places.map(({ x, y, pressure }) => ({ x: x * across, y: y * down, pressure }));
}

const byPen = (clear: boolean): Omit<ThingKind, 'initial'> => ({
  ...drawn,
  made: 'by-pen',
  shape: (thing) => ({ path: strokePath(penned(thing), thing.size, thing), filled: true, clear }),
  touched: (thing, at, reach) => {
    const places = penned(thing);
    return alongLines(() => [places.length === 1 ? [...places, ...places] : places])(thing, at, reach);
  },
});

/** Everything that can be put on a sheet. */
const DRAWN = {
  text: {
    made: 'typed',
    initial: { w: 180, h: 20, size: 13 },
    stretches: true,
    directed: false,
    shape: () => null,
    touched: anywhere,
  },
  ink: { ...byPen(false), initial: { w: 0, h: 0, size: 1.8 } },
  marker: { ...byPen(true), initial: { w: 0, h: 0, size: 12 } },
  line: {
    ...drawn,
    made: 'drawn-out',
    directed: true,
    initial: { w: 90, h: 0, size: 1.6 },
    ...ofLines((thing) => [fromTo(thing)]),
  },
  arrow: {
    ...drawn,
    made: 'drawn-out',
    directed: true,
    initial: { w: 90, h: 0, size: 1.6 },
    ...ofLines((thing) => [fromTo(thing), barbs(thing)]),
  },
  rectangle: {
    ...drawn,
    made: 'drawn-out',
    initial: { w: 90, h: 60, size: 1.6 },
    ...ofLines((thing) => [corners(thing)]),
  },
  tick: {
    ...drawn,
    made: 'set-down',
    initial: { w: 16, h: 16, size: 2.2 },
    ...ofLines(({ w, h }) => [
      [
        { x: 0, y: h * 0.55 },
        { x: w * 0.35, y: h },
        { x: w, y: 0 },
      ],
    ]),
  },
  cross: {
    ...drawn,
    made: 'set-down',
    initial: { w: 14, h: 14, size: 2.2 },
    ...ofLines(({ w, h }) => [
      [
        { x: 0, y: 0 },
        { x: w, y: h },
      ],
      [
        { x: w, y: 0 },
        { x: 0, y: h },
      ],
    ]),
  },
  formula: {
    made: 'typed',
    initial: { w: 90, h: 24, size: 15 },
    stretches: false,
    directed: false,
    shape: () => null,
    touched: anywhere,
  },
  picture: {
    made: 'chosen',
    initial: { w: 200, h: 150, size: 1 },
    stretches: true,
    directed: false,
    shape: () => null,
    touched: anywhere,
  },
} as const satisfies Readonly<Record<ThingName, ThingKind>>;

const KINDS = Object.fromEntries(
  THING_NAMES.map((name) => [name, { ...DRAWN[name], ...IN_TEXT[name] }]),
) as unknown as Readonly<Record<ThingName, ThingKind & (typeof IN_TEXT)[ThingName]>>;

/** What is computed of a kind of thing, and what it is in a text. */
export const thingKind = (name: ThingName): ThingKind & (typeof IN_TEXT)[ThingName] => KINDS[name];
