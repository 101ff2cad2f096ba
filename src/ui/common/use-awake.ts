'use client';

import { useSyncExternalStore } from 'react';
import { afterwards } from './first-on-stage';

/** By itself after this, in milliseconds: whatever is needed to write should be there when a network fails. */
const BY_ITSELF = 6000;
const FIRST_ACTS = ['pointerdown', 'keydown', 'wheel', 'focusin'] as const;

/** A page that is only seen until somebody begins to use it. */
export class Awakening {
  #awake = false;
  #begun = false;
  readonly #waiting = new Set<() => void>();

  /** @param isHeld is it held in a hand, and pointed at with a finger? Such devices are slow, and mostly read on first. */
  constructor(private readonly isHeld: () => boolean) {}

  get awake(): boolean {
    return this.#awake;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#waiting.add(listener);
    if (!this.#begun) this.#begin();
    return () => this.#waiting.delete(listener);
  };

  #begin(): void {
    this.#begun = true;
    if (this.isHeld()) {
      for (const act of FIRST_ACTS) addEventListener(act, this.wake, { capture: true, passive: true });
      setTimeout(() => afterwards(this.wake), BY_ITSELF);
    } else this.wake();
  }

  /** Something cannot wait: there is nothing to be read meanwhile. */
  wake = (): void => {
    if (this.#awake) return;
    this.#awake = true;
    for (const act of FIRST_ACTS) removeEventListener(act, this.wake, true);
    for (const listener of this.#waiting) listener();
  };
}

/** The page of this tab. */
export const page = new Awakening(() => matchMedia('(pointer: coarse)').matches);

/**
 * Whether what is large and not needed to read may begin: at once on a laptop, and on a phone or a tablet with the first
 * touch, so that what one came to see answers at once there, too; or by itself a little later. It never ends again.
 */
export const useAwake = (): boolean =>
  useSyncExternalStore(
    page.subscribe,
    () => page.awake,
    () => false,
  );
