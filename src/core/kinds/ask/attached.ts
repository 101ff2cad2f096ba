import type { FileKind } from '../../formats/file-kinds';
import { counted, type Range } from './counted';
import type { AskKind } from './kind';

interface Typed extends Range {
  readonly types: readonly FileKind[];
}

/** So many files of some kinds, told by their bytes; of any kind where none is named. Links are no files. */
export const files: AskKind<Typed> = {
  range: (settings) => settings,
  measure: ({ types, min }, asked) => {
    const there = asked.files.filter(({ address }) => address === undefined);
    const fits = there.filter(({ kind }) => types.length === 0 || types.includes(kind as FileKind));
    const others = there.filter((file) => !fits.includes(file)).map((file) => file.name);
    return {
      found: fits.length,
      details: others,
      ...(others.length > 0 && fits.length < min ? { problem: 'wrong-kind' as const } : {}),
    };
  },
  advice: false,
  alwaysBars: true,
  files: ({ types }) => types,
  adviser: null,
};

/** Pages of all PDFs together. */
export const pages = counted(({ files: there }) => ({
  found: there.reduce((sum, one) => sum + (one.pages ?? 0), 0),
}));

/** How long everything that was recorded is together, in whole seconds. */
export const recording = counted(({ files: there }) => ({
  found: Math.floor(there.reduce((sum, one) => sum + (one.seconds ?? 0), 0)),
}));
