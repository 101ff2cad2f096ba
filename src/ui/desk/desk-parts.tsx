'use client';

import { useTranslations } from 'next-intl';
import type { DeskStep, DeskView } from '@/server/reading/desk/desk';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import { QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import classes from './desk.module.css';

/** What one does with a material, for the words of its button. */
export function seenAs(kind: string): 'read' | 'seen' | 'heard' {
  if (kind === 'audio') return 'heard';
  return kind === 'text' || kind === 'pdf' || kind === 'book' ? 'read' : 'seen';
}

/** Why work cannot be opened yet: its time has not come, or other work comes first. */
export function OpensLater({ view, times, now }: { view: DeskView; times: Times; now: number }) {
  const t = useTranslations('desk');
  const missing = view.waitsFor.filter(({ done }) => !done);
  return (
    <>
      {view.opensAt !== null && view.opensAt > now ? (
        <p>{t('opens-later', { when: times.moment(view.opensAt, now) })}</p>
      ) : null}
      {missing.length > 0 ? (
        <>
          <p>{t('unlocks-after')}</p>
          <ul>
            {view.waitsFor.map(({ id, title, done }) => (
              <li key={id}>
                <PlaceLink href={`/desk/${id}`}>
                  <bdi>{title}</bdi>
                </PlaceLink>{' '}
                {done ? <span className="moss">✓ {t('step-done')}</span> : null}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </>
  );
}

/** Something to read and agree to: the agreement is kept with its time. */
export function Agree({
  step,
  agree,
  lang,
  times,
}: {
  step: DeskStep;
  agree: (() => void) | null;
  lang: string;
  times: Times;
}) {
  const t = useTranslations('desk');
  const content = step.material?.content;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <div className={classes.paneBody} tabIndex={0}>
      <h2>{step.title}</h2>
      {content?.kind === 'text' ? <DocumentView document={content.body} lang={lang} /> : null}
      {step.doneAt !== null ? <p className="moss">✓ {t('agreed', { at: times.exact(step.doneAt) })}</p> : null}
      {step.doneAt === null && agree ? <QuietButton onClick={agree}>{t('agree')}</QuietButton> : null}
    </div>
  );
}

export function StateWord({ state }: { state: DeskView['state'] }) {
  const t = useTranslations('state');
  return <span>{t(state)}</span>;
}
