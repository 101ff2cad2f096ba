'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { BankName, KeptOf } from '@/core/setting/bank';
import { keyOr } from '@/ui/common/key-or';
import classes from './set.module.css';
import { Slot } from './slot';
import type { Bank } from './use-bank';

interface Props<Name extends BankName> {
  readonly bank: Bank;
  readonly kind: Name;
  readonly take: (content: KeptOf<Name>) => void;
}

/** What is kept of a kind, narrowed by what is typed. */
function Found<Name extends BankName>({ bank: { bank, problem, look, drop }, kind, take }: Props<Name>) {
  const t = useTranslations('set');
  const [narrow, setNarrow] = useState('');
  useEffect(() => {
    if (bank === null) void look();
  }, [bank, look]);
  const words = narrow.trim().toLocaleLowerCase();
  const own = bank?.filter((one) => one.kind === kind && one.title.toLocaleLowerCase().includes(words));
  return (
    <>
      <TextInput
        label={t('narrow')}
        value={narrow}
        onChange={({ currentTarget: { value } }) => setNarrow(value)}
        dir="auto"
        data-autofocus
      />
      {own?.length === 0 ? <p>{t('bank-empty')}</p> : null}
      <ul className={classes.offers}>
        {own?.slice(0, 30).map((one) => (
          <li key={one.id}>
            <button type="button" onClick={() => take(one.content as unknown as KeptOf<Name>)}>
              <bdi>{one.title || t('unnamed-part')}</bdi>
            </button>
            <button
              type="button"
              className="quiet"
              aria-label={t('bank-drop', { title: one.title })}
              onClick={() => void drop(one.id)}
            >
              {t('drop')}
            </button>
          </li>
        ))}
      </ul>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </>
  );
}

/** Opens a teacher's bank, to take something out of it. */
export function FromBank<Name extends BankName>({ take, ...props }: Props<Name>) {
  const t = useTranslations('set');
  return (
    <Slot words={t('from-bank')} label={t('from-bank')}>
      {(close) => (
        <Found
          {...props}
          take={(content) => {
            take(content);
            close();
          }}
        />
      )}
    </Slot>
  );
}

/** Keeps something in the bank, and says so. */
export function KeepInBank({ bank, kind, content }: { bank: Bank; kind: BankName; content: unknown }) {
  const t = useTranslations('set');
  const [kept, setKept] = useState<unknown>(null);
  if (kept === content)
    return (
      <span role="status" className="moss">
        {t('is-in-bank')}
      </span>
    );
  return (
    <button
      type="button"
      className="quiet"
      onClick={() => void bank.keep(kind, content).then((ok) => ok && setKept(content))}
    >
      {t('keep-in-bank')}
    </button>
  );
}
