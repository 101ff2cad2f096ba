/**
 * How a script within a page's head runs at once, before anything is painted: a plain one would wait for the styles before it, and
 * all that is to be read would wait for the script.
 */
export const BEFORE_PAINT = { type: 'module', async: true, blocking: 'render' } as const;
