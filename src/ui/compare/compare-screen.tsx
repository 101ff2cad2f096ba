'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { addressOf } from '@/core/places';
import type { ComparedVersions, PiecePair } from '@/server/reading/documents/comparing';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import { comparedAs } from '@/ui/kinds/document/compared';
import classes from './compare.module.css';
import { ChangeSummary, ComparisonView } from './comparison-view';
import { useComparison } from './use-comparison';

/** One piece in two versions. */
export function ComparedPiece({ pair, lang }: { pair: PiecePair; lang: string }) {
  const t = useTranslations('compare');
  const comparison = useComparison(pair.before, pair.after, lang);
  const seen = pair.before && pair.after ? comparedAs(pair.before, pair.after, lang) : null;
  return (
    <section className={classes.piece}>
      <h2>
        <bdi>{pair.title}</bdi>
      </h2>
      {pair.file ? <p>{t(`file-${pair.file}`)}</p> : null}
      {seen}
      {!pair.file && !comparison && !seen ? (
        <p className="soft" role="status">
          {t('looking')}
        </p>
      ) : null}
      {comparison && !seen ? (
        <>
          <ChangeSummary comparison={comparison} />
          <ComparisonView comparison={comparison} lang={lang} />
        </>
      ) : null}
    </section>
  );
}

interface Props {
  readonly assignment: string;
  readonly title: string;
  readonly lang: string;
  readonly versions: ComparedVersions;
  readonly zone: string;
}

/** Any two hand-ins of one's work, or a hand-in and what is there now. */
export function CompareScreen({ assignment, title, lang, versions, zone }: Props) {
  const t = useTranslations('compare');
  const times = useTimes(zone);
  const router = useRouter();
  const { from, to } = versions;
  const choose = (next: { from?: string; to?: string }) => {
    const chosen = { from: String(from), to: to === null ? 'now' : String(to), ...next };
    router.replace(addressOf({ at: 'compare', assignment, ...chosen }));
  };
  const options = versions.versions.map(({ number, at }) => (
    <option key={number} value={number}>
      {t('hand-in', { number, at: times.exact(at) })}
    </option>
  ));
  return (
    <main id="main" className={classes.screen}>
      <p>
        <PlaceLink to={{ at: 'desk', assignment: assignment }}>{t('back', { title })}</PlaceLink>
      </p>
      <h1>{t('title')}</h1>
      {from === null ? (
        <p>{t('none')}</p>
      ) : (
        <>
          <div className={classes.choose}>
            <label>
              {t('from')}
              <select className="field" value={String(from)} onChange={(event) => choose({ from: event.target.value })}>
                {options}
              </select>
            </label>
            <label>
              {t('to')}
              <select
                className="field"
                value={to === null ? 'now' : String(to)}
                onChange={(event) => choose({ to: event.target.value })}
              >
                <option value="now">{t('now')}</option>
                {options}
              </select>
            </label>
          </div>
          {versions.pairs.map((pair) => (
            <ComparedPiece key={`${from} ${to} ${pair.title}`} pair={pair} lang={lang} />
          ))}
        </>
      )}
    </main>
  );
}
