'use client';

import { useTranslations } from 'next-intl';
import { type ComponentType, useMemo } from 'react';
import type { StepName } from '@/core/kinds/step';
import { lay } from '@/core/questions/paper';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import type { SetStepProps } from '@/ui/set/tools';
import { TryQuestions } from '@/ui/set/try-questions';

/** What is read at a step: the text itself, or the way to the material. */
function ShownReading({ step, tools: { view, materials } }: SetStepProps) {
  const material = step.material === null ? undefined : materials.get(step.material);
  if (material)
    return (
      <p>
        <PlaceLink to={{ at: 'material', class: view.class.id, material: material.id }}>
          <bdi>{material.title}</bdi>
        </PlaceLink>
      </p>
    );
  return step.starter ? <DocumentView document={step.starter} lang={view.class.locale} /> : null;
}

/** The copy that a student begins with. */
const ShownWriting = ({ step, tools: { view } }: SetStepProps) =>
  step.starter ? <DocumentView document={step.starter} lang={view.class.locale} /> : null;

function ShownDoing({ tools: { draft, view } }: SetStepProps) {
  return <DocumentView document={draft.instructions} lang={view.class.locale} />;
}

function ShownAgreeing(props: SetStepProps) {
  const t = useTranslations('desk');
  return (
    <>
      <ShownReading {...props} />
      <p className="soft">{t('agree')}</p>
    </>
  );
}

function ShownQuestions({ step, tools }: SetStepProps) {
  const { questions, id } = step;
  const laid = useMemo(() => (questions ? lay(questions, id) : null), [questions, id]);
  return questions && laid ? <TryQuestions set={questions} laid={laid} tools={tools} /> : null;
}

/** What a student sees at a step of each kind. */
export const STEPS_SHOWN: { readonly [Name in StepName]: ComponentType<SetStepProps> } = {
  read: ShownReading,
  write: ShownWriting,
  do: ShownDoing,
  agree: ShownAgreeing,
  questions: ShownQuestions,
};
