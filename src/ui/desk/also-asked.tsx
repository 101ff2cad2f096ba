import { useTranslations } from 'next-intl';
import type { ReadyCheck } from '@/core/asks/ready-check';
import type { Ask } from '@/core/kinds/ask';
import classes from './also-asked.module.css';
import { useFindingWords } from './finding-words';

/** Above what is written: what else goes along, whether it is there yet, and the way to put it there. */
export function AlsoAsked({
  asks,
  check,
  attach,
}: {
  readonly asks: readonly Ask[];
  readonly check: ReadyCheck | null;
  readonly attach: () => void;
}) {
  const t = useTranslations('desk');
  const { fileAsked } = useFindingWords();
  const asked = asks.flatMap((ask) => {
    const words = fileAsked(ask);
    const found = check?.findings.find(({ askId }) => askId === ask.id);
    return words ? [{ id: ask.id, words, met: found?.result === 'met' }] : [];
  });
  if (asked.length === 0) return null;
  return (
    <ul className={classes.also}>
      {asked.map(({ id, words, met }) => (
        <li key={id} data-met={met || undefined}>
          <span>{t('also-asked', words)}</span>{' '}
          {met ? (
            <span className="moss">✓ {t('also-there')}</span>
          ) : (
            <button type="button" className="quiet" onClick={attach}>
              {t('also-attach')}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
