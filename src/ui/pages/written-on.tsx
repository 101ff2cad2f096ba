'use client';

import { useTranslations } from 'next-intl';
import { boxesOn, type PagesContent } from '@/core/kinds/document/pages';
import { areaOf } from '@/core/kinds/thing/kind';
import { inReadingOrder } from '@/core/pages/geometry';
import type { Box } from '@/core/pages/given';
import type { DocNode } from '@/core/text/nodes';
import { DocumentView } from '@/ui/common/document-view';
import { ThingLook } from '@/ui/kinds/thing';
import { lettersIn } from './box-field';
import boxClasses from './boxes.module.css';
import classes from './pages.module.css';

interface BoxProps {
  readonly box: Box;
  readonly said: string;
  readonly place: DocNode | undefined;
  readonly lang: string;
  readonly change: Change | undefined;
}

function BoxSaid({ box, said, place, lang, change }: BoxProps) {
  return (
    <div
      className={boxClasses.box}
      data-boxed
      data-change={change}
      data-marked={box.field === null || undefined}
      data-filled={said !== '' || undefined}
      style={{ left: box.x, top: box.y, width: box.w, minHeight: box.h, fontSize: lettersIn(box) }}
    >
      <div className={boxClasses.boxSaid} dir="auto">
        {said === '' ? null : place ? <DocumentView document={place as never} lang={lang} /> : said}
      </div>
    </div>
  );
}

/** What became of a thing or a box from one hand-in to another. */
export type Change = 'added' | 'removed' | 'changed';

interface Props {
  readonly content: PagesContent;
  readonly sheet: string;
  /** What stands in each place, with marks in it; without it the words alone. */
  readonly places?: ReadonlyMap<string, DocNode>;
  readonly lang: string;
  /** By the id of a thing or a box. */
  readonly changes?: ReadonlyMap<string, Change>;
}

/** Everything that was written on a sheet, in reading order, to be read. */
export function WrittenOn({ content: { boxes, things, filled }, sheet, places, lang, changes }: Props) {
  const t = useTranslations('pages');
  const all = [
    ...boxesOn(boxes, sheet).map((box) => ({ box, area: { x: box.x, y: box.y, w: box.w, h: box.h } })),
    ...things.filter((thing) => thing.sheet === sheet).map((thing) => ({ thing, area: areaOf(thing) })),
  ];
  return inReadingOrder(all, ({ area }) => area).map((one) =>
    'box' in one ? (
      <BoxSaid
        key={one.box.id}
        box={one.box}
        said={filled[one.box.id] ?? ''}
        place={places?.get(one.box.id)}
        lang={lang}
        change={changes?.get(one.box.id)}
      />
    ) : (
      <div
        key={one.thing.id}
        className={classes.thing}
        data-change={changes?.get(one.thing.id)}
        style={{ left: one.area.x, top: one.area.y, width: one.area.w, height: one.area.h }}
        role="img"
        aria-label={`${t('thing', { what: t(`thing-${one.thing.is}`), ink: t(`ink-${one.thing.ink}`) })} ${one.thing.words}`}
      >
        <ThingLook thing={one.thing} />
      </div>
    ),
  );
}
