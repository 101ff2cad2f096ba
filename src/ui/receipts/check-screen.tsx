'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import { z } from 'zod';
import { sha256HexOf } from '@/core/documents/fingerprint';
import { isWhole, piecesWith } from '@/core/work/receipt';
import cards from '@/ui/common/cards.module.css';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './receipts.module.css';

const shape = z.object({
  kind: z.literal('receipt'),
  number: z.number().int().min(1),
  student: z.string(),
  assignment: z.string(),
  fingerprint: z.string().regex(/^[0-9a-f]{64}$/),
  pieces: z
    .array(
      z.object({ title: z.string(), kind: z.string(), size: z.number(), sha256: z.string().regex(/^[0-9a-f]{64}$/) }),
    )
    .max(500),
});
type Read = z.output<typeof shape>;

interface Looked {
  readonly name: string;
  /** Of one that could not be read there is none. */
  readonly sha256: string | null;
}

const lookAt = async (file: File): Promise<Looked> => ({
  name: file.name,
  sha256: await sha256HexOf(file.stream()).catch(() => null),
});

type Verdict = 'asking' | 'known' | 'unknown' | 'unreachable';

/** Whoever has a receipt and the files can see that they belong together. Files stay on the device. */
export function CheckScreen({ school, zone }: { school: string; zone: string }) {
  const t = useTranslations('check-receipt');
  const times = useTimes(zone);
  const [receipt, setReceipt] = useState<Read | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [verdict, setVerdict] = useState<Verdict>('asking');
  const [at, setAt] = useState<number | null>(null);
  const [looked, setLooked] = useState<readonly Looked[]>([]);
  // Which files are looked at: of those that were chosen before nothing more is said.
  const looking = useRef(0);

  const look = async (files: readonly File[]) => {
    looking.current += 1;
    const own = looking.current;
    setLooked([]);
    for (const file of files) {
      const one = await lookAt(file);
      if (own !== looking.current) return;
      setLooked((before) => [...before, one]);
    }
  };

  const read = async (file: File | undefined) => {
    setReceipt(null);
    setProblem(null);
    void look([]);
    if (!file) return;
    let value: unknown;
    try {
      value = file.size > 5_000_000 ? null : JSON.parse(await file.text());
    } catch {
      value = null;
    }
    const parsed = shape.safeParse(value);
    if (!parsed.success) {
      setProblem('not-a-receipt');
      return;
    }
    setReceipt(parsed.data);
    setVerdict('asking');
    const { number, fingerprint } = parsed.data;
    const answer = await post<{ known: boolean; at: number | null }>('/api/receipts/check', { number, fingerprint });
    setVerdict(!answer.ok ? 'unreachable' : answer.known ? 'known' : 'unknown');
    setAt(answer.ok ? answer.at : null);
  };

  return (
    <main id="main" className={cards.screen}>
      <p>
        <PlaceLink to={{ at: 'receipts' }}>{t('back')}</PlaceLink>
      </p>
      <h1>{t('title')}</h1>
      <p>{t('says', { school })}</p>
      <label className={classes.choose}>
        {t('choose-receipt')}
        <input type="file" accept=".json,application/json" onChange={(event) => void read(event.target.files?.[0])} />
      </label>
      <p role="alert" className="plum">
        {problem ? t(keyOr(t.has, problem, 'not-a-receipt')) : null}
      </p>
      {receipt ? (
        <section className={classes.receipt}>
          <h2>{t('receipt', { number: receipt.number })}</h2>
          <p>
            <bdi>{receipt.student}</bdi>, <bdi>{receipt.assignment}</bdi>
          </p>
          <ul className={classes.verdicts} aria-live="polite">
            <li data-good={isWhole(receipt)}>{isWhole(receipt) ? t('whole') : t('not-whole')}</li>
            <li data-good={verdict === 'known'}>
              {verdict === 'known' ? t('known', { at: at === null ? '' : times.exact(at) }) : t(verdict)}
            </li>
          </ul>
          <label className={classes.choose}>
            {t('choose-files')}
            <input type="file" multiple onChange={(event) => void look([...(event.target.files ?? [])])} />
          </label>
          <ul className={classes.verdicts} aria-live="polite">
            {looked.map(({ name, sha256 }) => {
              if (sha256 === null)
                return (
                  <li key={name} data-good={false}>
                    {t('unread', { name })}
                  </li>
                );
              const matches = piecesWith(receipt, sha256).map((position) => receipt.pieces[position]?.title ?? '');
              return (
                <li key={`${name} ${sha256}`} data-good={matches.length > 0}>
                  <span>
                    {matches.length > 0 ? t('belongs', { name, piece: matches.join(', ') }) : t('differs', { name })}
                  </span>
                  <code dir="ltr">{sha256}</code>
                </li>
              );
            })}
          </ul>
        </section>
      ) : null}
    </main>
  );
}
