import type { CheckedFile, Problem } from '@/core/asks/checked';
import type { Measures } from '../../asks/measures';
import type { FileKind } from '../../formats/file-kinds';
import type { Doc, DocNode } from '../../text/nodes';

/** What an ask is measured in: the answer place that it is about, or everything that goes along. */
export interface Asked {
  /** The words typed there, as they are measured (`prose`). */
  readonly text: string;
  /** What stands there, made only when it is wanted. */
  readonly node: () => DocNode;
  /** Is it about one answer place? */
  readonly inPlace: boolean;
  /** Is anything there at all: words, a formula or a picture? */
  readonly filled: boolean;
  readonly doc: Doc;
  readonly files: readonly CheckedFile[];
  readonly names: readonly string[];
  readonly measures: Measures;
}

/** What was measured of one ask. */
export interface Measured {
  readonly found: number;
  /** The last sentence has no end mark yet. */
  readonly openEnd?: boolean;
  readonly details?: readonly string[];
  /** Where it does not follow from how many there are. */
  readonly problem?: Problem;
}

/** A kind of measurable thing that a brief can ask for; `Settings` are what a teacher says of it besides where and whether it bars. */
export interface AskKind<Settings> {
  /** From how many on it is met, and up to how many; `null` is no upper limit. */
  readonly range: (settings: Settings) => { readonly min: number; readonly max: number | null };
  readonly measure: (settings: Settings, asked: Asked) => Measured;
  /** It is only ever advice, and never keeps work from being handed in. */
  readonly advice: boolean;
  /** It bars whatever the teacher has set, where more than none is asked for. */
  readonly alwaysBars: boolean;
  /** The kinds of file that it is content with; `null` where it asks for no file. */
  readonly files: (settings: Settings) => readonly FileKind[] | null;
  /** What looks through the words has to be there for it. */
  readonly adviser: 'verbs' | 'spelling' | null;
}
