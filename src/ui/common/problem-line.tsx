'use client';

import { useTranslations } from 'next-intl';
import { keyOr } from './key-or';

interface Props {
  /** Whose words say what went wrong. */
  readonly of: 'desk' | 'writing' | 'press';
  /** The code of what went wrong; `null` for nothing. */
  readonly problem: string | null;
  readonly putAway: () => void;
  readonly className: string | undefined;
}

/** What went wrong, in words, until it is put away. */
export function ProblemLine({ of, problem, putAway, className }: Props) {
  const t = useTranslations(of);
  if (problem === null) return null;
  return (
    <p role="alert" className={className}>
      {t(keyOr(t.has, `problem.${problem}`, 'problem.broke'))}{' '}
      <button type="button" className="quiet" onClick={putAway}>
        {t('put-away')}
      </button>
    </p>
  );
}
