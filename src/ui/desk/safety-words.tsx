'use client';

import { useTranslations } from 'next-intl';
import type { Times } from '@/ui/common/times';
import type { SessionState } from './document-session';
import { SAFETY_LOOK } from './safety-short';

/** How safe what is typed is. */
export function SafetyWords({ state, times }: { state: SessionState; times: Times }) {
  const t = useTranslations('safety');
  return (
    <span className={SAFETY_LOOK[state.safety]} role="status" data-safety={state.safety}>
      {t(state.safety, { at: state.savedAt === null ? '' : times.clock(state.savedAt) })}
    </span>
  );
}
