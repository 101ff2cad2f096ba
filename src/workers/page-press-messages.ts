import type { Look } from '@/core/press/cleaned';
import type { Fault } from '@/core/press/faults';

/** A photograph to be pressed. */
export interface ToPress {
  readonly id: number;
  readonly photograph: Blob;
  /** Where the page lies, as shares of the photograph's sides; `null` to have it found. */
  readonly corners: readonly number[] | null;
  readonly turn: number;
  readonly look: Look;
}

/** Why there is no page. */
export type PressProblem = 'heic' | 'not-a-picture' | 'picture-too-large' | 'stopped';

/** A page as it came out. */
export interface PressedPage {
  /** PNG of two tones, or JPEG. */
  readonly page: Blob;
  /** In dots. */
  readonly width: number;
  readonly height: number;
  /** As shares of the photograph's sides. */
  readonly corners: readonly number[];
  readonly sure: readonly boolean[];
  readonly faults: readonly Fault[];
}

export type Answered =
  | { readonly id: number; readonly made: PressedPage }
  | { readonly id: number; readonly problem: PressProblem };
