import type { FileKind } from '@/core/formats/file-kinds';

/** Why an ask is unmet: nothing there at all, fewer than asked, more than asked, of another kind, or with faults. */
export type Problem = 'none' | 'empty' | 'too-few' | 'too-many' | 'wrong-kind' | 'faults';

/** A file or link that goes along. */
export interface CheckedFile {
  readonly name: string;
  readonly kind: FileKind | 'link';
  /** Pages of a PDF; `null` for anything else, and for one that cannot be counted. */
  readonly pages: number | null;
  /** How long sound or video is; `null` for anything else. */
  readonly seconds?: number | null;
  /** Where a link leads. */
  readonly address?: string;
}
