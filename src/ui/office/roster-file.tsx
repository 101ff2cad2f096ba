import { useTranslations } from 'next-intl';
import { COLUMNS, type Column } from '@/core/roster/roster';
import type { RosterView } from '@/server/reading/office/rosters';
import { Slot, YesSlot } from '@/ui/set/slot';
import office from './office.module.css';
import classes from './roster.module.css';

type File = RosterView['files'][number];

const DELIMITERS: Readonly<Record<string, 'commas' | 'semicolons' | 'tabs' | 'bars'>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

interface FileProps {
  readonly file: File;
  readonly editable: boolean;
  readonly columns: (columns: readonly Column[]) => void;
  readonly head: (isHead: boolean) => void;
}

/** How a file is read, in a sentence; of a plain one what each column is taken for. */
export function FileLine({ file, editable, columns, head }: FileProps) {
  const t = useTranslations('roster');
  const read =
    file.form === 'plain'
      ? file.columns
          .filter((one) => one !== '-')
          .map((one) => t(`column-${one}`))
          .join(', ') || t('nothing-yet')
      : t(`form-${file.form}`);
  const put = (at: number, column: Column) =>
    columns(file.columns.map((one, i) => (i === at ? column : one === column && column !== '-' ? '-' : one)));
  const table = (
    <table className={classes.sample}>
      <thead>
        <tr>
          {file.columns.slice(0, 12).map((column, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place
            <th key={i} scope="col">
              <select
                className="field"
                aria-label={t('column', { n: i + 1, head: file.head?.[i] ?? '' })}
                value={column}
                disabled={!editable}
                onChange={({ currentTarget }) => put(i, currentTarget.value as Column)}
              >
                {COLUMNS.map((one) => (
                  <option key={one} value={one}>
                    {t(`column-${one}`)}
                  </option>
                ))}
              </select>
              <br />
              <bdi className="soft">{file.head?.[i] ?? ''}</bdi>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {file.sample.map((cells, line) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is known by its place
          <tr key={line}>
            {cells.map((cell, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by its place
              <td key={i}>
                <bdi>{cell}</bdi>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <>
      <div className={classes.file}>
        {t.rich('file', {
          name: () => (
            <strong>
              <bdi>{file.name}</bdi>
            </strong>
          ),
          n: file.lines,
          read: () =>
            file.form === 'plain' ? (
              <Slot words={read} label={t('read-as')}>
                {() => <div className={office.scrolls}>{table}</div>}
              </Slot>
            ) : (
              <strong>{read}</strong>
            ),
          letters: file.letters,
          parted: t(DELIMITERS[file.delimiter] ?? 'commas'),
        })}{' '}
        {file.form === 'plain' && editable
          ? t.rich('first-line', {
              is: () => (
                <YesSlot
                  value={file.head !== null}
                  yes={t('is-head')}
                  no={t('is-line')}
                  label={t('what-first-line')}
                  change={head}
                />
              ),
            })
          : null}
      </div>
      {file.lacking.length > 0 ? (
        <div className={`${office.section} ${classes.lacks}`}>
          <p role="alert">
            {t('lacks', { what: file.lacking.map((one) => t(`column-${one}`)).join(', '), name: file.name })}
          </p>
          <div className={office.scrolls}>{table}</div>
        </div>
      ) : null}
    </>
  );
}
