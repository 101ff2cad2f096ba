import katex from 'katex';

/** The longest formula that is drawn. */
const LONGEST = 2000;

const drawn = (tex: string, throwOnError: boolean): string =>
  katex.renderToString(tex.slice(0, LONGEST), {
    output: 'mathml',
    throwOnError,
    trust: false,
    maxExpand: 200,
    strict: 'ignore',
  });

/**
 * A formula in TeX as MathML, which browsers draw and read out by themselves. What cannot be read stays as it was
 * typed. Nothing in a formula can load or link to anything.
 */
export const formulaMarkup = (tex: string): string => drawn(tex, false);

/** What is wrong with a formula; `null` when it can be drawn. */
export function formulaProblem(tex: string): string | null {
  try {
    drawn(tex, true);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message.replace(/^KaTeX parse error: /, '') : 'unknown';
  }
}

/** The `<math>` element alone (MathML 3), as files of other programs hold it; `null` for what cannot be read. */
export function formulaMath(tex: string): string | null {
  try {
    return /<math[\s\S]*<\/math>/.exec(drawn(tex, true))?.[0] ?? null;
  } catch {
    return null;
  }
}
