'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { isAsked } from '@/core/compare/blocks';
import type { ComparedBlock, Comparison } from '@/core/compare/compare';
import classes from './compare.module.css';

/** Added and removed words: each with a sign of its own and a word for those who hear it, not by colour alone. */
export function Parts({ block }: { block: ComparedBlock }) {
  const t = useTranslations('compare');
  return block.parts.map((part, i) => {
    const key = i;
    if (part.how === 'same') return <span key={key}>{part.text}</span>;
    const Tag = part.how === 'added' ? 'ins' : 'del';
    return (
      <Tag key={key} className={classes[part.how]}>
        <span className="visually-hidden">{t(`begin-${part.how}`)}</span>
        {part.text}
        <span className="visually-hidden">{t(`end-${part.how}`)}</span>
      </Tag>
    );
  });
}

/** What changed, in words: place by place, and in all. */
export function ChangeSummary({ comparison }: { comparison: Comparison }) {
  const t = useTranslations('compare');
  const { places, moved, added, removed } = comparison;
  if (places.length === 0 && moved === 0) return <p>{t('nothing')}</p>;
  return (
    <>
      <p>
        <strong>{t('in-all', { added, removed })}</strong>
      </p>
      <ul className={classes.summary}>
        {places.map((place) => (
          <li key={place.place ?? ''}>
            {t(`place-${place.how}`, {
              where: place.number === null ? t('text') : t('question', { n: place.number }),
              more: t(place.added >= place.removed ? 'more' : 'fewer', { n: Math.abs(place.added - place.removed) }),
            })}
          </li>
        ))}
        {moved > 0 ? <li>{t('moved-n', { n: moved })}</li> : null}
      </ul>
    </>
  );
}

/** Two versions as one text: what came, what went, what moved. What stayed can be folded away. */
export function ComparisonView({ comparison, lang }: { comparison: Comparison; lang: string }) {
  const t = useTranslations('compare');
  const [whole, setWhole] = useState(true);
  const shown = whole ? comparison.blocks : comparison.blocks.filter((block) => block.how !== 'same' || isAsked(block));
  return (
    <div>
      <p className={classes.key}>
        <ins className={classes.added}>{t('key-added')}</ins> <del className={classes.removed}>{t('key-removed')}</del>{' '}
        <span className={classes.movedSign}>{t('key-moved')}</span>{' '}
        <button type="button" className="quiet" aria-pressed={!whole} onClick={() => setWhole(!whole)}>
          {t('only-changes')}
        </button>
      </p>
      <div className={classes.text} lang={lang}>
        {shown.map((block, i) => (
          <div
            // biome-ignore lint/suspicious/noArrayIndexKey: a comparison never changes while it is shown
            key={i}
            dir="auto"
            className={classes.block}
            data-how={block.how}
            data-kind={block.kind}
          >
            {block.how === 'same' || block.how === 'changed' ? null : (
              <span className={classes.how}>{t(`how-${block.how}`)}</span>
            )}
            <Parts block={block} />
          </div>
        ))}
      </div>
    </div>
  );
}
