import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readTest } from '@/core/formats/qti/read-test';
import type { AssignmentId, ClassId, Instant, PersonId, StepId } from '@/core/ids';
import type { StepName } from '@/core/kinds/step';
import type { GivenSheets } from '@/core/pages/given';
import { rulesFor } from '@/core/questions/rules';
import { readTyped } from '@/core/questions/typed';
import { type MaterialDraft, TEXT_ALONE } from '@/core/setting/class-things';
import { type AssignmentDraft, type DraftStep, EMPTY_DRAFT } from '@/core/setting/draft';
import type { DocNode } from '@/core/text/nodes';
import type { LateRule } from '@/core/work/rules';
import { postMaterial } from '@/server/doing/setting/class-things';
import { postAssignment } from '@/server/doing/setting/posting';
import { sheetsOf } from '@/server/doing/setting/sheets';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { addPicture } from '@/store/setting';
import type { DemoAssignment } from '../assignments';
import {
  asksAtBoxes,
  asksOf,
  asksOfPhotographs,
  asksOfRecording,
  drawingOf,
  LEVELS,
  paragraph,
  readingOf,
  starterOf,
  writeTitle,
} from './briefs';
import { moment, postedAtOf } from './moments';
import { done } from './outcomes';

const doc = (content: readonly DocNode[]) => ({ type: 'doc' as const, content });

/** What is read for an assignment alone, and stands nowhere else. */
function readingsOf(assignment: DemoAssignment): { readonly id: string; readonly draft: MaterialDraft }[] {
  const { id, agree, read } = assignment;
  const reading = (title: string, body: MaterialDraft['body'], minutes: number): MaterialDraft => ({
    title,
    unit: unitOf(assignment),
    ...TEXT_ALONE,
    body,
    minutes,
    listed: false,
  });
  return [
    ...(agree ? [{ id: `${id}-agree`, draft: reading(agree.title, doc(agree.text.map(paragraph)), 2) }] : []),
    ...(read ? [{ id: `${id}-reading`, draft: reading(read.title, readingOf(assignment), read.minutes) }] : []),
  ];
}

const unitOf = ({ classId, unit }: DemoAssignment): string => `${classId}-${unit}`;

function stepsOf(assignment: DemoAssignment, writtenOn: GivenSheets | null): DraftStep[] {
  const {
    id,
    agree,
    read,
    also = [],
    questions,
    takes,
    minutes,
    todo = [],
    before = [],
    asked,
    discuss,
    sheets,
    photographs,
    record,
  } = assignment;
  const step = (kind: StepName, title: string, takesMinutes: number, more: Partial<DraftStep> = {}) => ({
    kind,
    title,
    minutes: takesMinutes,
    settings: {},
    material: null,
    starter: null,
    ...more,
  });
  const steps = [
    ...(agree ? [step('agree', agree.title, 2, { material: `${id}-agree` })] : []),
    ...(read ? [step('read', read.title, read.minutes, { material: `${id}-reading` })] : []),
    ...also.map(({ material, title, minutes }) => step('read', title, minutes, { material })),
    ...(questions
      ? [
          step('write', writeTitle(assignment), minutes - (read?.minutes ?? 0), {
            starter: starterOf(assignment),
            settings: { tools: takes === 'short' ? 'words' : 'all' },
          }),
        ]
      : []),
    ...(sheets && writtenOn ? [step('pages', sheets.title, sheets.minutes, { sheets: writtenOn })] : []),
    ...todo.map((title) => step('do', title, minutes)),
    ...before.map((title) => step('do', title, 2)),
    ...(photographs ? [step('photographs', photographs.title, photographs.minutes)] : []),
    ...(record ? [step('record', record.title, record.minutes, { settings: record.settings })] : []),
    ...(discuss ? [step('discussion', discuss.title, discuss.minutes, { settings: discuss.settings })] : []),
    ...(asked ? [step('questions', asked.title, asked.minutes, askedIn(assignment, asked))] : []),
  ];
  return steps.map((one, i) => ({ ...one, id: `${id}-${i + 1}` as StepId }));
}

/** Questions as they lie in a file: as somebody typed them, or as another program wrote them. */
const READ = {
  txt: (text: string, id: string) => readTyped(text, id, (part) => `${part}-${newId()}`),
  xml: (text: string) => {
    const file = 'item.xml';
    const { set, notKept } = readTest({ names: [file], text: (name) => (name === file ? text : null) }, newId);
    return { set, problems: notKept };
  },
};

/** What is asked, with its rules. */
function askedIn({ id }: DemoAssignment, asked: NonNullable<DemoAssignment['asked']>): Partial<DraftStep> {
  const text = readFileSync(join(process.cwd(), 'demo', 'questions', asked.file), 'utf8');
  const { set, problems } = READ[asked.file.endsWith('.xml') ? 'xml' : 'txt'](text, id);
  if (problems.length > 0) throw new Error(`${asked.file}: ${JSON.stringify(problems)}`);
  return { questions: set, settings: rulesFor(asked.purpose, asked.rules) };
}

const rubricOf = ({ id, rubric = [] }: DemoAssignment): AssignmentDraft['rubric'] =>
  rubric.map(([title, points], i) => ({
    id: `${id}-c${i + 1}`,
    title,
    points,
    levels: LEVELS.map((level) => ({
      title: level.title,
      says: level.says,
      points: Math.round(points * level.share * 2) / 2,
    })),
  }));

const lateOf = ({ late }: DemoAssignment): LateRule =>
  late === 'closed' ? { kind: 'closed' } : late ? { kind: 'loss', ...late } : { kind: 'no-loss' };

/** An assignment of the demo as its teacher would have written it. */
export function draftOf(
  assignment: DemoAssignment,
  now: Instant,
  writtenOn: GivenSheets | null = null,
): AssignmentDraft {
  const { title, says, minutes, points, opens, due, closes, keep, goes, inOrder, after, group } = assignment;
  return {
    ...EMPTY_DRAFT,
    title,
    unit: unitOf(assignment),
    instructions: doc([paragraph(says)]),
    minutes,
    points,
    opensAt: opens ? moment(now, opens) : null,
    dueAt: moment(now, due),
    closesAt: closes ? moment(now, closes) : null,
    late: lateOf(assignment),
    takeBack: keep !== true,
    goes: goes ?? null,
    inOrder: inOrder ?? false,
    after: (after ?? []) as AssignmentId[],
    groups: (group ?? []) as PersonId[][],
    steps: stepsOf(assignment, writtenOn),
    asks: [
      ...asksOf(assignment),
      ...asksAtBoxes(assignment, writtenOn),
      ...asksOfPhotographs(assignment),
      ...asksOfRecording(assignment),
    ],
    rubric: rubricOf(assignment),
  };
}

/** Sets an assignment, with what is read for it, as its teacher did when it was posted. */
export async function setAssignment(
  db: Database,
  teacher: Person,
  assignment: DemoAssignment,
  now: Instant,
): Promise<void> {
  const classId = assignment.classId as ClassId;
  const id = assignment.id as AssignmentId;
  const postedAt = postedAtOf(assignment, now);
  for (const reading of readingsOf(assignment))
    done(await postMaterial(db, teacher, { classId, ...reading }, postedAt));
  const writtenOn = assignment.sheets
    ? done(await sheetsOf(db, teacher, { class: classId, material: assignment.sheets.material }, postedAt)).sheets
    : null;
  const draft = draftOf(assignment, now, writtenOn);
  done(await postAssignment(db, teacher, { id, classId, draft, postedAt }, now));
  for (const asked of assignment.asked?.pictures ?? [])
    await addPicture(db, {
      id: asked,
      classId,
      assignmentId: id,
      type: 'image/svg+xml',
      bytes: drawingOf(asked),
    });
  const picture = assignment.read?.picture;
  if (picture)
    await addPicture(db, {
      id: `${id}-${picture}`,
      classId,
      assignmentId: id,
      type: 'image/svg+xml',
      bytes: drawingOf(picture),
    });
}
