'use client';

import type { ComponentType } from 'react';
import type { StepName } from '@/core/kinds/step';
import type { SetStepProps } from '@/ui/set/tools';
import { SetDiscussion } from './discussion';
import { SetPages } from './pages';
import { SetPhotographs } from './photographs';
import { SetQuestions } from './questions';
import { SetReading } from './read';
import { SetRecording } from './record';
import { SetWriting } from './write';

/** What is set at a step of which there is nothing to say but its name. */
const Nothing = () => null;

/** How a step of each kind is set, below its name. */
export const STEP_SETTINGS: { readonly [Name in StepName]: ComponentType<SetStepProps> } = {
  read: SetReading,
  write: SetWriting,
  do: Nothing,
  agree: SetReading,
  questions: SetQuestions,
  discussion: SetDiscussion,
  pages: SetPages,
  photographs: SetPhotographs,
  record: SetRecording,
};
