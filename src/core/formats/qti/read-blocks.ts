import type { Element } from 'domhandler';
import type { SetQuestion } from '../../kinds/question';
import { type Mapping, plainly } from '../../kinds/question/mapping';
import { textOf } from '../markup';
import { coordsIn, type Declared, numberIn } from './declared';
import { attribute, children, named, nameOf } from './names';
import type { Reading } from './reading';

type Read = (reading: Reading, interaction: Element, declared: Declared) => SetQuestion | null;

const good = (mapping: Mapping | null): string[] =>
  mapping ? Object.keys(mapping.entries).filter((key) => (mapping.entries[key] ?? 0) > 0) : [];

const choice: Read = (reading, interaction, declared) => {
  const { things: choices, ids } = reading.things(interaction, 'simpleChoice');
  const shuffle = attribute(interaction, 'shuffle') === 'true';
  const mapping = reading.mapping(declared, ids);
  const said = declared.correct.flatMap((one) => ids.get(one) ?? []);
  // Where it is scored by a mapping, that decides what is right, whatever else is said.
  const key = mapping ? good(mapping) : said;
  if (declared.single) {
    const best = said.find((id) => key.includes(id)) ?? key[0] ?? null;
    return {
      kind: 'one',
      set: { choices, shuffle, right: best, mapping: plainly(mapping, key, 'any') ? null : mapping },
    };
  }
  const rule = plainly(mapping, key, 'less', choices.length) ? 'right-less-wrong' : 'whole';
  const most = numberIn(attribute(interaction, 'maxChoices')) ?? 1;
  return {
    kind: 'several',
    set: {
      choices,
      shuffle,
      right: key.length > 0 ? key : null,
      rule,
      most: most === 0 || most >= choices.length ? null : most,
      mapping: rule === 'right-less-wrong' ? null : mapping,
    },
  };
};

const order: Read = (reading, interaction, declared) => {
  const { things, ids } = reading.things(interaction, 'simpleChoice');
  const inOrder = declared.correct.flatMap((old) => things.find(({ id }) => id === ids.get(old)) ?? []);
  const whole = inOrder.length === things.length;
  if (!whole && inOrder.length > 0) reading.lose('interaction', 'orderInteraction');
  return { kind: 'order', set: { items: whole ? inOrder : [...things], rule: 'whole', scored: whole } };
};

const match: Read = (reading, interaction, declared) => {
  const [from, to] = children(interaction, 'simpleMatchSet');
  if (!from || !to) {
    reading.lose('broken', 'matchInteraction');
    return null;
  }
  const left = reading.things(from, 'simpleAssociableChoice');
  const right = reading.things(to, 'simpleAssociableChoice');
  const ids = new Map([...left.ids, ...right.ids]);
  const mapping = reading.mapping(declared, ids);
  const keys = mapping
    ? good(mapping)
    : declared.correct.map((pair) =>
        pair
          .split(' ')
          .map((one) => ids.get(one))
          .join(' '),
      );
  // Whatever stands on the left goes with one thing here; with more than one, it is another question.
  const pairs = Object.fromEntries(keys.map((pair) => pair.split(' ') as [string, string]));
  if (Object.keys(pairs).length < keys.length || keys.length < left.things.length)
    reading.lose('interaction', 'matchInteraction');
  return {
    kind: 'match',
    set: {
      left: [...left.things],
      right: [...right.things],
      pairs,
      whole: mapping === null,
      mapping: plainly(mapping, keys, 'all') ? null : mapping,
    },
  };
};

const slider: Read = (reading, interaction, declared) => {
  const from = numberIn(attribute(interaction, 'lowerBound'));
  const to = numberIn(attribute(interaction, 'upperBound'));
  if (from === null || to === null || (numberIn(attribute(interaction, 'step')) ?? 1) !== 1 || to - from > 20) {
    reading.lose('interaction', 'sliderInteraction');
    return null;
  }
  return { kind: 'scale', set: { from, to, fromSays: '', toSays: '', right: numberIn(declared.correct[0] ?? null) } };
};

/** Where a shape of the standard (as of HTML's image maps) lies on a picture, in shares of its size. */
function areaOf(shape: string, coords: readonly number[], width: number, height: number) {
  const [a = 0, b = 0, c = 0, d = 0] = coords;
  if (coords.some((n) => !Number.isFinite(n))) return null;
  if (shape === 'circle') return { shape: 'circle' as const, x: a / width, y: b / height, r: c / width };
  if (shape === 'rect')
    return {
      shape: 'box' as const,
      x: a / width,
      y: b / height,
      width: (c - a) / width,
      height: (d - b) / height,
    };
  if (shape !== 'poly') return null;
  const points = Array.from({ length: Math.floor(coords.length / 2) }, (_, i) => ({
    x: (coords[i * 2] ?? 0) / width,
    y: (coords[i * 2 + 1] ?? 0) / height,
  }));
  return { shape: 'outline' as const, points };
}

/** A place on a picture, told by areas or by hot spots. */
const place: Read = (reading, interaction, declared) => {
  const [image] = named(interaction, new Set(['object', 'img']));
  const address = image?.attribs.data ?? image?.attribs.src ?? '';
  const src = reading.picture(address);
  const width = numberIn(image?.attribs.width ?? null);
  const height = numberIn(image?.attribs.height ?? null);
  if (!image || src === null || !width || !height) {
    reading.lose('picture', address);
    return null;
  }
  const spots = named(interaction, new Set(['hotspotChoice']))
    .filter((one) => declared.correct.includes(attribute(one, 'identifier') ?? ''))
    .map((one) => ({ shape: attribute(one, 'shape') ?? '', coords: coordsIn(one), value: 1 }));
  if (nameOf(interaction) === 'hotspotInteraction' && (declared.correct.length > 1 || declared.mapping))
    reading.lose('interaction', 'hotspotInteraction');
  const areas = [...declared.areas.filter(({ value }) => value > 0), ...spots];
  if (new Set(areas.map(({ value }) => value)).size > 1) reading.lose('mapping', 'areaMapping');
  const read = areas.flatMap(({ shape, coords }) => areaOf(shape, coords, width, height) ?? []);
  if (read.length < areas.length) reading.lose('mapping', 'areaMapping');
  const alt = image.attribs.alt ?? textOf(image);
  return { kind: 'point', set: { picture: { src, alt, width, height }, areas: read } };
};

/** Each interaction that stands by itself, as a kind of question. */
const BLOCKS: Readonly<Record<string, Read>> = {
  choiceInteraction: choice,
  orderInteraction: order,
  matchInteraction: match,
  extendedTextInteraction: () => ({ kind: 'long', set: { asks: [], counted: 'by-a-person', rubric: [] } }),
  uploadInteraction: () => ({ kind: 'file', set: { most: 1, counted: 'by-a-person' } }),
  sliderInteraction: slider,
  selectPointInteraction: place,
  hotspotInteraction: place,
};

export const BLOCK_NAMES: ReadonlySet<string> = new Set(Object.keys(BLOCKS));

export const readBlock: Read = (reading, interaction, declared) =>
  BLOCKS[nameOf(interaction)]?.(reading, interaction, declared) ?? null;
