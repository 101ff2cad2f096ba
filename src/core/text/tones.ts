import { type DocNode, markOf } from './nodes';

/** Colours that words can be written in, by name. What each looks like belongs to the scheme. */
export const INKS = ['red', 'blue', 'green', 'plum', 'brown'] as const;
export type Ink = (typeof INKS)[number];

/** Colours that can lie behind words, by name. */
export const GLOWS = ['straw', 'mint', 'mist', 'rose'] as const;
export type Glow = (typeof GLOWS)[number];

/** What the colours are on paper and in other programs, as six hexadecimal digits: those of the light scheme. */
export const INK_ON_PAPER: Readonly<Record<Ink, string>> = {
  red: 'a3200f',
  blue: '1d5a86',
  green: '1f5f3c',
  plum: '7a2a64',
  brown: '704300',
};

export const GLOW_ON_PAPER: Readonly<Record<Glow, string>> = {
  straw: 'faefc0',
  mint: 'd5f0dd',
  mist: 'd8eaf6',
  rose: 'f9dfe6',
};

const onPaper = (palette: Readonly<Record<string, string>>, tone: unknown): string | null =>
  typeof tone === 'string' && Object.hasOwn(palette, tone) ? (palette[tone] ?? null) : null;

/** The colour of some words on paper, as six hexadecimal digits; `null` for plain ink, and for a name of no palette. */
export const inkOnPaper = (node: DocNode): string | null => onPaper(INK_ON_PAPER, markOf(node, 'ink')?.attrs?.tone);

/** The colour behind some words on paper. */
export const glowOnPaper = (node: DocNode): string | null => onPaper(GLOW_ON_PAPER, markOf(node, 'glow')?.attrs?.tone);
