import fc from 'fast-check';
import { generateKeyBetween } from 'fractional-indexing';
import * as Y from 'yjs';
import { assemble } from '../documents/text-document';
import type { StepId } from '../ids';
import type { DocNode } from '../text/nodes';
import { type AssignmentDraft, EMPTY_DRAFT } from './draft';
import { draftOverflow, firstOfDraft, readDraft } from './draft-document';

const paragraph = (text: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const doc = (...content: DocNode[]) => ({ type: 'doc' as const, content });
const step = (id: string) => ({
  id: id as StepId,
  kind: 'write' as const,
  title: `Step ${id}`,
  minutes: 5,
  settings: { tools: 'all' },
  material: null,
  starter: doc(paragraph(`Starter ${id}`)),
});
const DRAFT: AssignmentDraft = {
  ...EMPTY_DRAFT,
  title: 'A letter',
  instructions: doc(paragraph('Write to the keeper.'), paragraph('One page.')),
  minutes: 45,
  points: 10,
  dueAt: 1000,
  late: { kind: 'loss', points: 1, per: 'day', floor: 0 },
  steps: ['a', 'b', 'c'].map(step),
  asks: [{ id: 'ask', kind: 'words', place: null, bars: true, min: 20, max: null }],
  rubric: [{ id: 'c', title: 'Clear', points: 10, levels: [{ title: 'In full', points: 10, says: 'All of it.' }] }],
};

const FIRST = firstOfDraft(DRAFT);
const opened = (): Y.Doc => assemble([FIRST]);
const steps = (ydoc: Y.Doc) => ydoc.getMap<Y.Map<unknown>>('steps');
const exchange = (one: Y.Doc, other: Y.Doc) => {
  Y.applyUpdate(one, Y.encodeStateAsUpdate(other));
  Y.applyUpdate(other, Y.encodeStateAsUpdate(one));
};

test('a draft is read as it was written', () => {
  expect(readDraft(opened())).toEqual(DRAFT);
  expect(draftOverflow(opened())).toBeNull();
  expect(readDraft(assemble([firstOfDraft(EMPTY_DRAFT)]))).toEqual(EMPTY_DRAFT);
  expect(readDraft(new Y.Doc())).toEqual({ ...EMPTY_DRAFT, instructions: { type: 'doc', content: [] } });
});

test('two who write at once both keep their words, and a step that both move is there once', () => {
  const [one, other] = [opened(), opened()];
  one.getText('title').insert(8, ' home');
  other.getText('title').insert(0, 'Your: ');
  (one.getXmlFragment('instructions').get(0) as Y.XmlElement).insert(1, [new Y.XmlText(' By hand.')]);
  other.getMap('parts').set('minutes', 30);
  const at = (ydoc: Y.Doc, id: string) => steps(ydoc).get(id)?.get('at') as string;
  steps(one)
    .get('c')
    ?.set('at', generateKeyBetween(null, at(one, 'a')));
  steps(other)
    .get('c')
    ?.set('at', generateKeyBetween(at(other, 'a'), at(other, 'b')));
  exchange(one, other);
  const merged = readDraft(one);
  expect(readDraft(other)).toEqual(merged);
  expect([merged.title, merged.minutes]).toEqual(['Your: A letter home', 30]);
  expect(JSON.stringify(merged.instructions)).toContain('By hand.');
  expect(merged.steps.map(({ id }) => id).sort()).toEqual(['a', 'b', 'c']);
});

test('whoever types in a starter and whoever renames its step do not take from each other', () => {
  const [one, other] = [opened(), opened()];
  const starter = steps(one).get('b')?.get('starter') as Y.XmlFragment;
  starter.insert(1, [new Y.XmlElement('paragraph')]);
  steps(other).get('b')?.set('title', 'Write home');
  exchange(one, other);
  expect(readDraft(one).steps[1]).toMatchObject({ title: 'Write home', starter: { content: [{}, {}] } });
});

test('whatever is stored, a draft is read: what is none of it is left out', () => {
  const anything = fc.oneof(fc.jsonValue(), fc.string({ unit: 'binary' }), fc.constant(new Uint8Array([1, 255])));
  const names = fc.constantFrom('minutes', 'late', 'dueAt', 'after', 'groups', 'unit', 'goes', 'kind', 'at', 'starter');
  fc.assert(
    fc.property(fc.array(fc.tuple(names, anything), { maxLength: 12 }), (stored) => {
      const ydoc = opened();
      for (const [name, value] of stored) {
        ydoc.getMap('parts').set(name, value);
        for (const list of ['steps', 'asks', 'criteria'])
          for (const thing of ydoc.getMap<Y.Map<unknown>>(list).values()) thing.set(name, value);
      }
      ydoc.getMap<unknown>('steps').set('noise', stored[0]?.[1]);
      const read = readDraft(ydoc);
      expect(read.title).toBe('A letter');
      expect(read.steps.every(({ kind }) => ['read', 'write', 'do', 'agree'].includes(kind))).toBe(true);
      // Nothing in it that JSON cannot keep.
      expect(JSON.parse(JSON.stringify(read))).toEqual(read);
    }),
    { numRuns: 200 },
  );
});

test('of the settings of a step comes in what its kind knows, and nothing else', () => {
  const ydoc = opened();
  steps(ydoc)
    .get('a')
    ?.set('settings', { tools: 'words', more: [[[['deep']]]] });
  steps(ydoc).get('b')?.set('settings', { more: 1 });
  expect(readDraft(ydoc).steps.map(({ settings }) => settings)).toEqual([{ tools: 'words' }, {}, { tools: 'all' }]);
});

test('what holds more than a draft may is told: a text that is too deep, a kind that there is none of, too many steps', () => {
  const deep = opened();
  let at: Y.XmlFragment = steps(deep).get('a')?.get('starter') as Y.XmlFragment;
  for (let i = 0; i < 40; i += 1) {
    const next = new Y.XmlElement('blockquote');
    at.insert(0, [next]);
    at = next;
  }
  expect(draftOverflow(deep)).toBe('depth');
  const strange = opened();
  strange.getXmlFragment('instructions').insert(0, [new Y.XmlElement('script')]);
  expect(draftOverflow(strange)).toBe('kind');
  expect(readDraft(strange).instructions).toEqual(EMPTY_DRAFT.instructions);
  const half = doc(paragraph('a'.repeat(600_000)));
  const two = { ...DRAFT, steps: ['a', 'b'].map((id) => ({ ...step(id), starter: half })) };
  expect(draftOverflow(assemble([firstOfDraft(two)]))).toBe('letters');
  const many = { ...DRAFT, steps: Array.from({ length: 61 }, (_, i) => step(`s${i}`)) };
  expect(draftOverflow(assemble([firstOfDraft(many)]))).toBe('nodes');
});
