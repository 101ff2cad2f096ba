import { type SetQuestion, scorerOf } from '../../kinds/question';
import { type Part, questionSetUnmet } from '../../questions/question-set';
import { plainText } from '../../text/document-json';
import { TooIntricate } from '../markup';
import { readItem } from './read-item';

/**
 * Items after the examples that come with IMS QTI 2.1 ("Assessment Test, Section, and Item Information Model" and its
 * implementation guide, 2012), from memory: what is right and what it is worth is theirs, the wording is shortened.
 */
const TEMPLATE = (name: string) =>
  `<responseProcessing template="http://www.imsglobal.org/question/qti_v2p1/rptemplates/${name}"/>`;
const item = (declared: string, body: string, after = '') =>
  `<?xml version="1.0"?><assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="sample" title="Sample" adaptive="false" timeDependent="false">
   ${declared}<outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/><itemBody>${body}</itemBody>${after}</assessmentItem>`;

/** The same in the words of the later version. */
const later = (xml: string): string =>
  xml
    .replace(
      /<(\/?)([a-z]+[A-Z]\w*|value|mapping|prompt|match|variable|correct|sum)\b/g,
      (_all, slash, name) => `<${slash}qti-${hyphens(name)}`,
    )
    .replace(/ ([a-z]+[A-Z]\w*)=/g, (_all, name) => ` ${hyphens(name)}=`)
    .replace('imsqti_v2p1', 'imsqtiasi_v3p0');
const hyphens = (name: string): string => name.replace(/[A-Z]/g, (sign) => `-${sign.toLowerCase()}`);

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

const choices = (all: Readonly<Record<string, string>>) =>
  Object.entries(all)
    .map(([id, says]) => `<simpleChoice identifier="${id}">${says}</simpleChoice>`)
    .join('');

const LUGGAGE = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>ChoiceA</value></correctResponse></responseDeclaration>',
  `<p>Look at the text in the picture.</p><p><img src="sign.png" alt="NEVER LEAVE LUGGAGE UNATTENDED"/></p><choiceInteraction responseIdentifier="RESPONSE" shuffle="false" maxChoices="1"><prompt>What does it say?</prompt>${choices({ ChoiceA: 'You must stay with your luggage at all times.', ChoiceB: 'Do not let someone else look after your luggage.', ChoiceC: 'Remember your luggage when you leave.' })}</choiceInteraction>`,
  TEMPLATE('match_correct'),
);
const WATER = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="multiple" baseType="identifier"><correctResponse><value>H</value><value>O</value></correctResponse>
   <mapping lowerBound="0" upperBound="2" defaultValue="-2"><mapEntry mapKey="H" mappedValue="1"/><mapEntry mapKey="O" mappedValue="1"/><mapEntry mapKey="Cl" mappedValue="-1"/></mapping></responseDeclaration>`,
  `<choiceInteraction responseIdentifier="RESPONSE" shuffle="true" maxChoices="0"><prompt>Which are used to form water?</prompt>${choices({ H: 'Hydrogen', He: 'Helium', C: 'Carbon', O: 'Oxygen', N: 'Nitrogen', Cl: 'Chlorine' })}</choiceInteraction>`,
  TEMPLATE('map_response'),
);
const DRIVERS = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="ordered" baseType="identifier"><correctResponse><value>DriverC</value><value>DriverA</value><value>DriverB</value></correctResponse></responseDeclaration>',
  `<orderInteraction responseIdentifier="RESPONSE" shuffle="true"><prompt>Who finished when?</prompt>${choices({ DriverA: 'Rubens', DriverB: 'Jenson', DriverC: 'Michael' })}</orderInteraction>`,
  TEMPLATE('match_correct'),
);
const PLAYS = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="multiple" baseType="directedPair"><correctResponse><value>C R</value><value>D M</value><value>L M</value><value>P T</value></correctResponse>
   <mapping defaultValue="0"><mapEntry mapKey="C R" mappedValue="1"/><mapEntry mapKey="D M" mappedValue="0.5"/><mapEntry mapKey="L M" mappedValue="0.5"/><mapEntry mapKey="P T" mappedValue="1"/></mapping></responseDeclaration>`,
  `<matchInteraction responseIdentifier="RESPONSE" shuffle="true" maxAssociations="4"><prompt>Match the characters to the plays.</prompt>
   <simpleMatchSet>${['C Capulet', 'D Demetrius', 'L Lysander', 'P Prospero'].map((one) => `<simpleAssociableChoice identifier="${one[0]}" matchMax="1">${one.slice(2)}</simpleAssociableChoice>`).join('')}</simpleMatchSet>
   <simpleMatchSet>${['M Dream', 'R Romeo', 'T Tempest'].map((one) => `<simpleAssociableChoice identifier="${one[0]}" matchMax="4">${one.slice(2)}</simpleAssociableChoice>`).join('')}</simpleMatchSet></matchInteraction>`,
  TEMPLATE('map_response'),
);
const YORK = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="string"><correctResponse><value>York</value></correctResponse>
   <mapping defaultValue="0"><mapEntry mapKey="York" mappedValue="1" caseSensitive="true"/><mapEntry mapKey="york" mappedValue="0.5" caseSensitive="true"/></mapping></responseDeclaration>`,
  '<p>Identify the missing word.</p><blockquote><p>Now is the winter of our discontent<br/> Made glorious summer by this sun of <textEntryInteraction responseIdentifier="RESPONSE" expectedLength="15"/>;</p></blockquote>',
  TEMPLATE('map_response'),
);
const SUMMER = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>Y</value></correctResponse></responseDeclaration>',
  '<p>summer by this sun of <inlineChoiceInteraction responseIdentifier="RESPONSE" shuffle="false"><inlineChoice identifier="G">Gloucester</inlineChoice><inlineChoice identifier="L">Lancaster</inlineChoice><inlineChoice identifier="Y">York</inlineChoice></inlineChoiceInteraction>;</p>',
  TEMPLATE('match_correct'),
);
const AIRPORT = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="point"><correctResponse><value>102 113</value></correctResponse><areaMapping defaultValue="0"><areaMapEntry shape="circle" coords="102,113,16" mappedValue="1"/></areaMapping></responseDeclaration>',
  '<selectPointInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Mark Edinburgh.</prompt><object type="image/png" data="uk.png" width="206" height="280">UK Map</object></selectPointInteraction>',
  TEMPLATE('map_response_point'),
);
const SPOT = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>A</value></correctResponse></responseDeclaration>',
  '<hotspotInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Which is Glasgow?</prompt><object type="image/png" data="ukair.png" width="206" height="280">UK Map</object><hotspotChoice shape="circle" coords="77,115,8" identifier="A"/><hotspotChoice shape="circle" coords="118,184,8" identifier="B"/></hotspotInteraction>',
  TEMPLATE('match_correct'),
);

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
