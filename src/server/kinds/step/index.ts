import type { DocumentId, Instant } from '@/core/ids';
import { documentKind, type Written, writtenAs } from '@/core/kinds/document';
import type { PartContent } from '@/core/kinds/document/part';
import type { SetStep, SettingsOf, StepName } from '@/core/kinds/step';
import { givenIn } from '@/server/reading/documents/starters';
import { isMaterialOpen, type MaterialView, viewAs } from '@/server/reading/materials/materials';
import { type GivenQuestions, givenQuestions, NO_QUESTIONS } from '@/server/reading/questions/given';
import { groupKey, partOf, talkIdOf } from '@/server/reading/talk/discussion';
import { groupOf } from '@/store/arrangements';
import { read } from '@/store/database';
import type { StoredStep } from '@/store/work';
import type { Asking, ServedStep } from './kind';

/** Something to read, see or hear; `null` where it cannot be had now. */
interface WithMaterial {
  readonly material: MaterialView | null;
}

/** Something to write in. */
interface WithDocument {
  /** What the teacher gave, with a place for every question that was told by its form. */
  readonly starter: Written | null;
  /** What those questions are; none where the teacher marked the places. */
  readonly understood: readonly string[];
  /** The student's own copy, once it has been opened. */
  readonly document: { readonly id: DocumentId; readonly title: string; readonly kind: Written['kind'] } | null;
  readonly tools: SettingsOf<'write'>['tools'];
}

const material = async ({ student, lang, materials, now }: Asking, step: StoredStep): Promise<WithMaterial> => {
  const found = step.material_id === null ? undefined : materials.get(step.material_id);
  return { material: found && isMaterialOpen(found, now) ? await viewAs(student, found, lang, found.spot) : null };
};

const NO_MATERIAL: WithMaterial = { material: null };

const reading: ServedStep<'read', WithMaterial> = { given: material, closed: NO_MATERIAL };
const agree: ServedStep<'agree', WithMaterial> = { given: material, closed: NO_MATERIAL };
const act: ServedStep<'do', Record<never, never>> = { given: async () => ({}), closed: {} };

const write: ServedStep<'write', WithDocument> = {
  given: async ({ copies }, step, { tools }) => {
    const starter = givenIn(step);
    const prepared = starter && documentKind(starter.kind).prepared(starter.content);
    return {
      starter: starter && prepared && writtenAs(starter.kind, prepared.content),
      understood: prepared?.understood ?? [],
      document: copies.get(step.id) ?? null,
      tools,
    };
  },
  closed: { starter: null, understood: [], document: null, tools: 'all' },
};

const questions: ServedStep<'questions', GivenQuestions> = {
  given: (asking, step, rules) => givenQuestions(asking, step.id, rules),
  closed: NO_QUESTIONS,
};

/** Something to be discussed: one's own part of it so far. */
interface WithDiscussion {
  readonly document: WithDocument['document'];
  readonly part: PartContent;
  readonly settings: SettingsOf<'discussion'> | null;
  /** Until when posts of one's own are there, so that others can reply; `null` for no time of their own. */
  readonly postsDue: Instant | null;
}

const discussion: ServedStep<'discussion', WithDiscussion> = {
  given: async ({ db, student, assignmentId, dueAt, copies }, step, settings) => {
    const group = settings.inGroups ? groupKey(await read(db, groupOf(assignmentId, student.id))) : null;
    const document = copies.get(step.id) ?? null;
    return {
      document,
      // Whoever has no copy yet has said nothing.
      part:
        document === null ? { posts: [] } : await partOf(db, talkIdOf(step.id, group), student.id, settings.pseudonyms),
      settings,
      postsDue: dueAt === null || settings.postsBefore === null ? null : dueAt - settings.postsBefore * 3_600_000,
    };
  },
  closed: { document: null, part: { posts: [] }, settings: null, postsDue: null },
};

/** Something to write on: all tools of a sheet are there at any time. */
const pages: ServedStep<'pages', WithDocument> = {
  given: (asking, step) => write.given(asking, step, { tools: 'all' }),
  closed: write.closed,
};

/** Pages to be photographed: the same tools, on sheets that a student makes. */
const photographs: ServedStep<'photographs', WithDocument> = {
  given: (asking, step) => write.given(asking, step, { tools: 'all' }),
  closed: write.closed,
};

/** Something to be recorded: for how long, and how. */
interface WithRecording {
  readonly settings: SettingsOf<'record'> | null;
}
const record: ServedStep<'record', WithRecording> = {
  given: async (_asking, _step, settings) => ({ settings }),
  closed: { settings: null },
};

/** What the server makes of each kind of step. */
export const SERVED_STEPS = {
  read: reading,
  write,
  do: act,
  agree,
  questions,
  discussion,
  pages,
  photographs,
  record,
} as const;

/** What the Desk is given of a step of a kind. */
export type GivenOf<Name extends StepName> = (typeof SERVED_STEPS)[Name]['closed'];

/** A step as the Desk has it: its kind, and what that kind is given. */
export type Given = {
  readonly [Name in StepName]: { readonly kind: Name; readonly given: GivenOf<Name> };
}[StepName];

/** What a step gives to the Desk of one student. */
export async function givenOf(asking: Asking, step: StoredStep, open: boolean): Promise<Given> {
  const set: SetStep = step;
  const served = SERVED_STEPS[set.kind] as ServedStep<StepName, Given['given']>;
  const given = open ? await served.given(asking, step, set.settings as SettingsOf<StepName>) : served.closed;
  return { kind: set.kind, given } as Given;
}
