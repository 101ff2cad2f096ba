import type { DocumentScreen } from '@/ui/kinds/document/kind';
import type { Stage, StepLook } from '@/ui/kinds/step/kind';
import type { Tally } from './core';
import type { GivenTally } from './server';

const given = (step: unknown): GivenTally => (step as { readonly given: GivenTally }).given;

export const tallyLook: StepLook<never> = {
  copy: (step) => given(step).document as never,
  kept: () => null,
  answers: () => null,
  isAsked: false,
  rules: () => null,
  answeredTimes: () => 0,
  makesCopy: true,
  standsAlone: false,
  isDone: (_step, check) => (check?.words ?? 0) > 0,
  progress: (_step, check) => (check ? { key: 'words', n: check.words } : null),
  tellsTask: false,
};

export const TallyStage: Stage<never> = ({ step }) => (
  <section aria-label={given(step).document?.title ?? ''}>Count in {given(step).unit}</section>
);

const List = ({ content }: { readonly content: Tally }) => (
  <ul>
    {content.rows.map(({ what, n }) => (
      <li key={what}>
        {n} {what}
      </li>
    ))}
  </ul>
);

export const tallyScreen: DocumentScreen<Tally> = {
  Editor: ({ title }) => <p>{title}</p>,
  First: null,
  soon: null,
  View: List,
  Marked: ({ content, highlights }) => (
    <>
      <List content={content} />
      <p>{highlights.length} marked</p>
    </>
  ),
};
