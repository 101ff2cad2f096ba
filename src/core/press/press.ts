import { evened, type Look, looked } from './cleaned';
import { type Fault, faultsOf } from './faults';
import { findPage } from './find-page';
import type { Corners, Pixels } from './pixels';
import { type Planes, straightened, turned } from './straightened';

/** What a student may have said of a photograph. */
export interface Wanted {
  /** Where the page lies, clockwise from the upper left of the photograph; `null` to have it found. */
  readonly corners: Corners | null;
  /** Quarter turns to the right. */
  readonly turn: number;
  readonly look: Look;
}

/** A page as it leaves the press. */
export interface Pressed {
  readonly page: Planes;
  readonly look: Look;
  /** In pixels of the photograph. */
  readonly corners: Corners;
  /** Of each corner: it can be seen that it is there. What a student has said is sure. */
  readonly sure: readonly boolean[];
  readonly faults: readonly Fault[];
}

/**
 * One photograph as one clean page: found, made straight, and its paper made even.
 *
 * @example press(photograph, { corners: null, turn: 0, look: 'ink' })
 */
export function press(photograph: Pixels, { corners: said, turn, look }: Wanted): Pressed {
  const { corners, sure } = said ? { corners: said, sure: [true, true, true, true] } : findPage(photograph);
  const straight = straightened(photograph, turned(corners, turn), look === 'colour');
  const even = evened(straight);
  return { page: looked(even, look), look, corners, sure, faults: faultsOf(photograph, straight, even, corners) };
}
