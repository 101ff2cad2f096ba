import type { Weave } from '@/core/setting/weaves';
import type { Glow, Ink } from '@/core/text/tones';

/** The colours of the look, by scheme. Contrast between them is computed in a test. */
export const TOKENS = {
  light: {
    sky: '#e9f1f5',
    'sky-deep': '#d7e6ee',
    sheet: '#ffffff',
    ink: '#13243a',
    'ink-soft': '#4d5f73',
    line: '#c3d3de',
    'line-soft': '#dbe6ed',
    thread: '#b82a18',
    button: '#13243a',
    'on-button': '#ffffff',
    moss: '#2c6e49',
    amber: '#8a5200',
    plum: '#86306f',
    edge: '#6f8496',
    spoken: '#f5dca3',
  },
  dark: {
    sky: '#0e1a29',
    'sky-deep': '#142438',
    sheet: '#172a40',
    ink: '#eaf2f8',
    'ink-soft': '#a5b8c9',
    line: '#31475f',
    'line-soft': '#22364c',
    thread: '#ff7a63',
    button: '#eaf2f8',
    'on-button': '#0e1a29',
    moss: '#86d0a4',
    amber: '#f0bd63',
    plum: '#e59ad2',
    edge: '#7c93a8',
    spoken: '#6b4a12',
  },
} as const;

/** What the colours of words look like, by scheme; the names are those of the core. */
export const INK_TONES: Readonly<Record<Ink, Readonly<Record<'light' | 'dark', string>>>> = {
  red: { light: '#a3200f', dark: '#ffb3a6' },
  blue: { light: '#1d5a86', dark: '#a9d3f2' },
  green: { light: '#1f5f3c', dark: '#a8e2c0' },
  plum: { light: '#7a2a64', dark: '#f0bfe3' },
  brown: { light: '#704300', dark: '#f4d39a' },
};

/** The same for the colours behind words. */
export const GLOW_TONES: Readonly<Record<Glow, Readonly<Record<'light' | 'dark', string>>>> = {
  straw: { light: '#faefc0', dark: '#4a3d12' },
  mint: { light: '#d5f0dd', dark: '#16402a' },
  mist: { light: '#d8eaf6', dark: '#173c57' },
  rose: { light: '#f9dfe6', dark: '#52243a' },
};

/** The hue of each weave, by scheme. */
export const WEAVE_HUES = {
  stripe: { light: '#2f6f9f', dark: '#7db8e0' },
  check: { light: '#8a6a1f', dark: '#d9b65c' },
  waves: { light: '#2b7a78', dark: '#6fc7c3' },
  herringbone: { light: '#8c4a3c', dark: '#dd9a89' },
  dots: { light: '#6a5195', dark: '#b6a0de' },
  bars: { light: '#4d7340', dark: '#9bc98a' },
  diamonds: { light: '#9a3f63', dark: '#e493b3' },
  plain: { light: '#5b6670', dark: '#aab6c0' },
} as const satisfies Readonly<Record<Weave, Readonly<Record<'light' | 'dark', string>>>>;

/** The variables of one scheme, as CSS names them. */
export function schemeVariables(scheme: 'light' | 'dark'): Record<string, string> {
  return Object.fromEntries([
    ...Object.entries(TOKENS[scheme]).map(([name, value]) => [`--${name}`, value]),
    ...Object.entries(INK_TONES).map(([name, tone]) => [`--ink-${name}`, tone[scheme]]),
    ...Object.entries(GLOW_TONES).map(([name, tone]) => [`--glow-${name}`, tone[scheme]]),
    ...Object.entries(WEAVE_HUES).map(([name, hue]) => [`--weave-${name}`, hue[scheme]]),
  ]);
}
