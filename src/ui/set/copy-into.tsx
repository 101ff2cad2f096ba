'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import classes from './set.module.css';
import type { SetTools } from './tools';

/** What is set is used again, in another class or once more in this one: as a draft, to be looked at before it is posted. */
export function CopyInto({ tools: { view, session } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const copy = async (into: string) => {
    const answer = (await session.flush())
      ? await post<{ document: string }>(`/api/drafts/${view.draft}/copy`, { class: into })
      : ({ ok: false, code: 'not-kept' } as const);
    if (answer.ok) router.push(addressOf({ at: 'set', draft: answer.document }));
    else setProblem(answer.code);
  };
  return (
    <section className={classes.tryMoment}>
      <h3>{t('copy')}</h3>
      <p className="soft">{t('copy-says')}</p>
      <ul className={classes.offers}>
        {view.classes.map(({ id, name }) => (
          <li key={id}>
            <button type="button" onClick={() => void copy(id)}>
              {t(id === view.class.id ? 'copy-here' : 'copy-into', { class: name })}
            </button>
          </li>
        ))}
      </ul>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </section>
  );
}
