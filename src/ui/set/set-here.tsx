'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import classes from './set-here.module.css';
import { useDraftOpened } from './use-draft-opened';

interface Props {
  readonly classId: string;
  /** The unit in which it will stand; `null` for none. */
  readonly unit: string | null;
  /** Behind which item of it; at its end where nothing is said. */
  readonly behind?: string;
  readonly words: string;
}

/** A line that is always there for whoever teaches: work is set at this place. */
export function SetHere({ classId, unit, behind, words }: Props) {
  const t = useTranslations('setting');
  const { open, busy, problem } = useDraftOpened();
  return (
    <p className={behind === undefined ? classes.here : classes.between}>
      <button
        type="button"
        disabled={busy}
        aria-label={behind === undefined ? undefined : words}
        title={behind === undefined ? undefined : words}
        onClick={() => void open(`/api/classes/${classId}/drafts`, { unit, behind: behind ?? null })}
      >
        {behind === undefined ? words : null}
      </button>
      <span role="alert">{problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}</span>
    </p>
  );
}

interface ChangeProps {
  readonly assignment: string;
  readonly words: string;
}

/** Opens the draft in which something that was posted is changed. */
export function ChangePosted({ assignment, words }: ChangeProps) {
  const t = useTranslations('setting');
  const { open, busy, problem } = useDraftOpened();
  return (
    <>
      <button
        type="button"
        className="quiet"
        disabled={busy}
        onClick={() => void open(`/api/assignments/${assignment}/draft`)}
      >
        {words}
      </button>{' '}
      <span role="alert">{problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}</span>
    </>
  );
}

interface DraftProps {
  readonly draft: string;
  readonly away: boolean;
}

/** Puts a draft away, or brings it back. */
export function PutAway({ draft, away }: DraftProps) {
  const t = useTranslations('setting');
  const router = useRouter();
  const [broke, setBroke] = useState(false);
  const put = async () => {
    const answer = await post(`/api/drafts/${draft}`, { away: !away });
    setBroke(!answer.ok);
    if (answer.ok) router.refresh();
  };
  return (
    <>
      <button type="button" className="quiet" onClick={() => void put()}>
        {t(away ? 'bring-back' : 'put-away')}
      </button>
      <span role="alert">{broke ? t('problem.broke') : null}</span>
    </>
  );
}
