import { useTranslations } from 'next-intl';
import type { ReadyCheck } from '@/core/asks/ready-check';
import type { DeskView } from '@/server/reading/desk/desk';
import type { DeskStep } from '@/server/reading/desk/steps';
import type { Times } from '@/ui/common/times';
import { answersOf, copyOf, looksDone, makesCopy, progressOf } from '@/ui/kinds/step';
import type { Answering } from '@/ui/questions/use-answering';
import { HAND_IN } from './first-step';
import type { Knot } from './rope';

/** The questions of the attempt that runs, one by one. In practice they come in an order of their own, and none is gone to. */
const sheetsOf = ({ running, sheets, at }: Answering): Knot['sheets'] =>
  running.practice !== null || running.count < 2
    ? []
    : sheets.map((sheet) => ({ ...sheet, here: sheet.id === at?.id }));

/** The steps as knots, and the hand-in at their end. */
export function useKnots(
  view: DeskView,
  check: ReadyCheck | null,
  answering: Answering | null,
  times: Times,
  now: number,
): readonly Knot[] {
  const t = useTranslations('desk');
  const done = view.state.startsWith('handed');
  const writes = view.steps.filter(makesCopy).length;
  const saysOf = (step: DeskStep) => (): string => {
    if (!step.open) return t('step-locked');
    const progress = progressOf(step, check);
    if (progress?.key === 'answered') return t('answered', { n: progress.n, of: progress.of });
    if (progress) return t(progress.key, { n: progress.n });
    if (makesCopy(step)) return copyOf(step) ? '' : times.length(step.minutes);
    return step.done ? t('step-done') : times.length(step.minutes);
  };
  return [
    ...view.steps.map((step) => ({
      id: step.id as string,
      title: step.title,
      locked: !step.open,
      says: saysOf(step),
      // With several texts it cannot be told which of them an answer is in.
      answers: makesCopy(step) && copyOf(step) && check && writes === 1 ? check.answers : [],
      sheets: answering && answersOf(step) === answering.running ? sheetsOf(answering) : [],
      done: done || looksDone(step, check),
    })),
    {
      id: HAND_IN,
      locked: false,
      title: view.takes === 'tick' ? t('tick-off') : t('hand-in'),
      says: () => (view.dueAt === null ? '' : times.moment(view.dueAt, now)),
      done,
    },
  ];
}
