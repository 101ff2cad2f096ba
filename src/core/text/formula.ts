import katex from 'katex';

/** The longest formula that is drawn. */
const LONGEST = 2000;

/**
 * A formula in TeX as MathML, which browsers draw and read out by themselves. What cannot be read stays as it was
 * typed. Nothing in a formula can load or link to anything.
 */
export function formulaMarkup(tex: string): string {
  const drawn = katex.renderToString(tex.slice(0, LONGEST), {
    output: 'mathml',
    throwOnError: false,
    trust: false,
    maxExpand: 200,
    strict: 'ignore',
  });
  return drawn;
}

/** What is wrong with a formula; `null` when it can be drawn. */
export function formulaProblem(tex: string): string | null {
  try {
    katex.renderToString(tex.slice(0, LONGEST), {
      output: 'mathml',
      throwOnError: true,
      trust: false,
      maxExpand: 200,
      strict: 'ignore',
    });
    return null;
  } catch (error) {
    return error instanceof Error ? error.message.replace(/^KaTeX parse error: /, '') : 'unknown';
  }
}
