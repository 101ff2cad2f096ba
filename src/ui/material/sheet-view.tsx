'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { SheetTable } from '@/core/formats/sheet';
import type { FileView } from '@/server/kinds/material/index';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';

/** The letters of a column, as sheets count them: A to Z, then AA. */
export function columnName(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : columnName(Math.floor(index / 26) - 1) + letter;
}

const isNumber = (cell: string): boolean => /^[-+−]?[\d.,\s]+%?$/.test(cell);

/** A workbook as tables, one sheet at a time. */
export function SheetView({ file, sheets, seenAll }: { file: FileView; sheets: readonly SheetTable[] } & Following) {
  const t = useTranslations('material');
  const [at, setAt] = useState(0);
  const [seen, setSeen] = useState<ReadonlySet<number>>(new Set([0]));
  const sheet = sheets[at];
  const all = seen.size === sheets.length;
  useEffect(() => {
    if (all) seenAll();
  }, [all, seenAll]);
  if (!sheet) return null;
  const columns = Math.max(1, ...sheet.rows.map((row) => row.length));
  const cut = sheet.allRows > sheet.rows.length || sheet.allColumns > columns;
  return (
    <>
      <MaterialTools file={file}>
        {sheets.map((one, i) => (
          <button
            key={one.name}
            type="button"
            className={classes.choice}
            aria-pressed={i === at}
            onClick={() => {
              setAt(i);
              setSeen(new Set([...seen, i]));
            }}
          >
            <bdi>{one.name}</bdi>
          </button>
        ))}
      </MaterialTools>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section className={classes.grid} aria-label={sheet.name} tabIndex={0} data-print>
        {cut ? <p className="soft">{t('cut', { rows: sheet.rows.length, all: sheet.allRows })}</p> : null}
        <table>
          <thead>
            <tr>
              <td />
              {Array.from({ length: columns }, (_, i) => (
                <th key={columnName(i)} scope="col">
                  {columnName(i)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.rows.map((row, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the number of a row is its name
              <tr key={i}>
                <th scope="row">{i + 1}</th>
                {Array.from({ length: columns }, (_, j) => (
                  <td key={columnName(j)} dir="auto" data-number={isNumber(row[j] ?? '') || undefined}>
                    {row[j] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}
