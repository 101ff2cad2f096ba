import {
  IconArrowUpRight,
  IconCheck,
  IconCursorText,
  IconEraser,
  IconHighlight,
  IconLassoPolygon,
  IconLine,
  IconMath,
  IconPhoto,
  IconRectangle,
  IconScribble,
  IconX,
} from '@tabler/icons-react';
import type { ComponentType } from 'react';
import { INKS, type InkName, type ThingName } from '@/core/pages/things';

/** What a press on a sheet does: it chooses what lies there, rubs it out, or puts a thing there. */
export type Tool = 'move' | 'rub' | ThingName;

type Icon = ComponentType<{ size: number; stroke: number }>;

/** The tools, as they stand in the row: some have a few ways to be used. */
export const TOOLS: readonly { readonly key: string; readonly ways: readonly Tool[] }[] = [
  { key: 'move', ways: ['move'] },
  { key: 'write', ways: ['text'] },
  { key: 'pen', ways: ['ink', 'marker'] },
  { key: 'line', ways: ['line', 'arrow', 'rectangle'] },
  { key: 'tick', ways: ['tick', 'cross'] },
  { key: 'formula', ways: ['formula'] },
  { key: 'picture', ways: ['picture'] },
  { key: 'rub', ways: ['rub'] },
];

export const ICONS: Readonly<Record<Tool, Icon>> = {
  move: IconLassoPolygon,
  rub: IconEraser,
  text: IconCursorText,
  ink: IconScribble,
  marker: IconHighlight,
  line: IconLine,
  arrow: IconArrowUpRight,
  rectangle: IconRectangle,
  tick: IconCheck,
  cross: IconX,
  formula: IconMath,
  picture: IconPhoto,
};

/** With what is drawn and written next. */
export interface Writing {
  readonly tool: Tool;
  readonly ink: InkName;
  /** Lines and letters so many times as thick and tall as usual. */
  readonly weight: Weight;
}

export const WEIGHTS = [0.65, 1, 1.7] as const;
export type Weight = (typeof WEIGHTS)[number];

export const BEGIN: Writing = { tool: 'text', ink: INKS[0], weight: 1 };
