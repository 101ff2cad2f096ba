/** Which way an arrow key goes, across and down. */
export const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** So many points a key moves something on a sheet. */
export const STEP = 2;
