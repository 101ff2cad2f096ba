'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import classes from './set-here.module.css';

interface Props {
  readonly classId: string;
  /** The unit in which it will stand; `null` for none. */
  readonly unit: string | null;
  readonly words: string;
}

/** A line that is always there for whoever teaches: work is set at this place. */
export function SetHere({ classId, unit, words }: Props) {
  const t = useTranslations('setting');
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const begin = async () => {
    setBusy(true);
    const answer = await post<{ document: string }>(`/api/classes/${classId}/drafts`, { unit });
    if (answer.ok) router.push(addressOf({ at: 'set', draft: answer.document }));
    else {
      setBusy(false);
      setProblem(answer.code);
    }
  };
  return (
    <p className={classes.here}>
      <button type="button" disabled={busy} onClick={() => void begin()}>
        {words}
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
  const router = useRouter();
  const open = async () => {
    const answer = await post<{ document: string }>(`/api/assignments/${assignment}/draft`);
    if (answer.ok) router.push(addressOf({ at: 'set', draft: answer.document }));
  };
  return (
    <button type="button" className="quiet" onClick={() => void open()}>
      {words}
    </button>
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
  const put = async () => {
    const answer = await post(`/api/drafts/${draft}`, { away: !away });
    if (answer.ok) router.refresh();
  };
  return (
    <button type="button" className="quiet" onClick={() => void put()}>
      {t(away ? 'bring-back' : 'put-away')}
    </button>
  );
}
