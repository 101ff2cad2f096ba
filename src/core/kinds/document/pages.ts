import { blocksOf } from '../../compare/blocks';
import type { Overflow } from '../../documents/limits';
import { picturesIn } from '../../formats/pictures-out';
import { inReadingOrder } from '../../pages/geometry';
import { type Box, type GivenSheets, givenSheets } from '../../pages/given';
import { isThingName, MOST, type Thing } from '../../pages/things';
import { paragraphs, plainText } from '../../text/document-json';
import type { Doc, DocNode } from '../../text/nodes';
import { areaOf } from '../thing/kind';
import { IN_TEXT } from '../thing/said';
import type { DocumentKind } from './kind';
import { drawnNode, photographNode, placeOfSheet } from './places';

/** Sheets with what was written on them. */
export interface PagesContent extends GivenSheets {
  /** What stands in each box, by its id: words, the choice, or `TICKED`. */
  readonly filled: Readonly<Record<string, string>>;
  readonly things: readonly Thing[];
}

/** What stands in a box that is ticked. */
export const TICKED = '✓';

/** What was put on one sheet, in reading order: its words, and that something was drawn. */
function saidOn(things: readonly Thing[]): readonly DocNode[] {
  const said = inReadingOrder(things, areaOf).flatMap((thing) => IN_TEXT[thing.is].said(thing));
  const n = things.filter((thing) => IN_TEXT[thing.is].of === 'shape').length;
  return n === 0 ? said : [...said, drawnNode(n)];
}

/** Sheets as a text: each box with what stands in it, in reading order, and behind those of a sheet what was put beside them. */
export function pagesText({ sheets, boxes, filled, things }: PagesContent): Doc {
  const bySheet = new Map<string, Thing[]>();
  for (const thing of things) bySheet.set(thing.sheet, [...(bySheet.get(thing.sheet) ?? []), thing]);
  const content = sheets.flatMap(({ id, under }, i): DocNode[] => [
    ...boxesOn(boxes, id).flatMap((box): DocNode[] => [
      { type: 'question', attrs: { number: boxes.indexOf(box) + 1, text: box.name } },
      { type: 'answer', attrs: { id: box.id }, content: paragraphs(filled[box.id] ?? '') },
    ]),
    ...written(bySheet.get(id) ?? [], id, i + 1, under),
  ]);
  return { type: 'doc', content: content.length > 0 ? content : [{ type: 'paragraph' }] };
}

/** The boxes of one sheet, in reading order. */
export const boxesOn = (boxes: readonly Box[], sheet: string): readonly Box[] =>
  inReadingOrder(
    boxes.filter((box) => box.sheet === sheet),
    (box) => box,
  );

function written(things: readonly Thing[], sheet: string, number: number, under: string | undefined): DocNode[] {
  const said = [...(under ? [photographNode(under)] : []), ...saidOn(things)];
  if (said.length === 0) return [];
  return [
    { type: 'question', attrs: { number: null, text: `▭ ${number}` } },
    { type: 'answer', attrs: { id: placeOfSheet(sheet) }, content: said },
  ];
}

const isText = (value: unknown): value is string => typeof value === 'string';

function thingsOverflow(things: readonly unknown[]): Overflow | null {
  if (things.length > MOST.things) return 'nodes';
  let [numbers, letters] = [0, 0];
  for (const one of things as Partial<Thing>[]) {
    if (typeof one !== 'object' || one === null || !isThingName(one.is)) return 'kind';
    if (!isText(one.words) || !Array.isArray(one.points)) return 'shape';
    numbers += one.points.length;
    letters += one.words.length;
  }
  if (letters > MOST.letters) return 'letters';
  return numbers > MOST.numbers ? 'nodes' : null;
}

/** What was written on: a PDF, a picture, a deck, or paper. */
export const pages: DocumentKind<PagesContent> = {
  empty: { file: null, sheets: [], boxes: [], filled: {}, things: [] },
  typed: true,
  legible: false,
  overflow: (content) => {
    const { filled, things } = (content ?? {}) as Partial<PagesContent>;
    if (!givenSheets.safeParse(content).success || !Array.isArray(things)) return 'shape';
    if (typeof filled !== 'object' || filled === null || !Object.values(filled).every(isText)) return 'shape';
    const letters = Object.values(filled).reduce((sum, words) => sum + words.length, 0);
    return letters > MOST.letters ? 'letters' : thingsOverflow(things);
  },
  prepared: (starter) => ({ content: starter, understood: [] }),
  plainText: (content) => plainText(pagesText(content)),
  measured: pagesText,
  runs: (content) => blocksOf(pagesText(content)),
  pictures: (content) => [
    ...(content.file ? [content.file.src] : []),
    ...picturesIn(pagesText(content)).filter((address) => address !== ''),
  ],
  asOwn: (content) => content,
};

/** Sheets on which nobody has written yet. */
export const unwritten = (given: GivenSheets): PagesContent => ({ ...given, filled: {}, things: [] });
