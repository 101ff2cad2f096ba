import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { ProblemLine, RosterView } from '@/server/reading/office/rosters';
import { keyOr } from '@/ui/common/key-or';
import classes from './roster.module.css';

interface LineProps {
  readonly line: ProblemLine;
  /** Names the file, where there are several. */
  readonly file: string | null;
  readonly mend: (text: string) => void;
  readonly confirm: () => void;
  readonly editable: boolean;
}

/** A line that is not understood: the cell that is wrong is the field to mend it in. */
function Line({ line, file, mend, confirm, editable }: LineProps) {
  const t = useTranslations('roster');
  const at = line.cells[line.cell] ?? '';
  const [typed, setTyped] = useState(at);
  const take = () => {
    if (typed !== at) mend(typed);
  };
  const why = t(keyOr(t.has, `line-${line.code}`, 'line-other'), { said: line.said });
  // Some cells around the one that is wrong say whose line it is.
  const from = Math.max(0, Math.min(line.cell - 1, line.cells.length - 3));
  return (
    <li className={classes.line}>
      <span className="num soft">{line.line}</span>
      <span className={classes.cells}>
        {line.cells.slice(from, from + 3).map((cell, i) =>
          from + i === line.cell ? (
            <input
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by its place
              key={i}
              aria-label={t('mend', { line: line.line, why })}
              aria-invalid={!line.understood}
              data-understood={line.understood || undefined}
              value={typed}
              maxLength={200}
              dir="auto"
              readOnly={!editable}
              onChange={({ currentTarget }) => setTyped(currentTarget.value)}
              onBlur={take}
              onKeyDown={(event) => event.key === 'Enter' && take()}
            />
          ) : (
            // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by its place
            <span key={i}>
              <bdi>{cell}</bdi>
            </span>
          ),
        )}
      </span>
      <p className={classes.why}>
        <span>
          {file === null ? null : <bdi>{file}: </bdi>}
          {why}{' '}
          {line.code === 'unlike-class' && !line.understood && editable ? (
            <button type="button" className="quiet" onClick={confirm}>
              {t('is-new-class')}
            </button>
          ) : null}
        </span>
        <span role="status" className="moss">
          {line.understood ? t('understood') : ''}
        </span>
      </p>
    </li>
  );
}

interface Props {
  readonly view: RosterView;
  readonly editable: boolean;
  readonly change: (said: object) => void;
}

const FIRST = 8;

/** The lines that are not understood, each with its reason and the field to mend it in. */
export function RosterLines({ view, editable, change }: Props) {
  const t = useTranslations('roster');
  const [whole, setWhole] = useState(false);
  const shown = whole ? view.problems : view.problems.slice(0, FIRST);
  return (
    <section aria-labelledby="not-understood">
      <h3 id="not-understood">{t('not-understood', { n: view.problems.length })}</h3>
      {view.problems.length === 0 ? null : (
        <>
          <p className="soft">
            {t('mend-here')}{' '}
            <span className="moss" role="status">
              {view.open === 0 ? t('all-mended') : ''}
            </span>
          </p>
          <ul style={{ listStyle: 'none', margin: 0, padding: 0 }}>
            {shown.map((line) => (
              <Line
                key={`${line.file} ${line.line} ${line.cell} ${line.understood}`}
                line={line}
                file={view.files.length > 1 ? (view.files[line.file]?.name ?? null) : null}
                editable={editable}
                mend={(text) => change({ mend: [{ file: line.file, line: line.line, cell: line.cell, text }] })}
                confirm={() => change({ confirm: [line.said] })}
              />
            ))}
          </ul>
          {shown.length < view.problems.length ? (
            <button type="button" className="quiet" onClick={() => setWhole(true)}>
              {t('show-all', { n: view.problems.length })}
            </button>
          ) : null}
        </>
      )}
      <p className="soft">{t('letter-by-letter')}</p>
      {view.leftOut > 0 ? <p className="soft">{t('left-out', { n: view.leftOut })}</p> : null}
    </section>
  );
}
