import type { StepName } from '@/core/kinds/step';
import type { DeskStep } from '@/server/reading/desk/steps';
import { Agreeing } from './agree';
import { Discussing } from './discussion';
import { Doing } from './do';
import type { Stage } from './kind';
import { Questions } from './questions';
import { Reading } from './read';
import { Recording } from './record';
import { PhotographStage, WritingStage } from './write';

/** What stands on the stage for each kind of step. */
export const STAGES: { readonly [Name in StepName]: Stage<Name> } = {
  read: Reading,
  write: WritingStage,
  do: Doing,
  agree: Agreeing,
  questions: Questions,
  discussion: Discussing,
  pages: WritingStage,
  photographs: PhotographStage,
  record: Recording,
};

export const stageOf = (step: DeskStep) => STAGES[step.kind] as Stage<DeskStep['kind']>;
