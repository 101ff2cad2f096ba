import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Chance that is the same again for the same seed, on every machine. */
export interface Randomly {
  /** A whole number, both ends included, each as likely as the others. */
  readonly between: (least: number, most: number) => number;
  /** The same things in another order, each order as likely as the others (R. Durstenfeld, CACM 7, 1964, algorithm 235). */
  readonly shuffled: <Value>(values: readonly Value[]) => readonly Value[];
}

/** A number of 32 bits that follows from a text (FNV-1a, as published by G. Fowler, L. C. Noll and K.-P. Vo). */
function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return hash | 0;
}

/** @param seed whatever tells one attempt from another, and what is drawn in it from the rest of it */
export function randomly(seed: string): Randomly {
  const generator = xoroshiro128plus(seedOf(seed));
  const between = (least: number, most: number) => uniformInt(generator, least, most);
  return {
    between,
    shuffled: (values) => {
      const all = [...values];
      for (let at = all.length - 1; at > 0; at -= 1) {
        const with_ = between(0, at);
        [all[at], all[with_]] = [all[with_] as (typeof all)[number], all[at] as (typeof all)[number]];
      }
      return all;
    },
  };
}
