import { newThing } from '@/core/documents/pages-document';
import type { AssignmentId, DocumentId, Instant, StepId } from '@/core/ids';
import type { PagesContent } from '@/core/kinds/document/pages';
import { firstOf } from '@/core/kinds/document/stored';
import { type PenPoint, packed, simplified } from '@/core/pages/ink';
import type { Thing } from '@/core/pages/things';
import { starterOf } from '@/server/reading/documents/starters';
import { newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { makeCopy } from '@/store/documents';
import type { Person } from '@/store/people';
import { stepsOf } from '@/store/work';
import type { DemoAssignment } from '../assignments';

/** Where the lights stand on the chart, in points from the corner of its sheet, and where each bearing ends. */
const BEARINGS = [
  { from: [109, 214], to: [317, 324], says: '298°', at: [160, 222] },
  { from: [250, 115], to: [292, 351], says: '350°', at: [266, 168] },
  { from: [385, 246], to: [246, 302], says: '068°', at: [330, 274] },
] as const;

/** A ring drawn by hand: a little larger at its end than at its beginning. */
function ring(x: number, y: number, r: number): PenPoint[] {
  return Array.from({ length: 60 }, (_, i) => {
    const turn = (i / 59) * 2 * Math.PI * 1.08;
    const wide = r * (1 + i / 420 + Math.sin(i / 5) * 0.03);
    return { x: x + wide * 1.25 * Math.cos(turn), y: y + wide * Math.sin(turn), pressure: 0.5 };
  });
}

/** What was drawn on the chart: three bearings with their figures, a ring around the triangle, and what it is. */
function drawnOn(sheet: string, at: Instant): Thing[] {
  let n = 0;
  const put = (is: Thing['is'], x: number, y: number, more: Partial<Thing>): Thing => {
    n += 1;
    return newThing(is, { id: newId(), sheet, x, y, ink: 'blue', at: at + n, ...more });
  };
  const stroke = simplified(ring(284, 303, 16));
  const corner = { x: Math.min(...stroke.map(({ x }) => x)), y: Math.min(...stroke.map(({ y }) => y)) };
  return [
    ...BEARINGS.flatMap(({ from: [x, y], to: [endX, endY], says, at: [wordX, wordY] }) => [
      put('arrow', x, y, { w: endX - x, h: endY - y }),
      put('text', wordX, wordY, { w: 40, h: 16, size: 11, words: says }),
    ]),
    put('ink', corner.x, corner.y, {
      w: Math.max(...stroke.map(({ x }) => x)) - corner.x,
      h: Math.max(...stroke.map(({ y }) => y)) - corner.y,
      points: packed(stroke, corner),
    }),
    put('text', 172, 330, { w: 104, h: 32, size: 11, words: 'The Marlen is in this small triangle.' }),
  ];
}

/** Sheets with the first so many boxes filled, and what was drawn where something is to be drawn. */
export function writtenOn(given: PagesContent, assignment: DemoAssignment, answers: number, at: Instant): PagesContent {
  const said = (assignment.sheets?.filled ?? []).slice(0, answers);
  const filled = Object.fromEntries(
    said.flatMap((words, i) => {
      const box = given.boxes[i];
      return box && words !== '' ? [[box.id, words]] : [];
    }),
  );
  const [first] = given.sheets;
  const draws = assignment.sheets?.material === 'three-bearings' && first;
  return { ...given, filled, things: draws ? drawnOn(first.id, at) : [] };
}

/** A copy of the sheets of a step, made as if the student had written on them. */
export async function writeOn(
  db: Database,
  student: Person,
  assignment: DemoAssignment,
  { step, answers, at }: { readonly step: StepId; readonly answers: number; readonly at: Instant },
): Promise<void> {
  const assignmentId = assignment.id as AssignmentId;
  const found = (await read(db, stepsOf(assignmentId))).find(({ id }) => id === step);
  const starter = found && starterOf(found);
  if (starter?.kind !== 'pages') throw new Error(`${assignment.id} has no sheets`);
  const content = writtenOn(starter.content, assignment, answers, at);
  await makeCopy(db, {
    id: newId() as DocumentId,
    ownerId: student.id,
    assignmentId,
    stepId: step,
    title: `${assignment.sheets?.title}, ${student.short_name}`,
    at,
    kind: 'pages',
    firstUpdate: () => firstOf('pages', content),
  });
}
