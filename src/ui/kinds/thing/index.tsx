import { memo } from 'react';
import { thingKind } from '@/core/kinds/thing';
import { areaOf } from '@/core/kinds/thing/kind';
import type { MadeOf } from '@/core/kinds/thing/said';
import { INK_COLOURS, type Thing } from '@/core/pages/things';
import { DrawnFormula } from '@/ui/common/formula';
import { drawnAs } from './shapes';
import classes from './thing.module.css';

const colourOf = ({ ink }: Thing): string => `#${INK_COLOURS[ink]}`;

function Shape({ thing }: { readonly thing: Thing }) {
  const shape = thingKind(thing.is).shape(thing);
  const area = areaOf(thing);
  if (!shape) return null;
  return (
    <svg className={classes.shape} width={area.w || 1} height={area.h || 1} aria-hidden="true">
      <path transform={`translate(${-area.x} ${-area.y})`} d={shape.path} {...drawnAs(thing, shape)} />
    </svg>
  );
}

/** How each sort of thing looks to whoever only reads. */
const LOOKS: { readonly [Of in MadeOf]: (props: { readonly thing: Thing }) => React.ReactNode } = {
  shape: Shape,
  words: ({ thing }) => (
    <div className={classes.words} dir="auto" style={{ color: colourOf(thing), fontSize: thing.size }}>
      {thing.words}
    </div>
  ),
  formula: ({ thing }) => (
    <span className={classes.formula} dir="ltr" style={{ color: colourOf(thing), fontSize: thing.size }}>
      <DrawnFormula tex={thing.words} />
    </span>
  ),
  picture: ({ thing }) =>
    thing.src === '' ? null : (
      // biome-ignore lint/performance/noImgElement: the school's own file, shown as it is
      <img className={classes.picture} src={thing.src} alt={thing.words} draggable={false} />
    ),
};

/** A thing as it looks, in its own area. */
export const ThingLook = memo(function ThingLook({ thing }: { readonly thing: Thing }) {
  const Look = LOOKS[thingKind(thing.is).of];
  return <Look thing={thing} />;
});
