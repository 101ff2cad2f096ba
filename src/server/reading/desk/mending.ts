/** For so long after it was sent a message can be mended, in milliseconds: ten minutes. */
export const MENDABLE = 10 * 60_000;
