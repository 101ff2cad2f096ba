import { newThing } from '../../documents/pages-document';
import { packed } from '../../pages/ink';
import { THING_NAMES, type Thing, type ThingName } from '../../pages/things';
import { thingKind } from '.';
import { areaOf } from './kind';

const PEN = [0, 10, 20, 30].map((x) => ({ x, y: x / 2, pressure: 0.5 }));
const thing = (is: ThingName, more: Partial<Thing> = {}): Thing =>
  newThing(is, { id: 'a', sheet: 's', x: 100, y: 200, ink: 'blue', at: 1, ...more });
const pen = (is: ThingName) => thing(is, { w: 30, h: 15, points: packed(PEN, { x: 0, y: 0 }) });

test('every kind of thing has what it is made of: a shape that is drawn, or none', () => {
  for (const is of THING_NAMES) {
    const made = thingKind(is).made === 'by-pen' ? pen(is) : thing(is);
    const shape = thingKind(is).shape(made);
    expect([is, shape?.path.startsWith('M') === true]).toEqual([is, thingKind(is).of === 'shape']);
  }
});

test('a thing is touched where it is drawn and not beside it, also where it is only a line', () => {
  const line = thing('line', { w: 100, h: 100 });
  const { touched } = thingKind('line');
  expect(touched(line, { x: 150, y: 250 }, 2)).toBe(true);
  expect(touched(line, { x: 150, y: 290 }, 2)).toBe(false);
  const frame = thing('rectangle', { w: 100, h: 60 });
  expect(thingKind('rectangle').touched(frame, { x: 100, y: 230 }, 2)).toBe(true);
  // Inside a frame is what it frames.
  expect(thingKind('rectangle').touched(frame, { x: 150, y: 230 }, 2)).toBe(false);
  expect(thingKind('text').touched(thing('text', { w: 80, h: 20 }), { x: 150, y: 210 }, 0)).toBe(true);
  expect(thingKind('ink').touched(pen('ink'), { x: 120, y: 210 }, 1)).toBe(true);
  expect(thingKind('ink').touched(pen('ink'), { x: 120, y: 225 }, 1)).toBe(false);
});

test('what was drawn by a pen is as large as it is made, whatever it was drawn at', () => {
  const twice = { ...pen('ink'), w: 60, h: 30 };
  expect(thingKind('ink').touched(twice, { x: 160, y: 230 }, 1)).toBe(true);
  expect(thingKind('ink').touched(pen('ink'), { x: 160, y: 230 }, 1)).toBe(false);
});

test('an arrow may go any way, and the area that it takes is never turned inside out', () => {
  const arrow = thing('arrow', { w: -40, h: -30 });
  expect(areaOf(arrow)).toEqual({ x: 60, y: 170, w: 40, h: 30 });
  // Its barbs are at its end.
  expect(
    thingKind('arrow')
      .shape(arrow)
      ?.path.match(/60\.00 170\.00/g),
  ).toHaveLength(2);
});

test('words, formulas and pictures are said in a text; what is drawn is not', () => {
  const said = (one: Thing) => thingKind(one.is).said(one);
  expect(said(thing('text', { words: 'one\ntwo' }))).toHaveLength(2);
  expect(said(thing('text', { words: '  ' }))).toEqual([]);
  expect(said(thing('formula', { words: 'a^2' }))).toEqual([
    { type: 'paragraph', content: [{ type: 'formula', attrs: { tex: 'a^2' } }] },
  ]);
  expect(said(thing('picture', { src: '/x', words: 'a boat' }))).toEqual([
    { type: 'image', attrs: { src: '/x', alt: 'a boat' } },
  ]);
  expect(said(thing('tick'))).toEqual([]);
});
