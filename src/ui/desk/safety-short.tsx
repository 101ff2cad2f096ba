'use client';

import { useTranslations } from 'next-intl';
import type { Times } from '@/ui/common/times';
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

/** How safe what is typed is, in a word or two; since when, where the times of the school are known. */
export function SafetyShort({ state, times }: { state: SessionState; times: Times | null }) {
  const t = useTranslations('writing');
  return (
    <span className={SAFETY_LOOK[state.safety]} data-short-safety={state.safety}>
      {t(`safe.${state.safety}`, { at: state.savedAt === null || times === null ? '' : times.clock(state.savedAt) })}
    </span>
  );
}
