import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Ask } from '@/core/kinds/ask';
import type { GivenSheets } from '@/core/pages/given';
import type { Doc, DocNode } from '@/core/text/nodes';
import type { DemoAssignment } from '../assignments';

export const paragraph = (text: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });

/** The place of a question: marked in the starter, or told by its form. */
export const placeOf = ({ plain }: DemoAssignment, i: number): string => `${plain ? 'u' : 'q'}${i + 1}`;

/** The asks of a question from its short form (`assignments.ts`). */
export function asksOf(assignment: DemoAssignment): Ask[] {
  const own = (assignment.questions ?? []).map(([, measure], i): Ask => {
    const base = {
      id: `${assignment.id}-ask-${i + 1}`,
      place: placeOf(assignment, i),
      bars: assignment.takes === 'short',
    };
    const [, kind, min, max] = /^([sw])(\d+)-(\d+)$/.exec(measure) ?? [];
    if (!kind) return { ...base, kind: 'answered' };
    return { ...base, kind: kind === 's' ? 'sentences' : 'words', min: Number(min), max: Number(max) };
  });
  const more = (assignment.asks ?? []).map(
    (ask, i) => ({ bars: false, id: `${assignment.id}-more-${i + 1}`, ...ask }) as Ask,
  );
  return [...own, ...more];
}

/** What is asked at the boxes of sheets, which have their names since they were looked at. */
export const asksAtBoxes = ({ id, sheets }: DemoAssignment, writtenOn: GivenSheets | null): Ask[] =>
  (sheets?.asks ?? []).map(({ box, ...ask }, i) => {
    const place = box === null ? null : (writtenOn?.boxes[box]?.id ?? null);
    return { bars: false, ...ask, id: `${id}-box-${i + 1}`, place } as unknown as Ask;
  });

/** How many pages are asked for. */
export const asksOfPhotographs = ({ id, photographs }: DemoAssignment): Ask[] => {
  if (!photographs) return [];
  const [min, max] = photographs.pages;
  return [{ id: `${id}-pages`, kind: 'photographs', place: null, bars: false, min, max }];
};

/** How long it is to be, where that is said. */
export const asksOfRecording = ({ id, record }: DemoAssignment): Ask[] =>
  record && record.settings.least > 0
    ? [
        {
          id: `${id}-said`,
          kind: 'recording',
          place: null,
          bars: false,
          min: record.settings.least,
          max: record.settings.most,
        },
      ]
    : [];

export function starterOf(assignment: DemoAssignment): Doc {
  if (assignment.plain) {
    const line = (text: string): DocNode => (text === '' ? { type: 'paragraph' } : paragraph(text));
    return { type: 'doc', content: assignment.plain.map(line) };
  }
  const content = (assignment.questions ?? []).flatMap(([text], i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id: `q${i + 1}` }, content: [{ type: 'paragraph' }] },
  ]);
  return { type: 'doc', content };
}

export const writeTitle = ({ write, takes }: DemoAssignment): string =>
  write ?? (takes === 'short' ? 'Write your line' : 'Answer the questions');

/** How large a drawing of the demo is, as it says itself. */
function sidesOf(picture: string): { readonly width: number; readonly height: number } {
  const [, width, height] = / width="(\d+)" height="(\d+)"/.exec(drawingOf(picture).toString('utf8')) ?? [];
  return { width: Number(width), height: Number(height) };
}

/** The bytes of a drawing of the demo. */
export const drawingOf = (picture: string): Buffer =>
  readFileSync(join(process.cwd(), 'demo', 'pictures', `${picture}.svg`));

export function readingOf({ id, read }: DemoAssignment): Doc {
  const [lead, ...rest] = (read?.text ?? []).map(paragraph);
  const picture: DocNode[] = read?.picture
    ? [
        {
          type: 'image',
          attrs: { src: `/api/pictures/${id}-${read.picture}`, alt: read.alt ?? '', ...sidesOf(read.picture) },
        },
      ]
    : [];
  return { type: 'doc', content: [...(lead ? [lead] : []), ...picture, ...rest] };
}

export const LEVELS = [
  { title: 'In full', share: 1, says: 'Everything that was asked for is there.' },
  { title: 'Mostly', share: 2 / 3, says: 'It is there, with a gap that can be named.' },
  { title: 'Partly', share: 1 / 3, says: 'A beginning that needs more.' },
  { title: 'Not yet', share: 0, says: 'It cannot be seen yet.' },
];
