import { memo } from 'react';
import { thingKind } from '@/core/kinds/thing';
import { INK_COLOURS, type Thing } from '@/core/pages/things';
import classes from './thing.module.css';

/** How a shape is drawn in its ink. */
export function drawnAs(
  { ink, size }: Thing,
  { filled, clear }: { readonly filled: boolean; readonly clear?: boolean },
) {
  const colour = `#${INK_COLOURS[ink]}`;
  return filled
    ? { fill: colour, fillOpacity: clear ? 0.35 : 1 }
    : {
        fill: 'none',
        stroke: colour,
        strokeWidth: size,
        strokeLinecap: 'round' as const,
        strokeLinejoin: 'round' as const,
      };
}

const ShapePath = memo(function ShapePath({ thing }: { readonly thing: Thing }) {
  const shape = thingKind(thing.is).shape(thing);
  return shape ? <path data-shape={thing.id} d={shape.path} {...drawnAs(thing, shape)} /> : null;
});

/**
 * Every shape of a sheet in one drawing: hundreds of drawings of their own would each be looked through for every place of a pen.
 * The one that is chosen is left out, since it is moved about by itself.
 */
export const Shapes = memo(function Shapes({
  things,
  except,
  width,
  height,
}: {
  readonly things: readonly Thing[];
  readonly except: string | null;
  readonly width: number;
  readonly height: number;
}) {
  return (
    <svg className={classes.shapes} width={width} height={height} aria-hidden="true">
      {things.map((thing) => (thing.id === except ? null : <ShapePath key={thing.id} thing={thing} />))}
    </svg>
  );
});
