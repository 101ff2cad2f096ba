'use client';

import { useTranslations } from 'next-intl';
import type { Safety, SessionState } from './document-session';

/** The colour of each. */
export const SAFETY_LOOK: Readonly<Partial<Record<Safety, string>>> = {
  saved: 'moss',
  kept: 'plum',
  gone: 'plum',
  'too-long': 'plum',
  'too-intricate': 'plum',
  away: 'amber',
};

/** How safe what is typed is, in a word or two. */
export function SafetyShort({ state }: { state: SessionState }) {
  const t = useTranslations('writing');
  return (
    <span className={SAFETY_LOOK[state.safety]} data-short-safety={state.safety}>
      {t(`safe.${state.safety}`)}
    </span>
  );
}
