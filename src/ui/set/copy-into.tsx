'use client';

import { useTranslations } from 'next-intl';
import { keyOr } from '@/ui/common/key-or';
import classes from './set.module.css';
import type { SetTools } from './tools';
import { useDraftOpened } from './use-draft-opened';

/** What is set is used again, in another class or once more in this one: as a draft, to be looked at before it is posted. */
export function CopyInto({ tools: { view, session } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { open, problem, setProblem } = useDraftOpened();
  const copy = async (into: string) => {
    if (await session.flush()) await open(`/api/drafts/${view.draft}/copy`, { class: into });
    else setProblem('not-kept');
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
