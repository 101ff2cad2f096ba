import { useTranslations } from 'next-intl';
import type { State } from '@/core/work/standing';
import { KiteShape } from './kite-shape';

/** The shape code of a state. Where its word does not stand beside it, the word is its label. */
export function Kite({ state, labelled = false }: { state: State; labelled?: boolean }) {
  const t = useTranslations('state');
  return <KiteShape state={state} word={labelled ? t(state) : undefined} />;
}
