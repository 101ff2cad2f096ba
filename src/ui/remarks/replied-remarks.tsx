'use client';

import { useTranslations } from 'next-intl';
import type { Written } from '@/core/kinds/document';
import { isSaid, placeOnSheet, remarkedPiece } from '@/core/remarks/annotation';
import type { RepliedRemark } from '@/server/reading/desk/replies';
import type { Times } from '@/ui/common/times';
import { useComparison } from '@/ui/compare/use-comparison';
import { NearChange } from './near-change';
import classes from './remarks.module.css';
import { useHandedIn } from './use-handed-in';
import { useQuoted } from './use-quoted';

interface OneProps {
  readonly one: RepliedRemark;
  readonly was: Written | null;
  readonly is: Written | null;
  readonly lang: string;
  readonly times: Times;
}

function One({ one, was, is, lang, times }: OneProps) {
  const t = useTranslations('remarks');
  const comparison = useComparison(was, is, lang);
  const quoted = useQuoted()(one.remark);
  const isPlaced = placeOnSheet(one.remark.target.selector) !== null;
  return (
    <li>
      <q dir="auto">{quoted}</q>
      <p dir="auto">{one.remark.body.value}</p>
      <p className={one.doneAt === null ? 'soft' : 'moss'}>
        {one.doneAt === null ? t('not-done') : `✓ ${t('done-at', { at: times.exact(one.doneAt) })}`}
      </p>
      {one.answer === '' ? null : (
        <p className={classes.answer} dir="auto">
          <strong>{t('answered')}</strong> {one.answer}
        </p>
      )}
      {was && comparison && !isPlaced ? (
        <NearChange remark={one.remark} was={was} comparison={comparison} lang={lang} />
      ) : null}
    </li>
  );
}

interface Props {
  readonly remarks: readonly RepliedRemark[];
  /** The hand-in on which they were made. */
  readonly handIn: string;
  /** The pieces as they are now. */
  readonly now: readonly { readonly document: string | null; readonly written: Written | null }[];
  readonly lang: string;
  readonly times: Times;
}

/** The remarks on the hand-in before, each with the answer to it and what was changed near it. */
export function RepliedRemarks({ remarks, handIn, now, lang, times }: Props) {
  const before = useHandedIn(handIn);
  return (
    <ol className={classes.remarks}>
      {remarks
        .filter(({ remark }) => isSaid(remark))
        .map((one) => {
          const piece = before ? remarkedPiece(one.remark, before.pieces) : undefined;
          const is = now.find(({ document }) => document !== null && document === piece?.document);
          return (
            <One
              key={one.remark.id}
              one={one}
              was={piece?.written ?? null}
              is={is?.written ?? null}
              lang={lang}
              times={times}
            />
          );
        })}
    </ol>
  );
}
