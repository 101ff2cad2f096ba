import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { CourseNote } from '@/core/formats/cartridge/cartridge';
import { groupedBy } from '@/core/grouped';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { takeMade } from '@/ui/common/take-made';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './course.module.css';

interface CameIn {
  readonly units: number;
  readonly materials: number;
  readonly drafts: number;
  readonly notes: readonly CourseNote[];
}

function Notes({ notes }: { readonly notes: readonly CourseNote[] }) {
  const t = useTranslations('cartridge');
  if (notes.length === 0) return <p className="moss">{t('all-kept')}</p>;
  return (
    <>
      <p>{t('not-all', { n: notes.length })}</p>
      <ul>
        {[...groupedBy(notes, ({ what, code }) => `${what} ${code}`).values()].map((same) => {
          const [{ what, code }] = same as [CourseNote];
          return (
            <li key={`${what} ${code}`}>
              {t(`note-${code}`)} <span className="soft">{t(what)}</span>:{' '}
              <bdi>{same.map(({ title }) => title || t('no-title')).join(', ')}</bdi>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** A course that goes elsewhere, or comes from elsewhere, as one file in an open form. */
export function Cartridge({ classId, name }: { readonly classId: string; readonly name: string }) {
  const t = useTranslations('cartridge');
  const refresh = useRefresh();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState<'in' | 'out' | null>(null);
  const [came, setCame] = useState<CameIn | null>(null);
  const [went, setWent] = useState<readonly CourseNote[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const path = `/api/classes/${classId}/cartridge`;
  const begin = (what: 'in' | 'out') => {
    setBusy(what);
    setProblem(null);
    setCame(null);
    setWent(null);
  };
  const readIn = async ([file]: readonly File[]) => {
    if (!file) return;
    begin('in');
    const answer = await sendBytes<CameIn>(path, file);
    setBusy(null);
    if (!answer.ok) return setProblem(answer.code);
    setCame(answer);
    refresh();
  };
  const takeOut = async () => {
    begin('out');
    const answer = await takeMade(path, `${name}.imscc`);
    setBusy(null);
    if (!answer.ok) return setProblem(answer.code);
    setWent(JSON.parse(decodeURIComponent(answer.headers.get('x-kite-notes') ?? '%5B%5D')) as CourseNote[]);
  };
  return (
    <section className={classes.cartridge} aria-labelledby="cartridge">
      <h2 id="cartridge">{t('title')}</h2>
      <p className="soft">{t('says')}</p>
      <div className={classes.moves}>
        <QuietButton loading={busy === 'out'} onClick={takeOut}>
          {t('out')}
        </QuietButton>
        <QuietButton loading={busy === 'in'} onClick={() => input.current?.click()}>
          {t('in')}
        </QuietButton>
        <FileInput ref={input} aria-label={t('in')} accept=".imscc,.zip" take={readIn} />
      </div>
      <div role="status">
        {came ? (
          <>
            <p>
              <strong>{t('came', { units: came.units, materials: came.materials, drafts: came.drafts })}</strong>
            </p>
            <Notes notes={came.notes} />
          </>
        ) : null}
        {went ? (
          <>
            <p>
              <strong>{t('went')}</strong>
            </p>
            <Notes notes={went} />
          </>
        ) : null}
      </div>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </section>
  );
}
