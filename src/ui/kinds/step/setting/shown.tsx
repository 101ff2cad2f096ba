'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import type { ComponentType } from 'react';
import { unwritten } from '@/core/kinds/document/pages';
import type { StepName } from '@/core/kinds/step';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import type { SetStepProps } from '@/ui/set/tools';
import { TryQuestions } from '@/ui/set/try-questions';

const Sheets = dynamic(() => import('@/ui/pages/pages-view').then(({ PagesView }) => PagesView), { ssr: false });

/** A text that is written here: to be read, or the copy that a student begins with. */
const ShownText = ({ step, tools: { view } }: SetStepProps) =>
  step.starter ? <DocumentView document={step.starter} lang={view.class.locale} /> : null;

/** What is read at a step: the text itself, or the way to the material. */
function ShownReading({ step, tools }: SetStepProps) {
  const { view, materials } = tools;
  const material = step.material === null ? undefined : materials.get(step.material);
  if (material)
    return (
      <p>
        <PlaceLink to={{ at: 'material', class: view.class.id, material: material.id }}>
          <bdi>{material.title}</bdi>
        </PlaceLink>
      </p>
    );
  return <ShownText step={step} tools={tools} />;
}

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

const ShownQuestions = ({ step: { questions, id }, tools }: SetStepProps) =>
  questions ? <TryQuestions set={questions} seed={id} tools={tools} /> : null;

/** Sheets as a student finds them. */
const ShownPages = ({ step: { sheets }, tools: { view } }: SetStepProps) =>
  sheets ? <Sheets content={unwritten(sheets)} lang={view.class.locale} /> : null;

/** What a student sees at a step of each kind. */
export const STEPS_SHOWN: { readonly [Name in StepName]: ComponentType<SetStepProps> } = {
  read: ShownReading,
  write: ShownText,
  do: ShownDoing,
  agree: ShownAgreeing,
  questions: ShownQuestions,
  discussion: ShownDoing,
  pages: ShownPages,
  photographs: ShownDoing,
  record: ShownDoing,
};
