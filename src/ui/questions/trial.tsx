'use client';

import { useTranslations } from 'next-intl';
import type { AskedQuestion, QuestionName } from '@/core/kinds/question';
import type { AskedSheet } from '@/core/questions/paper';
import { typedText } from '@/core/questions/typed-text';
import { QuietButton } from '@/ui/common/primary-button';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { useLooseAnswering } from './loose-answering';
import classes from './questions.module.css';
import { Sheet } from './sheet';

/** A made-up question of each kind, about nothing that is asked: what one does with it is the same. */
function useSamples(): Readonly<Record<QuestionName, AskedQuestion>> {
  const t = useTranslations('questions.trial');
  const things = (n: number, name: string) =>
    Array.from({ length: n }, (_, i) => ({ id: `${name}${i}`, says: typedText(t(`thing-${(i % 3) as 0 | 1 | 2}`)) }));
  return {
    one: { kind: 'one', asked: { choices: things(3, 'o') } },
    several: { kind: 'several', asked: { choices: things(3, 's'), most: null } },
    truth: { kind: 'truth', asked: {} },
    short: { kind: 'short', asked: {} },
    number: { kind: 'number', asked: { unit: 'm', figures: null } },
    long: { kind: 'long', asked: { asks: [] } },
    gaps: { kind: 'gaps', asked: { text: [t('before-gap'), { id: 'g', choices: null }, '.'] } },
    match: { kind: 'match', asked: { left: things(2, 'l'), right: things(2, 'r') } },
    order: { kind: 'order', asked: { items: things(3, 'i') } },
    point: { kind: 'point', asked: { picture: { src: '/icon.svg', alt: t('picture'), width: 200, height: 200 } } },
    scale: { kind: 'scale', asked: { from: 1, to: 5, fromSays: t('least'), toSays: t('most') } },
    file: { kind: 'file', asked: { most: 2 } },
  };
}

/** A practice run of the same form: every kind of question that will come, and nothing of what is asked. Nothing of it is kept. */
export function Trial({ kinds, desk, close }: { kinds: readonly QuestionName[]; desk: DeskTools; close: () => void }) {
  const t = useTranslations('questions');
  const samples = useSamples();
  const sheet: AskedSheet = {
    id: 'trial',
    number: 1,
    section: '',
    stem: null,
    material: null,
    points: 0,
    parts: kinds.map((kind) => ({
      id: `trial-${kind}`,
      points: 0,
      prompt: typedText(t(`trial.asks-${kind}`)),
      hinted: false,
      ...samples[kind],
    })),
  };
  const { answering } = useLooseAnswering();
  return (
    <section className={classes.trial} aria-label={t('trial.title')}>
      <h2>{t('trial.title')}</h2>
      <p>{t('trial.says')}</p>
      <Sheet sheet={sheet} answering={answering} desk={{ ...desk, attach: null }} tried={null} points={false} />
      <QuietButton onClick={close}>{t('trial.close')}</QuietButton>
    </section>
  );
}
