'use client';

import { IconX } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type ReactNode, useRef } from 'react';
import { EMPTY, type Thing } from '@/core/kinds/question/parts';
import { newAct } from '@/ui/common/act';
import classes from '@/ui/set/asking.module.css';
import { SaidField } from '@/ui/set/said-field';

interface Props {
  readonly things: readonly Thing[];
  readonly change: (things: readonly Thing[]) => void;
  readonly lang: string;
  readonly editable: boolean;
  /** How one of them is called, by its number from 1. */
  readonly label: (n: number) => string;
  readonly add: string;
  /** Stands before and behind each. */
  readonly before?: (thing: Thing, i: number) => ReactNode;
  readonly behind?: (thing: Thing, i: number) => ReactNode;
  readonly least?: number;
}

/** Things that can be chosen, put in order or matched, each in a line: Enter goes on to the next, and adds one at the end. */
export function Things({ things, change, lang, editable, label, add, before, behind, least = 2 }: Props) {
  const t = useTranslations('set');
  const list = useRef<HTMLUListElement>(null);
  const focus = (i: number) =>
    setTimeout(() => list.current?.querySelectorAll<HTMLTextAreaElement>('textarea[data-thing]').item(i)?.focus(), 30);
  const more = () => {
    change([...things, { id: newAct(), says: EMPTY }]);
    focus(things.length);
  };
  return (
    <>
      <ul className={classes.things} ref={list}>
        {things.map((thing, i) => (
          <li key={thing.id}>
            {before?.(thing, i)}
            <SaidField
              doc={thing.says}
              change={(says) => change(things.map((one) => (one.id === thing.id ? { ...one, says } : one)))}
              label={label(i + 1)}
              placeholder={label(i + 1)}
              lang={lang}
              editable={editable}
              onEnter={() => (i === things.length - 1 ? more() : focus(i + 1))}
              thing
            />
            {behind?.(thing, i)}
            {editable && things.length > least ? (
              <button
                type="button"
                className={classes.drop}
                aria-label={t('drop-thing', { label: label(i + 1) })}
                onClick={() => change(things.filter(({ id }) => id !== thing.id))}
              >
                <IconX size={16} stroke={1.6} aria-hidden="true" />
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      {editable ? (
        <button type="button" className="quiet" onClick={more}>
          {add}
        </button>
      ) : null}
    </>
  );
}
