import katex from 'katex';

/** The longest formula that is drawn. */
const LONGEST = 2000;
const END = '</math>';

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
    const markup = drawn(tex, true);
    const [from, to] = [markup.indexOf('<math'), markup.lastIndexOf(END)];
    return from < 0 || to < 0 ? null : markup.slice(from, to + END.length);
  } catch {
    return null;
  }
}
