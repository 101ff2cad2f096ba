/** From so many on, up to so many; `null` is no upper limit. */
interface Range {
  readonly min: number;
  readonly max: number | null;
}

/** The kinds of file that an ask can be content with, told by the bytes and not by the name. */
export const FILE_KINDS = ['pdf', 'picture', 'document', 'sheet', 'slides', 'sound', 'video', 'text', 'other'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/**
 * One measurable thing that a brief asks for. `place` is the id of an answer place, or `null` for the
 * whole of what goes along. `bars`: the work is not taken while this ask is unmet. Kinds of advice
 * (`whole-sentences`, `spelling`) never bar, whatever is set; `files` always does.
 */
export type Ask = {
  readonly id: string;
  readonly place: string | null;
  readonly bars: boolean;
} & (
  | { readonly kind: 'answered' }
  | ({ readonly kind: 'words' | 'sentences' | 'items' | 'links' } & Range)
  /** Words, each with its meaning: these, or where none are named, so many of the student's choice. */
  | ({ readonly kind: 'terms'; readonly terms: readonly string[] } & Range)
  /** Sentences that begin with a capital, end with an end mark and have a verb in them. */
  | { readonly kind: 'whole-sentences' | 'spelling' | 'title' | 'name' }
  | ({ readonly kind: 'files'; readonly types: readonly FileKind[] } & Range)
  /** Pages of all PDFs together. */
  | ({ readonly kind: 'pages' } & Range)
);

export const ASK_KINDS = [
  'answered',
  'words',
  'sentences',
  'items',
  'links',
  'terms',
  'whole-sentences',
  'spelling',
  'title',
  'name',
  'files',
  'pages',
] as const satisfies readonly Ask['kind'][];

export type AskKind = Ask['kind'];

/** Kinds that can only ever be advice. */
export const ADVICE: ReadonlySet<AskKind> = new Set(['whole-sentences', 'spelling']);
