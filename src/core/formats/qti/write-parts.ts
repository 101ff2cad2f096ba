import type { SetQuestion } from '../../kinds/question';
import type { Mapping } from '../../kinds/question/mapping';
import { oneOfEach } from '../../kinds/question/parts';
import { pairedAs } from '../../kinds/question/placing';
import type { Part } from '../../questions/question-set';
import { plainText } from '../../text/document-json';
import { html } from '../html-out';
import { even, type Writing } from './writing';

/** How a response of the standard is scored. */
export type Scored = 'match' | 'map' | 'point' | 'none';

/** What was written of a part: what it declares, its place, the names of its responses, and how they are scored. */
export interface WrittenPart {
  readonly declaration: string;
  readonly interaction: string;
  readonly ids: readonly string[];
  readonly scoring: Scored;
}

interface At {
  readonly writing: Writing;
  readonly part: Part;
  readonly id: string;
}

type SetOf<Kind extends SetQuestion['kind']> = Extract<SetQuestion, { readonly kind: Kind }>['set'];

/** An interaction that stands by itself, with what is asked. */
const block = (
  { writing, part, id }: At,
  name: string,
  attributes: Parameters<Writing['e']>[1],
  ...inner: readonly string[]
): string => {
  const prompt = plainText(part.prompt) === '' ? [] : [writing.e('prompt', {}, writing.doc(part.prompt))];
  return writing.e(name, { responseIdentifier: id, ...attributes }, ...prompt, ...inner);
};

/** A line to be filled, below what is asked. */
const line = ({ writing, part, id }: At, expectedLength: number): string =>
  `<div>${writing.doc(part.prompt)}</div><p>${writing.e('textEntryInteraction', { responseIdentifier: id, expectedLength })}</p>`;

/** Points of right choices, and as many less for each wrong one, never below nothing. */
function less({ points }: Part, { choices, right }: SetOf<'several'>): Mapping {
  const key = new Set(right);
  const worth = points / Math.max(1, key.size);
  return {
    entries: Object.fromEntries(choices.map(({ id }) => [id, key.has(id) ? worth : -worth])),
    otherwise: 0,
    least: 0,
    most: points,
  };
}

const gap = (writing: Writing, id: string, choices: readonly string[] | null): string =>
  choices
    ? writing.e(
        'inlineChoiceInteraction',
        { responseIdentifier: id, shuffle: true },
        ...choices.map((one, i) => writing.e('inlineChoice', { identifier: `c${i}` }, html(one))),
      )
    : writing.e('textEntryInteraction', { responseIdentifier: id, expectedLength: 15 });

/** How each kind of question is said in the words of the standard. */
const WRITE: {
  readonly [Kind in SetQuestion['kind']]: (at: At, set: SetOf<Kind>) => Omit<WrittenPart, 'ids'> & Partial<WrittenPart>;
} = {
  one: (at, { choices, shuffle, right, mapping = null }) => ({
    declaration: at.writing.declare(
      at.id,
      'single',
      'identifier',
      right === null ? [] : [right],
      at.writing.mapping(mapping),
    ),
    interaction: block(
      at,
      'choiceInteraction',
      { shuffle, maxChoices: 1 },
      ...at.writing.choices('simpleChoice', choices),
    ),
    scoring: mapping ? 'map' : right === null ? 'none' : 'match',
  }),
  several: (at, set) => {
    const { choices, shuffle, right, rule, most } = set;
    if (rule === 'each' && right !== null) at.writing.lose('scoring', at.part.id);
    const mapping = set.mapping ?? (right !== null && rule === 'right-less-wrong' ? less(at.part, set) : null);
    return {
      declaration: at.writing.declare(at.id, 'multiple', 'identifier', right ?? [], at.writing.mapping(mapping)),
      interaction: block(
        at,
        'choiceInteraction',
        { shuffle, maxChoices: most ?? 0 },
        ...at.writing.choices('simpleChoice', choices),
      ),
      scoring: mapping ? 'map' : right === null ? 'none' : 'match',
    };
  },
  truth: (at, { right }) => ({
    declaration: at.writing.declare(at.id, 'single', 'identifier', right === null ? [] : [right ? 'yes' : 'no']),
    interaction: block(
      at,
      'choiceInteraction',
      { shuffle: false, maxChoices: 1 },
      at.writing.e('simpleChoice', { identifier: 'yes' }, '✓'),
      at.writing.e('simpleChoice', { identifier: 'no' }, '✗'),
    ),
    scoring: right === null ? 'none' : 'match',
  }),
  short: (at, { accepted, capitals, mapping }) => {
    const worth = mapping ?? (accepted && even(accepted, at.part.points, false));
    return {
      declaration: at.writing.declare(
        at.id,
        'single',
        'string',
        accepted?.slice(0, 1) ?? [],
        at.writing.mapping(worth, capitals),
      ),
      interaction: line(at, 30),
      scoring: worth ? 'map' : 'none',
    };
  },
  number: (at, { right, unit, tolerance, figures, accepted }) => {
    if (unit !== null) at.writing.lose('scoring', unit);
    if (tolerance.by !== 0) at.writing.lose('scoring', `± ${tolerance.by}`);
    if (figures !== null) at.writing.lose('scoring', `${figures}`);
    if (accepted.length > 0) at.writing.lose('scoring', accepted.join('; '));
    const plain = right !== null && Number.isFinite(Number(right));
    if (right !== null && !plain) at.writing.lose('scoring', right);
    return {
      declaration: at.writing.declare(at.id, 'single', 'float', plain ? [right] : []),
      interaction: line(at, 12),
      scoring: plain ? 'match' : 'none',
    };
  },
  long: (at, { asks, counted }) => {
    if (asks.length > 0 || counted === 'given') at.writing.lose('scoring', at.part.id);
    return {
      declaration: at.writing.declare(at.id, 'single', 'string', []),
      interaction: block(at, 'extendedTextInteraction', { expectedLines: 7 }),
      scoring: 'none',
    };
  },
  gaps: (at, { text, capitals }) => {
    const { writing, part, id } = at;
    const gaps = text.filter((piece) => typeof piece !== 'string');
    const ids = new Map(gaps.map((piece, i) => [piece, `${id}-${i + 1}`]));
    const words = text.map((piece) =>
      typeof piece === 'string'
        ? html(piece).replaceAll('\n', '<br/>')
        : gap(writing, ids.get(piece) ?? '', piece.choices),
    );
    const declared = gaps.map((piece) => {
      const { accepted, choices } = piece;
      const keys = choices ? accepted.map((one) => `c${choices.indexOf(one)}`) : accepted;
      const worth = even(keys, part.points / gaps.length, false);
      const type = choices ? 'identifier' : 'string';
      return writing.declare(
        ids.get(piece) ?? '',
        'single',
        type,
        keys.slice(0, 1),
        writing.mapping(worth, choices ? null : capitals),
      );
    });
    const prompt = plainText(part.prompt) === '' ? '' : `<div>${writing.doc(part.prompt)}</div>`;
    return {
      declaration: declared.join(''),
      interaction: `${prompt}<p>${words.join('')}</p>`,
      ids: [...ids.values()],
      scoring: 'map',
    };
  },
  match: (at, set) => {
    const { left, right, pairs, whole, mapping } = set;
    const { writing, part, id } = at;
    const same = pairedAs(set);
    const keys = Object.entries(pairs).map(([from, to]) => `${from} ${same(to)}`);
    const others = oneOfEach(right, same);
    const worth = whole ? null : (mapping ?? even(keys, part.points, true));
    return {
      declaration: writing.declare(id, 'multiple', 'directedPair', keys, writing.mapping(worth)),
      interaction: block(
        at,
        'matchInteraction',
        { shuffle: true, maxAssociations: left.length },
        writing.e('simpleMatchSet', {}, ...writing.choices('simpleAssociableChoice', left, { matchMax: 1 })),
        writing.e(
          'simpleMatchSet',
          {},
          ...writing.choices('simpleAssociableChoice', others, { matchMax: left.length }),
        ),
      ),
      scoring: worth ? 'map' : 'match',
    };
  },
  order: (at, { items, rule, scored }) => {
    if (scored && rule === 'each') at.writing.lose('scoring', at.part.id);
    // They stand in the order of their names, which says nothing of the right one.
    const shown = [...items].sort((a, b) => (a.id < b.id ? -1 : 1));
    return {
      declaration: at.writing.declare(at.id, 'ordered', 'identifier', scored ? items.map((item) => item.id) : []),
      interaction: block(at, 'orderInteraction', { shuffle: true }, ...at.writing.choices('simpleChoice', shown)),
      scoring: scored ? 'match' : 'none',
    };
  },
  point: (at, { picture: { src, alt, width, height }, areas }) => {
    const entries = areas.map((area) => {
      const [shape, coords] =
        'r' in area
          ? (['circle', [area.x * width, area.y * height, area.r * width]] as const)
          : 'points' in area
            ? (['poly', area.points.flatMap(({ x, y }) => [x * width, y * height])] as const)
            : ([
                'rect',
                [area.x * width, area.y * height, (area.x + area.width) * width, (area.y + area.height) * height],
              ] as const);
      return at.writing.e('areaMapEntry', {
        shape,
        coords: coords.map(Math.round).join(','),
        mappedValue: at.part.points,
      });
    });
    const map = entries.length > 0 ? at.writing.e('areaMapping', { defaultValue: 0 }, ...entries) : '';
    return {
      declaration: at.writing.declare(at.id, 'single', 'point', [], map),
      interaction: block(at, 'selectPointInteraction', { maxChoices: 1 }, at.writing.picture(src, alt, width, height)),
      scoring: entries.length > 0 ? 'point' : 'none',
    };
  },
  scale: (at, { from, to, right, fromSays, toSays }) => {
    if (fromSays !== '' || toSays !== '') at.writing.lose('interaction', `${fromSays} … ${toSays}`);
    return {
      declaration: at.writing.declare(at.id, 'single', 'integer', right === null ? [] : [String(right)]),
      interaction: block(at, 'sliderInteraction', { lowerBound: from, upperBound: to, step: 1 }),
      scoring: right === null ? 'none' : 'match',
    };
  },
  file: (at) => ({
    declaration: at.writing.declare(at.id, 'single', 'file', []),
    interaction: block(at, 'uploadInteraction', {}),
    scoring: 'none',
  }),
};

export function writePart(writing: Writing, part: Part, id: string): WrittenPart {
  const write = WRITE[part.kind] as (
    at: At,
    set: SetQuestion['set'],
  ) => Omit<WrittenPart, 'ids'> & Partial<WrittenPart>;
  return { ids: [id], ...write({ writing, part, id }, part.set) };
}
