'use client';

import { useTranslations } from 'next-intl';
import { useMemo, useRef } from 'react';
import type { PagesContent } from '@/core/kinds/document/pages';
import { compareSheets, type SheetChange } from '@/core/pages/compare-sheets';
import { Base, type Beneath, useBeneath } from './base';
import own from './compared-sheets.module.css';
import { PagesWords } from './pages-words';
import { SheetFrame } from './sheet-frame';
import { useFit } from './use-fit';
import { type Change, WrittenOn } from './written-on';

interface Props {
  readonly before: PagesContent;
  readonly after: PagesContent;
  readonly lang: string;
}

interface SideProps {
  readonly content: PagesContent;
  readonly change: SheetChange;
  readonly changes: ReadonlyMap<string, Change>;
  readonly beneath: Beneath;
  readonly label: string;
  readonly lang: string;
}

/** One of the two states of a sheet, with what is another in it framed. */
function Side({ content, change: { sheet, number }, changes, beneath, label, lang }: SideProps) {
  const t = useTranslations('pages');
  const root = useRef<HTMLElement>(null);
  const scale = useFit(root, 'width')(sheet);
  return (
    <figure ref={root} className={own.side}>
      <figcaption>{label}</figcaption>
      <SheetFrame
        sheet={sheet}
        scale={scale}
        label={label}
        base={<Base sheet={sheet} beneath={beneath} scale={scale} root={root} label={t('printed-on', { n: number })} />}
      >
        <WrittenOn content={content} sheet={sheet.id} lang={lang} changes={changes} />
      </SheetFrame>
    </figure>
  );
}

/** What is another on a sheet, in words: thing by thing, and what each box said and says. */
function InWords({ change }: { readonly change: SheetChange }) {
  const t = useTranslations('pages');
  const named = ({ is, words }: SheetChange['added'][number]) =>
    words === '' ? t(`thing-${is}`) : `${t(`thing-${is}`)} “${words}”`;
  return (
    <ul className={own.words}>
      {change.whole ? <li>{t(`sheet-${change.whole}`)}</li> : null}
      {change.boxes.map(({ box, before, after }) => (
        <li key={box.id}>
          {t('box-says', { name: box.name })}{' '}
          {before === '' ? null : (
            <del dir="auto">
              <bdi>{before}</bdi>
            </del>
          )}{' '}
          {after === '' ? null : (
            <ins dir="auto">
              <bdi>{after}</bdi>
            </ins>
          )}
        </li>
      ))}
      {change.added.map((thing) => (
        <li key={thing.id}>{t('came', { what: named(thing) })}</li>
      ))}
      {change.removed.map((thing) => (
        <li key={thing.id}>{t('went', { what: named(thing) })}</li>
      ))}
      {change.changed.map(({ after }) => (
        <li key={after.id}>{t('changed', { what: named(after) })}</li>
      ))}
    </ul>
  );
}

/** By id what became of each thing and box that is another. */
function changesOf({ boxes, added, removed, changed }: SheetChange): ReadonlyMap<string, Change> {
  return new Map<string, Change>([
    ...boxes.map(({ box }) => [box.id, 'changed'] as const),
    ...added.map(({ id }) => [id, 'added'] as const),
    ...removed.map(({ id }) => [id, 'removed'] as const),
    ...changed.map(({ after }) => [after.id, 'changed'] as const),
  ]);
}

function Compared({ before, after, lang }: Props) {
  const t = useTranslations('pages');
  const changes = useMemo(() => compareSheets(before, after), [before, after]);
  const beneath = useBeneath(after.file ? after : before, 0);
  if (changes.length === 0) return <p>{t('nothing-changed')}</p>;
  return changes.map((change) => {
    const marked = changesOf(change);
    const side = { change, changes: marked, beneath, lang };
    return (
      <section key={change.sheet.id} aria-label={t('sheet-n', { n: change.number })}>
        <h3>{t('sheet-n', { n: change.number })}</h3>
        <InWords change={change} />
        <div className={own.both}>
          {change.whole === 'added' ? null : <Side {...side} content={before} label={t('as-it-was')} />}
          {change.whole === 'removed' ? null : <Side {...side} content={after} label={t('as-it-is')} />}
        </div>
      </section>
    );
  });
}

/** Two states of sheets, sheet by sheet: in words, and side by side. */
export function ComparedSheets(props: Props) {
  return (
    <PagesWords>
      <Compared {...props} />
    </PagesWords>
  );
}
