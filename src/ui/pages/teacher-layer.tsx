'use client';

import { useTranslations } from 'next-intl';
import { INK_COLOURS } from '@/core/pages/things';
import { type Annotation, drawingIn, isSaid, placeOnSheet } from '@/core/remarks/annotation';
import classes from './teacher-layer.module.css';

interface Props {
  /** The number of the sheet, from 1. */
  readonly page: number;
  readonly remarks: readonly Annotation[];
  /** The number of each remark in which something is said. */
  readonly numbers: ReadonlyMap<string, number>;
  readonly chosen: string | null;
  readonly choose: (remark: string | null) => void;
}

const BROWN = `#${INK_COLOURS.brown}`;

/** What a teacher drew on a sheet and remarked at places of it: a layer of its own over what the student wrote. */
export function TeacherLayer({ page, remarks, numbers, chosen, choose }: Props) {
  const t = useTranslations('pages');
  const own = remarks.flatMap((remark) => {
    const place = placeOnSheet(remark.target.selector);
    return place?.page === page ? [{ remark, place, drawing: drawingIn(remark.target.selector) }] : [];
  });
  return (
    <>
      <svg
        className={classes.drawn}
        role="img"
        aria-label={t('teachers-ink', { n: own.filter(({ drawing }) => drawing).length })}
      >
        {own.map(({ remark, drawing }) =>
          drawing ? (
            <path
              key={remark.id}
              data-remark={remark.id}
              d={drawing.path}
              {...(drawing.width === null
                ? { fill: BROWN }
                : {
                    fill: 'none',
                    stroke: BROWN,
                    strokeWidth: drawing.width,
                    strokeLinecap: 'round',
                    strokeLinejoin: 'round',
                  })}
            />
          ) : null,
        )}
      </svg>
      {own.map(({ remark, place }) =>
        isSaid(remark) ? (
          <button
            key={remark.id}
            type="button"
            className={classes.pin}
            data-remark={remark.id}
            aria-expanded={remark.id === chosen}
            aria-label={t('remark-says', { n: numbers.get(remark.id) ?? 0, words: remark.body.value })}
            style={{ left: place.x + place.w, top: place.y + place.h }}
            onClick={() => choose(remark.id === chosen ? null : remark.id)}
          >
            {t('number', { n: numbers.get(remark.id) ?? 0 })}
          </button>
        ) : null,
      )}
    </>
  );
}

/** The words of a remark beside its place. */
export function RemarkCard({
  remark,
  number,
  drop,
}: {
  readonly remark: Annotation;
  readonly number: number;
  readonly drop: (() => void) | null;
}) {
  const t = useTranslations('pages');
  const place = placeOnSheet(remark.target.selector);
  if (!place) return null;
  return (
    <div className={classes.card} style={{ left: place.x + place.w + 4, top: place.y + place.h + 16 }} role="note">
      <strong>{t('remark-n', { n: number })}</strong>
      <p dir="auto">{remark.body.value}</p>
      {drop ? (
        <button type="button" className="quiet" onClick={drop}>
          {t('take-off')}
        </button>
      ) : null}
    </div>
  );
}
