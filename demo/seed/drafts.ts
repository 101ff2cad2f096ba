import type { ClassId, DocumentId, Instant, StepId } from '@/core/ids';
import { initialSettings, type StepName } from '@/core/kinds/step';
import { rulesFor } from '@/core/questions/rules';
import { readTyped } from '@/core/questions/typed';
import { type AssignmentDraft, type DraftStep, EMPTY_DRAFT } from '@/core/setting/draft';
import { firstOfDraft } from '@/core/setting/draft-document';
import type { Doc, DocNode } from '@/core/text/nodes';
import { postDraft } from '@/server/doing/setting/drafts';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { addDraft } from '@/store/drafts';
import type { Person } from '@/store/people';
import { HOUR } from './moments';
import { done } from './outcomes';

const line = (text: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const text = (...lines: string[]): Doc => ({ type: 'doc', content: lines.map(line) });

/** Questions in a document, each with its place. */
const asks = (id: string, ...questions: string[]): Doc => ({
  type: 'doc',
  content: questions.flatMap((question, i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text: question } },
    { type: 'answer', attrs: { id: `${id}-${i + 1}` }, content: [{ type: 'paragraph' }] },
  ]),
});

const step = (
  id: string,
  kind: StepName,
  title: string,
  minutes: number,
  more: Partial<DraftStep> = {},
): DraftStep => ({
  id: id as StepId,
  kind,
  title,
  minutes,
  settings: initialSettings(kind),
  material: null,
  starter: null,
  ...more,
});

/** Begun by a teacher, with the rubric not yet shared out. */
const FOG: AssignmentDraft = {
  ...EMPTY_DRAFT,
  title: 'What the fog bell says',
  instructions: text('Read how the bell is rung, then listen for it on your way home.'),
  minutes: 20,
  points: 20,
  steps: [
    step('draft-fog-1', 'read', 'Read “The bell at the pier head”', 5, {
      starter: text(
        'When the lamp cannot be seen, the bell is rung: five strokes, a pause as long as ten breaths, and five strokes again.',
        'Whoever hears it from the left is too far out. Whoever hears it from both sides at once is in the mouth of the harbour.',
      ),
    }),
    step('draft-fog-2', 'write', 'Answer the questions', 15, {
      starter: asks(
        'draft-fog',
        'Why five strokes and not one?',
        'How do you find the harbour by ear?',
        'What would you do without the bell?',
      ),
    }),
  ],
  asks: [{ id: 'draft-fog-a', place: 'draft-fog-2', bars: false, kind: 'sentences', min: 2, max: 4 }],
  rubric: [
    { id: 'draft-fog-c1', title: 'Says why', points: 10, levels: [] },
    { id: 'draft-fog-c2', title: 'In whole sentences', points: 8, levels: [] },
  ],
};

/** Begun, and not much more. */
const KNOTS: AssignmentDraft = {
  ...EMPTY_DRAFT,
  title: 'How much rope is in a bowline?',
  minutes: 10,
  steps: [step('draft-rope-1', 'do', 'Tie one, untie it and measure', 10)],
};

/** Finished, and waiting for its time. */
const STORM: AssignmentDraft = {
  ...EMPTY_DRAFT,
  title: 'Three signs of a storm',
  instructions: text('A short check before we go out on Thursday.'),
  minutes: 5,
  points: 3,
  steps: [
    step('draft-storm-1', 'questions', 'Three questions', 5, {
      settings: rulesFor('quiz', { attempts: 2 }),
      questions: readTyped(
        '1. The gulls come in from the sea. What does it mean?\n( ) a calm night\n(x) wind is coming\nwhy: They feel the pressure fall.\n2. A ring around the moon means rain.\n= true\n3. Which clouds come first?\n= cirrus | feather clouds',
        'draft-storm',
        (part) => `${part}-${newId()}`,
      ).set,
    }),
  ],
};

interface SeededDraft {
  readonly id: string;
  readonly classId: string;
  readonly by: string;
  readonly draft: AssignmentDraft;
  /** Hours ago that it was begun. */
  readonly ago: number;
  /** Hours from now at which it is posted. */
  readonly posts?: number;
}

const DRAFTS: readonly SeededDraft[] = [
  { id: 'draft-fog', classId: 'weather', by: 't-bello', draft: FOG, ago: 20 },
  { id: 'draft-rope', classId: 'maths', by: 't-kerr', draft: KNOTS, ago: 3 },
  { id: 'draft-storm', classId: 'weather', by: 't-bello', draft: STORM, ago: 26, posts: 40 },
];

/** What teachers have begun and not posted, and what waits to be posted. */
export async function addDrafts(db: Database, teacher: (id: string) => Promise<Person>, now: Instant): Promise<void> {
  for (const { id, classId, by, draft, ago, posts } of DRAFTS) {
    const person = await teacher(by);
    await addDraft(db, {
      id: id as DocumentId,
      by: person.id,
      classId: classId as ClassId,
      assignmentId: null,
      title: draft.title,
      at: now - ago * HOUR,
      firstUpdate: () => firstOfDraft(draft),
    });
    if (posts !== undefined) done(await postDraft(db, person, id as DocumentId, now + posts * HOUR, now));
  }
}
