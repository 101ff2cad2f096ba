import {
  AIRPORT,
  choices,
  DRIVERS,
  item,
  LUGGAGE,
  later,
  PLAYS,
  SPOT,
  SUMMER,
  TEMPLATE,
  WATER,
  YORK,
} from '@/testing/qti-examples';
import { type SetQuestion, scorerOf } from '../../kinds/question';
import { type Part, questionSetUnmet } from '../../questions/question-set';
import { plainText } from '../../text/document-json';
import { TooIntricate } from '../markup';
import { readItem } from './read-item';

let named = 0;
const naming = () => {
  named += 1;
  return `n${named}`;
};

const read = (xml: string) =>
  readItem(xml, naming, (address) => (address.endsWith('.png') ? `/served/${address}` : null));

/** Whatever the words of some things are, their names. */
function ids(part: SetQuestion, words: readonly string[]): string[] {
  const set = part.set as unknown as Record<string, readonly { id: string; says: Part['prompt'] }[] | undefined>;
  const all = [set.choices, set.items, set.left, set.right].flatMap((some) => (Array.isArray(some) ? some : []));
  return words.map((word) => all.find(({ says }) => plainText(says) === word)?.id ?? `no ${word}`);
}

function score(part: Part, answer: unknown): number {
  return Math.round((scorerOf(part)(answer, {}).share ?? Number.NaN) * part.points * 1000) / 1000;
}

const KINDS = [
  [
    'one',
    LUGGAGE,
    (p: Part) => [
      [ids(p, ['You must stay with your luggage at all times.'])[0], 1],
      [ids(p, ['Remember your luggage when you leave.'])[0], 0],
    ],
  ],
  [
    'several',
    WATER,
    (p: Part) => [
      [ids(p, ['Hydrogen', 'Oxygen']), 2],
      [ids(p, ['Hydrogen', 'Oxygen', 'Chlorine']), 1],
      [ids(p, ['Hydrogen', 'Helium']), 0],
      [ids(p, ['Hydrogen']), 1],
    ],
  ],
  [
    'order',
    DRIVERS,
    (p: Part) => [
      [ids(p, ['Michael', 'Rubens', 'Jenson']), 1],
      [ids(p, ['Rubens', 'Michael', 'Jenson']), 0],
    ],
  ],
  [
    'match',
    PLAYS,
    (p: Part) => {
      const [c = '', d = '', l = '', pr = '', m, r, t] = ids(p, [
        'Capulet',
        'Demetrius',
        'Lysander',
        'Prospero',
        'Dream',
        'Romeo',
        'Tempest',
      ]);
      return [
        [{ [c]: r, [d]: m, [l]: m, [pr]: t }, 3],
        [{ [c]: r, [d]: m }, 1.5],
        [{ [c]: t, [pr]: t }, 1],
      ];
    },
  ],
  [
    'short',
    YORK,
    () => [
      ['York', 1],
      ['york', 0.5],
      ['YORK', 0],
    ],
  ],
  [
    'gaps',
    SUMMER,
    (p: Part) => {
      const [gap] = (p as Part & { kind: 'gaps' }).set.text.filter((piece) => typeof piece !== 'string');
      return [
        [{ [gap?.id ?? '']: 'York' }, 1],
        [{ [gap?.id ?? '']: 'Lancaster' }, 0],
      ];
    },
  ],
  [
    'point',
    AIRPORT,
    () => [
      [{ x: 102 / 206, y: 113 / 280 }, 1],
      [{ x: 110 / 206, y: 125 / 280 }, 1],
      [{ x: 119 / 206, y: 113 / 280 }, 0],
    ],
  ],
  [
    'point',
    SPOT,
    () => [
      [{ x: 80 / 206, y: 112 / 280 }, 1],
      [{ x: 118 / 206, y: 184 / 280 }, 0],
    ],
  ],
] as const;

describe.each([
  ['2.1', (xml: string) => xml],
  ['3.0', later],
] as const)('the examples of the standard, version %s', (_version, said) => {
  test.each(KINDS)('%s', (kind, xml, answers) => {
    const { question, notKept } = read(said(xml));
    // A picture under an object is told by its place, not by a text.
    expect(notKept).toEqual([]);
    expect(question?.parts.map((part) => part.kind)).toEqual([kind]);
    const [part] = question?.parts ?? [];
    if (!part || !question) throw new Error('nothing was read');
    for (const [answer, points] of answers(part)) expect([answer, score(part, answer)]).toEqual([answer, points]);
    const set = { sections: [{ id: 's', title: '', draw: null, shuffle: false, questions: [question] }] };
    expect(questionSetUnmet(set)).toEqual([]);
  });
});

test('names of things are new: those of a file may say what is right', () => {
  expect(JSON.stringify(read(LUGGAGE).question)).not.toContain('ChoiceA');
});

test('words around a line stay, with a mark where it stood', () => {
  const [part] = read(YORK).question?.parts ?? [];
  expect(part && plainText(part.prompt)).toContain('by this sun of …;');
});

test('parts of one item are worth what its rules give', () => {
  const one = (id: string, right: string) =>
    `<responseDeclaration identifier="${id}" cardinality="single" baseType="identifier"><correctResponse><value>${right}</value></correctResponse></responseDeclaration>`;
  const ask = (id: string) =>
    `<choiceInteraction responseIdentifier="${id}" maxChoices="1">${choices({ a: 'x', b: 'y' })}</choiceInteraction>`;
  const rule = (id: string, points: number) =>
    `<responseCondition><responseIf><match><variable identifier="${id}"/><correct identifier="${id}"/></match><setOutcomeValue identifier="SCORE"><sum><variable identifier="SCORE"/><baseValue baseType="float">${points}</baseValue></sum></setOutcomeValue></responseIf></responseCondition>`;
  const xml = item(
    one('R1', 'a') + one('R2', 'b'),
    ask('R1') + ask('R2'),
    `<responseProcessing>${rule('R1', 2)}${rule('R2', 3)}</responseProcessing>`,
  );
  const { question, notKept } = read(xml);
  expect(notKept).toEqual([]);
  expect(question?.parts.map(({ points }) => points)).toEqual([2, 3]);
});

test.each([
  ['interaction', item('', '<associateInteraction responseIdentifier="RESPONSE"/>')],
  ['scoring', LUGGAGE.replace(TEMPLATE('match_correct'), '<responseProcessing><exitResponse/></responseProcessing>')],
  ['scoring', LUGGAGE.replace('match_correct', 'of_our_own')],
  [
    'template',
    LUGGAGE.replace(
      '<itemBody>',
      '<templateDeclaration identifier="N" cardinality="single" baseType="integer"/><itemBody>',
    ),
  ],
  ['picture', LUGGAGE.replace('sign.png', 'sign.bmp')],
  ['formula', LUGGAGE.replace('<p>Look', '<math xmlns="http://www.w3.org/1998/Math/MathML"><mi>x</mi></math><p>Look')],
  ['style', LUGGAGE.replace('<itemBody>', '<stylesheet href="s.css" type="text/css"/><itemBody>')],
  ['below-zero', WATER.replace('lowerBound="0"', 'lowerBound="-2"')],
  [
    'feedback',
    LUGGAGE.replace(
      'at all times.',
      'at all times.<feedbackInline outcomeIdentifier="F" identifier="A" showHide="show">Yes!</feedbackInline>',
    ),
  ],
  ['interaction', DRIVERS.replace('<value>DriverB</value>', '')],
  ['broken', '<assessmentItem identifier="x"/>'],
  ['not-an-item', '<assessment/>'],
] as const)('what cannot be kept is named: %s', (code, xml) => {
  expect(read(xml).notKept.map((one) => one.code)).toContain(code);
});

test.each([
  ['a document type', `<!DOCTYPE a [<!ENTITY b "c">]>${LUGGAGE}`],
  ['a million elements in each other', `${'<a>'.repeat(1_000_000)}${'</a>'.repeat(1_000_000)}`],
  [
    'a hundred thousand choices',
    item(
      '',
      `<choiceInteraction responseIdentifier="R">${'<simpleChoice identifier="a">x</simpleChoice>'.repeat(100_000)}</choiceInteraction>`,
    ),
  ],
  [
    'a thousand choices',
    item(
      '',
      `<choiceInteraction responseIdentifier="R">${'<simpleChoice identifier="a">x</simpleChoice>'.repeat(1000)}</choiceInteraction>`,
    ),
  ],
] as const)('%s is refused', (_name, xml) => {
  expect(() => read(xml)).toThrow(TooIntricate);
});

test('what is not well formed is refused', () => {
  expect(() => read('<assessmentItem><itemBody></assessmentItem>')).toThrow();
});
