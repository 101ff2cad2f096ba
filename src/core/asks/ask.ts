/**
 * One measurable thing that a brief asks for. `place` is the id of an answer place, or `null` for the
 * whole document. `bars`: the work is not taken while this ask is unmet.
 */
export type Ask = {
  readonly id: string;
  readonly place: string | null;
  readonly bars: boolean;
} & (
  | { readonly kind: 'answered' }
  | { readonly kind: 'words'; readonly min: number; readonly max: number | null }
  | { readonly kind: 'sentences'; readonly min: number; readonly max: number | null }
);

export type AskKind = Ask['kind'];
