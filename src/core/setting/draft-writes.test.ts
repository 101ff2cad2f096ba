import fc from 'fast-check';
import * as Y from 'yjs';
import { assemble } from '../documents/text-document';
import type { StepId } from '../ids';
import { initialSettings } from '../kinds/step';
import { type Box, paper } from '../pages/given';
import { plainText } from '../text/document-json';
import { EMPTY_DRAFT } from './draft';
import { firstOfDraft, readDraft } from './draft-document';
import {
  addThing,
  changeBox,
  changeThing,
  choose,
  dropBox,
  dropThing,
  giveBox,
  giveSheets,
  giveStarter,
  instructionsOf,
  moveThing,
  rewrite,
  starterOf,
  writeTitle,
} from './draft-writes';

const opened = (): Y.Doc => assemble([firstOfDraft(EMPTY_DRAFT)]);
const step = (title: string) => ({
  kind: 'write' as const,
  title,
  minutes: 5,
  settings: initialSettings('write'),
  material: null,
  starter: { type: 'doc' as const, content: [{ type: 'paragraph' as const }] },
});
const titles = (ydoc: Y.Doc) => readDraft(ydoc).steps.map(({ title }) => title);
const exchange = (one: Y.Doc, other: Y.Doc) => {
  Y.applyUpdate(one, Y.encodeStateAsUpdate(other));
  Y.applyUpdate(other, Y.encodeStateAsUpdate(one));
};

test('a draft is written part by part, and read as it was written', () => {
  const ydoc = opened();
  writeTitle(ydoc, 'One lamp or two?');
  choose(ydoc, 'points', 20);
  choose(ydoc, 'late', { kind: 'loss', points: 2, per: 'day', floor: 10 });
  addThing(ydoc, 'steps', 'b', step('Answer'));
  addThing(ydoc, 'steps', 'a', step('Read'), 0);
  addThing(ydoc, 'asks', 'ask', { kind: 'words', place: null, bars: false, min: 20, max: null } as never);
  addThing(ydoc, 'rubric', 'clear', { title: 'Clear', points: 10, levels: [] });
  changeThing(ydoc, 'rubric', 'clear', { points: 12 });
  changeThing(ydoc, 'steps', 'a', { title: 'Read it', minutes: 7 });
  giveStarter(ydoc, 'b', { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Begin' }] }] });
  const draft = readDraft(ydoc);
  expect(draft).toMatchObject({
    title: 'One lamp or two?',
    points: 20,
    late: { kind: 'loss', points: 2, per: 'day', floor: 10 },
    steps: [
      { id: 'a', title: 'Read it', minutes: 7 },
      { id: 'b', title: 'Answer', minutes: 5 },
    ],
    asks: [{ id: 'ask', kind: 'words', min: 20 }],
    rubric: [{ id: 'clear', title: 'Clear', points: 12 }],
  });
  expect(plainText(draft.steps[1]?.starter ?? { type: 'doc' })).toBe('Begin');
  expect(starterOf(ydoc, 'a')).toBeInstanceOf(Y.XmlFragment);
  expect(starterOf(ydoc, 'nothing')).toBeNull();
  expect(instructionsOf(ydoc).length).toBe(1);
  dropThing(ydoc, 'steps', 'a');
  // What is gone is not changed, moved or given anything, and nothing breaks.
  changeThing(ydoc, 'steps', 'a', { title: 'again' });
  moveThing(ydoc, 'steps', 'a', 0);
  giveStarter(ydoc, 'a', { type: 'doc' });
  expect(titles(ydoc)).toEqual(['Answer']);
});

test('things stand where they are moved to, whatever was done before', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(7)), { maxLength: 30 }), (moves) => {
      const ydoc = opened();
      const model = ['a', 'b', 'c', 'd', 'e', 'f'];
      for (const id of model) addThing(ydoc, 'steps', id, step(id));
      for (const [from, to] of moves) {
        const [id = ''] = model.splice(from, 1);
        model.splice(to, 0, id);
        moveThing(ydoc, 'steps', id, to);
      }
      expect(titles(ydoc)).toEqual(model);
    }),
  );
});

test('of two who add at the same place both are there, in the same order for both, and others go between or behind them', () => {
  const [one, other] = [opened(), opened()];
  for (const [ydoc, id] of [
    [one, 'mine'],
    [other, 'yours'],
  ] as const)
    addThing(ydoc, 'steps', id, step(id));
  exchange(one, other);
  expect(titles(one)).toEqual(titles(other));
  expect(titles(one).toSorted()).toEqual(['mine', 'yours']);
  addThing(one, 'steps', 'between', step('between'), 1);
  addThing(one, 'steps', 'first', step('first'), 0);
  expect(titles(one)[0]).toBe('first');
  expect(new Set(titles(one)).size).toBe(4);
});

test('a title that two rewrite in different places keeps what both wrote', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 12 }),
      fc.string({ unit: 'grapheme', maxLength: 12 }),
      (from, to) => {
        const text = new Y.Doc().getText('t');
        text.insert(0, from);
        rewrite(text, to);
        expect(text.toString()).toBe(to);
      },
    ),
  );
  const [one, other] = [opened(), opened()];
  writeTitle(one, 'The lamp on the wall');
  exchange(one, other);
  writeTitle(one, 'The old lamp on the wall');
  writeTitle(other, 'The lamp on the wall again');
  exchange(one, other);
  expect(readDraft(one).title).toBe('The old lamp on the wall again');
  expect(readDraft(other).title).toBe('The old lamp on the wall again');
});

test('the step of another who takes it away meanwhile stays away', () => {
  const [one, other] = [opened(), opened()];
  addThing(one, 'steps', 'a', step('a' as StepId));
  exchange(one, other);
  dropThing(one, 'steps', 'a');
  changeThing(other, 'steps', 'a', { title: 'changed' });
  moveThing(other, 'steps', 'a', 0);
  exchange(one, other);
  expect([titles(one), titles(other)]).toEqual([[], []]);
});

test('boxes are marked, changed from what they are now, and taken away; two who mark keep what both marked', () => {
  const box = (id: string, x: number): Box => ({
    id,
    sheet: 'one',
    x,
    y: 10,
    w: 80,
    h: 20,
    name: '',
    takes: 'words',
    options: [],
    field: null,
  });
  const [one, other] = [opened(), new Y.Doc()];
  addThing(one, 'steps', 's', { ...step('Sheets'), kind: 'pages', settings: initialSettings('pages') } as never);
  giveSheets(one, 's', { file: null, sheets: [paper('one', 'lined')], boxes: [box('a', 0)] });
  exchange(one, other);
  giveBox(one, 's', box('b', 5));
  giveBox(other, 's', box('c', 9));
  // Keys that come faster than what is drawn: each goes on from where the last one left it.
  for (let i = 0; i < 3; i += 1) changeBox(one, 's', 'a', (now) => ({ ...now, x: now.x + 6 }));
  changeBox(one, 's', 'gone', (now) => ({ ...now, x: 1 }));
  changeBox(one, 'no-step', 'a', (now) => ({ ...now, x: 1 }));
  exchange(one, other);
  const marked = (ydoc: Y.Doc) =>
    (readDraft(ydoc).steps[0]?.sheets?.boxes ?? []).map(({ id, x }) => `${id} ${x}`).toSorted();
  expect(marked(one)).toEqual(['a 18', 'b 5', 'c 9']);
  dropBox(other, 's', 'a');
  exchange(one, other);
  expect([marked(one), marked(other)]).toEqual([
    ['b 5', 'c 9'],
    ['b 5', 'c 9'],
  ]);
});
