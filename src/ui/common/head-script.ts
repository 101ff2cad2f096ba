/**
 * How a script within a page's head runs at once: a plain one would wait for the styles before it, and all that is to be read
 * would wait for the script. What must not be seen without it says `blocking="render"` besides.
 */
export const BESIDE_STYLES = { type: 'module', async: true } as const;
