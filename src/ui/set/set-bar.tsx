'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { AssignmentUnmet } from '@/core/setting/assignment';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import bar from '@/ui/desk/hand-in-bar.module.css';
import classes from './set.module.css';
import type { SetTools } from './tools';
import { useMeetWords, useUnmetWords } from './words';

/** The parts that are looked at, in the order in which they are written: each a mark, filled when nothing is missing. */
const MARKS: readonly (readonly AssignmentUnmet['part'][])[] = [
  ['title', 'unit'],
  ['steps', 'minutes'],
  ['asks'],
  ['rubric', 'points'],
  ['times', 'late', 'goes', 'after', 'groups', 'for'],
];

interface Props {
  readonly tools: SetTools;
  readonly jump: (unmet: AssignmentUnmet) => void;
  readonly see: () => void;
  readonly post: () => void;
}

/** What a student will meet, in a sentence, what is still missing, and the way to post it. */
export function SetBar({ tools, jump, see, post }: Props) {
  const t = useTranslations('set');
  const { draft, unmet, times, now, view } = tools;
  const [unfolded, setUnfolded] = useState(false);
  const [met, rules] = useMeetWords(times, now)(draft);
  const words = useUnmetWords(draft);
  const first = unmet[0];
  return (
    <section className={`${bar.bar} ${classes.bar}`} aria-label={t('bar')}>
      <div className={bar.says}>
        <div className={bar.checked}>
          <span className={bar.asks} aria-hidden="true">
            {MARKS.map((parts) => (
              <i key={parts.join(' ')} className={unmet.some(({ part }) => parts.includes(part)) ? '' : bar.met} />
            ))}
          </span>
          <div>
            <p>
              {met} {rules}
            </p>
            <p role="status">
              {first ? (
                <>
                  <strong>{t('to-post')}</strong> {words(first)}
                  {unmet.length > 1 ? t('and-more', { n: unmet.length - 1 }) : null}{' '}
                  <button type="button" className="quiet" onClick={() => jump(first)}>
                    {t('go-there')}
                  </button>
                  {unmet.length > 1 ? (
                    <button
                      type="button"
                      className="quiet"
                      aria-expanded={unfolded}
                      onClick={() => setUnfolded(!unfolded)}
                    >
                      {t(unfolded ? 'show-less' : 'show-all')}
                    </button>
                  ) : null}
                </>
              ) : (
                <span className="moss">{t('can-be-posted')}</span>
              )}
            </p>
          </div>
          {unfolded && unmet.length > 1 ? (
            <ul className={bar.list}>
              {unmet.map((one) => (
                <li key={`${one.part} ${one.id} ${one.code}`}>
                  <span className="soft">{t(`part-${one.part}`)}</span>
                  <span>{words(one)}</span>
                  <button type="button" className="quiet" onClick={() => jump(one)}>
                    {t('go-there')}
                  </button>
                </li>
              ))}
            </ul>
          ) : null}
        </div>
      </div>
      <div className={bar.moves}>
        <QuietButton onClick={see} disabled={draft.steps.length === 0}>
          {t('see')}
        </QuietButton>
        <PrimaryButton onClick={post} disabled={unmet.length > 0 || !tools.editable}>
          {view.posted ? t('post-again') : t('post-to', { class: view.class.name })}
        </PrimaryButton>
      </div>
    </section>
  );
}
