import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { unzipSync } from 'fflate';
import { scratch } from '@/testing/scratch';
import { LOOSE } from '../../kinds/question/parts';
import { type Part, type QuestionSet, questionsIn } from '../../questions/question-set';
import { plainText } from '../../text/document-json';
import type { Doc } from '../../text/nodes';
import { fromPlainText } from '../markup-in';
import type { CourseItem, CourseParts } from './cartridge';
import { inside, readCartridge } from './read';
import { writeCartridge } from './write';

const doc = (words: string): Doc => fromPlainText(words);
const part = (kind: string, set: object, prompt = `What of ${kind}?`): Part =>
  ({ id: `p-${kind}`, points: 3, prompt: doc(prompt), hint: null, why: doc('Because.'), kind, set }) as Part;
const set = (...parts: Part[]): QuestionSet => ({
  sections: [
    {
      id: 's',
      title: '',
      draw: null,
      shuffle: false,
      questions: parts.map((one, i) => ({ id: `q${i}`, stem: null, material: null, draws: [], parts: [one] })),
    },
  ],
});
const things = (...words: string[]) => words.map((says, i) => ({ id: `c${i}`, says: doc(says) }));

const QUESTIONS = set(
  part('one', { choices: things('Cirrus', 'Stratus & "fog"'), right: 'c1', shuffle: true }),
  part('several', { choices: things('A', 'B', 'C'), right: ['c0', 'c2'], rule: 'whole', shuffle: false, most: null }),
  part('truth', { right: false }),
  part('short', { ...LOOSE, capitals: true, accepted: ['Cumulus', 'cumuli'] }),
  part('number', {
    right: '42',
    tolerance: { kind: 'absolute', by: 0 },
    unit: null,
    unitOptional: false,
    figures: null,
    accepted: [],
  }),
  part('long', { asks: [], counted: 'by-a-person', rubric: [] }),
  part('order', { things: things('x', 'y') }),
);

const COURSE: CourseParts = {
  title: 'Weather & Sky',
  folders: [
    {
      title: 'Clouds <that> tell',
      items: [
        { kind: 'page', title: 'Reading the sky', body: doc('First line\nSecond & last') },
        { kind: 'file', title: 'A map', path: 'map of wind.pdf' },
        { kind: 'link', title: 'Elsewhere', address: 'https://example.org/?a=1&b=2' },
        { kind: 'work', title: 'Draw a cloud', body: doc('Draw it.'), points: 12, files: ['map of wind.pdf'] },
        { kind: 'questions', title: 'What do you know?', set: QUESTIONS, bank: false },
        { kind: 'questions', title: 'A bank', set: set(part('truth', { right: true })), bank: true },
        { kind: 'file', title: 'Not there', path: 'gone.pdf' },
      ],
    },
  ],
};

const written = writeCartridge(COURSE, new Map([['map of wind.pdf', new Uint8Array([1, 2, 3])]]), 'en');
const filesOf = (bytes: Uint8Array) => {
  const parts = unzipSync(bytes);
  return {
    has: (name: string) => name in parts,
    text: (name: string) => (parts[name] ? new TextDecoder().decode(parts[name]) : null),
  };
};
let n = 0;
const newId = () => {
  n += 1;
  return `n${n}`;
};
const read = (given: Parameters<typeof readCartridge>[0]) => {
  const found = readCartridge(given, newId);
  if (!found.ok) throw new Error(found.code);
  return found;
};
const of = <Kind extends CourseItem['kind']>(items: readonly CourseItem[], kind: Kind) =>
  items.filter((item): item is Extract<CourseItem, { kind: Kind }> => item.kind === kind);

test('what goes out is an archive of well-formed XML, as other programs see it', () => {
  const folder = scratch('kite-cartridge-');
  const path = join(folder, 'course.imscc');
  writeFileSync(path, written.bytes);
  expect(execFileSync('unzip', ['-t', path], { encoding: 'utf8' })).toContain('No errors detected');
  for (const [name, bytes] of Object.entries(unzipSync(written.bytes))) {
    const at = join(folder, name);
    mkdirSync(dirname(at), { recursive: true });
    writeFileSync(at, bytes);
    if (name.endsWith('.xml')) execFileSync('xmllint', ['--noout', at]);
  }
});

test('what has no place there is named', () => {
  expect(written.notes.map(({ title, what, code }) => [title, what, code])).toEqual([
    ['What of number?', 'changed', 'number-as-words'],
    ['What of order?', 'left', 'questions-left'],
    ['Not there', 'left', 'file-missing'],
  ]);
});

test('what goes out comes in again', () => {
  const { course, files, notes } = read(filesOf(written.bytes));
  expect(course.title).toBe('Weather & Sky');
  expect(course.folders.map(({ title }) => title)).toEqual(['Clouds <that> tell']);
  const items = course.folders[0]?.items ?? [];
  expect(items.map(({ kind, title }) => [kind, title])).toEqual([
    ['page', 'Reading the sky'],
    ['file', 'A map'],
    ['link', 'Elsewhere'],
    ['work', 'Draw a cloud'],
    ['questions', 'What do you know?'],
    ['questions', 'A bank'],
  ]);
  expect(plainText(of(items, 'page')[0]?.body ?? doc(''))).toContain('Second & last');
  expect(of(items, 'link')[0]?.address).toBe('https://example.org/?a=1&b=2');
  expect(of(items, 'work')[0]).toMatchObject({ points: 12, files: ['files/map of wind.pdf'] });
  expect(files).toEqual(['files/map of wind.pdf']);
  expect(notes.map(({ code }) => code)).toEqual(['bank-as-work']);
  const parts = questionsIn(of(items, 'questions')[0]?.set ?? set()).flatMap((one) => one.parts);
  expect(parts.map(({ kind, points }) => [kind, points])).toEqual([
    ['one', 3],
    ['several', 3],
    ['truth', 3],
    ['short', 3],
    ['short', 3],
    ['long', 3],
  ]);
  const [one, several, truth, short, number] = parts;
  if (one?.kind !== 'one' || several?.kind !== 'several' || short?.kind !== 'short') throw new Error('other kinds');
  expect(plainText(one.set.choices.find(({ id }) => id === one.set.right)?.says ?? doc(''))).toBe('Stratus & "fog"');
  // By chance, since those of a file may say what is right.
  expect(one.set.choices.map(({ id }) => id)).not.toContain('c1');
  const right = several.set.choices
    .filter(({ id }) => several.set.right?.includes(id))
    .map(({ says }) => plainText(says));
  expect(right).toEqual(['A', 'C']);
  expect(truth?.set).toEqual({ right: false });
  expect(short.set).toMatchObject({ accepted: ['Cumulus', 'cumuli'], capitals: true });
  expect(number?.set).toMatchObject({ accepted: ['42'] });
  expect(plainText(one.why ?? doc(''))).toBe('Because.');
});

/**
 * Written by hand after the examples of the implementation guides of Common Cartridge 1.3 and of its profile of QTI 1.2.1 (from
 * memory), not by our writer.
 */
const BY_HAND: Readonly<Record<string, string>> = {
  'imsmanifest.xml': `<?xml version="1.0" encoding="UTF-8"?>
<manifest identifier="m" xmlns="http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1" xmlns:lomimscc="http://ltsc.ieee.org/xsd/imsccv1p3/LOM/manifest">
  <metadata><schema>IMS Common Cartridge</schema><schemaversion>1.3.0</schemaversion>
    <lomimscc:lom><lomimscc:general><lomimscc:title><lomimscc:string>Rope work</lomimscc:string></lomimscc:title></lomimscc:general></lomimscc:lom></metadata>
  <organizations><organization identifier="org" structure="rooted-hierarchy"><item identifier="root">
    <item identifier="w1"><title>Week 1</title>
      <item identifier="p" identifierref="R_PAGE"><title>Welcome</title></item>
      <item identifier="inner"><title>Inner</title><item identifier="l" identifierref="R_LINK"><title>A film</title></item></item>
      <item identifier="d" identifierref="R_TOPIC"><title>Say hello</title></item>
      <item identifier="t" identifierref="R_TOOL"><title>A tool</title></item>
      <item identifier="q" identifierref="R_QUIZ"><title>Quiz 1</title></item>
      <item identifier="x" identifierref="R_NONE"><title>Gone</title></item>
      <item identifier="o" identifierref="R_OUT"><title>Outside</title></item>
      <item identifier="j" identifierref="R_JS"><title>A trap</title></item>
    </item>
  </item></organization></organizations>
  <resources>
    <resource identifier="R_PAGE" type="webcontent" href="web/welcome%20page.html"><file href="web/welcome%20page.html"/></resource>
    <resource identifier="R_LINK" type="imswl_xmlv1p3"><file href="link.xml"/></resource>
    <resource identifier="R_TOPIC" type="imsdt_xmlv1p3"><file href="topic.xml"/></resource>
    <resource identifier="R_TOOL" type="imsbasiclti_xmlv1p3"><file href="tool.xml"/></resource>
    <resource identifier="R_QUIZ" type="imsqti_xmlv1p2/imscc_xmlv1p3/assessment"><file href="quiz.xml"/></resource>
    <resource identifier="R_OUT" type="webcontent" href="../../etc/passwd"><file href="../../etc/passwd"/></resource>
    <resource identifier="R_JS" type="imswl_xmlv1p3"><file href="trap.xml"/></resource>
    <resource identifier="R_BANK" type="imsqti_xmlv1p2/imscc_xmlv1p3/question-bank"><file href="bank.xml"/></resource>
  </resources>
</manifest>`,
  'web/welcome page.html':
    '<html><head><title>x</title><script>alert(1)</script></head><body><h1>Welcome</h1><p onclick="x()">To the <b>boat</b> shed.</p><img src="a.png"></body></html>',
  'link.xml':
    '<webLink xmlns="http://www.imsglobal.org/xsd/imsccv1p3/imswl_v1p3"><title>A film</title><url href="https://example.org/film" target="_iframe"/></webLink>',
  'trap.xml': '<webLink><title>T</title><url href="javascript:alert(1)"/></webLink>',
  'topic.xml':
    '<topic xmlns="http://www.imsglobal.org/xsd/imsccv1p3/imsdt_v1p3"><title>Say hello</title><text texttype="text/html">&lt;p&gt;Who are &lt;i&gt;you&lt;/i&gt;?&lt;/p&gt;</text></topic>',
  'tool.xml': '<x/>',
  'quiz.xml': `<questestinterop xmlns="http://www.imsglobal.org/xsd/ims_qtiasiv1p2"><assessment ident="A" title="Quiz 1">
    <qtimetadata><qtimetadatafield><fieldlabel>cc_profile</fieldlabel><fieldentry>cc.exam.v0p1</fieldentry></qtimetadatafield></qtimetadata>
    <section ident="S">
      <item ident="I1" title="Capital"><itemmetadata><qtimetadata><qtimetadatafield><fieldlabel>cc_profile</fieldlabel><fieldentry>cc.multiple_choice.v0p1</fieldentry></qtimetadatafield><qtimetadatafield><fieldlabel>cc_weighting</fieldlabel><fieldentry>5</fieldentry></qtimetadatafield></qtimetadata></itemmetadata>
        <presentation><material><mattext texttype="text/html"><![CDATA[<p>Which <b>knot</b>?</p>]]></mattext></material>
          <response_lid ident="R" rcardinality="Single"><render_choice>
            <response_label ident="1"><material><mattext texttype="text/plain">Bowline</mattext></material></response_label>
            <response_label ident="2"><material><mattext texttype="text/plain">Reef</mattext></material></response_label></render_choice></response_lid></presentation>
        <resprocessing><outcomes><decvar maxvalue="100" minvalue="0" varname="SCORE" vartype="Decimal"/></outcomes>
          <respcondition continue="Yes"><conditionvar><other/></conditionvar><displayfeedback feedbacktype="Response" linkrefid="fb"/></respcondition>
          <respcondition continue="No"><conditionvar><varequal respident="R">2</varequal></conditionvar><setvar varname="SCORE" action="Set">100</setvar></respcondition></resprocessing></item>
      <item ident="I2" title="Both"><itemmetadata><qtimetadata><qtimetadatafield><fieldlabel>cc_profile</fieldlabel><fieldentry>cc.multiple_response.v0p1</fieldentry></qtimetadatafield></qtimetadata></itemmetadata>
        <presentation><material><mattext>Which two?</mattext></material><response_lid ident="R" rcardinality="Multiple"><render_choice>
          <response_label ident="a"><material><mattext>A</mattext></material></response_label><response_label ident="b"><material><mattext>B</mattext></material></response_label><response_label ident="c"><material><mattext>C</mattext></material></response_label></render_choice></response_lid></presentation>
        <resprocessing><outcomes><decvar varname="SCORE"/></outcomes><respcondition continue="No"><conditionvar><and><varequal respident="R">a</varequal><not><varequal respident="R">b</varequal></not><varequal respident="R">c</varequal></and></conditionvar><setvar varname="SCORE">100</setvar></respcondition></resprocessing></item>
      <item ident="I3" title="Hot"><presentation><material><mattext>Point!</mattext></material><response_xy ident="R"/></presentation></item>
    </section></assessment></questestinterop>`,
  'bank.xml':
    '<questestinterop><objectbank ident="B"><item ident="I" title="Essay"><itemmetadata><qtimetadata><qtimetadatafield><fieldlabel>cc_profile</fieldlabel><fieldentry>cc.essay.v0p1</fieldentry></qtimetadatafield></qtimetadata></itemmetadata><presentation><material><mattext>Tell.</mattext></material><response_str ident="R"><render_fib/></response_str></presentation></item></objectbank></questestinterop>',
};
const byHand = (changes: Readonly<Record<string, string>> = {}) => {
  const all: Readonly<Record<string, string>> = { ...BY_HAND, ...changes };
  return { has: (name: string) => name in all, text: (name: string) => all[name] ?? null };
};

describe('a cartridge that was written by hand', () => {
  const { course, notes } = read(byHand());
  const items = course.folders.flatMap((folder) => folder.items);

  test('its folders, pages, links, topics, questions and banks are there', () => {
    expect(course.title).toBe('Rope work');
    expect(course.folders.map((folder) => [folder.title, folder.items.map(({ kind }) => kind)])).toEqual([
      ['Week 1', ['page', 'link', 'topic', 'questions']],
      ['', ['questions']],
    ]);
    expect(plainText(of(items, 'topic')[0]?.body ?? doc(''))).toBe('Who are you?');
    const [quiz] = of(items, 'questions');
    expect(
      questionsIn(quiz?.set ?? set()).flatMap(({ parts }) => parts.map(({ kind, points }) => [kind, points])),
    ).toEqual([
      ['one', 5],
      ['several', 1],
    ]);
  });

  test('nothing of a page runs here', () => {
    const page = JSON.stringify(of(items, 'page')[0]?.body);
    expect(page).toContain('boat');
    expect(page).not.toMatch(/alert|onclick|script/);
  });

  test('what is other and what is not there is named', () => {
    expect(notes.map(({ title, what, code }) => [title, what, code])).toEqual([
      ['Welcome', 'changed', 'pictures-left'],
      ['Inner', 'changed', 'folder-in-folder'],
      ['A tool', 'left', 'tool-elsewhere'],
      ['Hot', 'left', 'questions-left'],
      ['Gone', 'left', 'file-missing'],
      ['Outside', 'left', 'outside-file'],
      ['A trap', 'left', 'no-address'],
      ['', 'changed', 'bank-as-work'],
    ]);
  });
});

describe('what is no cartridge, or does no good', () => {
  const manifest = (change: (text: string) => string) => ({
    'imsmanifest.xml': change(BY_HAND['imsmanifest.xml'] ?? ''),
  });
  test.each([
    ['none', { has: () => false, text: () => null }, 'not-a-cartridge'],
    [
      'another schema',
      byHand(manifest((text) => text.replace('IMS Common Cartridge', 'ADL SCORM'))),
      'not-a-cartridge',
    ],
    ['a version to come', byHand(manifest((text) => text.replace('1.3.0', '2.0.0'))), 'other-version'],
  ])('%s', (_, given, code) => {
    expect(readCartridge(given, newId)).toEqual({ ok: false, code });
  });

  test('a document type, and nesting without end, are refused', () => {
    const bomb = '<!DOCTYPE x [<!ENTITY a "aaaa">]><manifest>&a;</manifest>';
    expect(() => readCartridge(byHand({ 'imsmanifest.xml': bomb }), newId)).toThrow();
    const deep = `${'<item>'.repeat(5000)}${'</item>'.repeat(5000)}`;
    expect(() =>
      readCartridge(
        byHand(manifest((text) => text.replace('<item identifier="root">', `${deep}<item identifier="root">`))),
        newId,
      ),
    ).toThrow();
    // In a part of it, that part alone is left out.
    const { notes } = read(byHand({ 'quiz.xml': bomb }));
    expect(notes).toContainEqual({ title: 'Quiz 1', what: 'left', code: 'cannot-be-read' });
  });

  test.each([
    ['a/b.html', '', 'a/b.html'],
    ['../files/x%20y.pdf', 'work/1.xml', 'files/x y.pdf'],
    ['./a/./b', '', 'a/b'],
    ['../x', '', null],
    ['a/../../x', '', null],
    ['/etc/passwd', '', null],
    ['file:///etc/passwd', '', null],
    ['https://example.org/x', '', null],
    ['a\\..\\b', '', null],
    ['%', '', null],
    ['a%00b', '', null],
    ['', '', null],
  ])('%j from %j leads to %j', (href, from, path) => {
    expect(inside(href, from)).toBe(path);
  });
});
