/** Why something sounds as if it were meant for one reader. */
export type Why =
  | 'health'
  | 'family'
  | 'mark'
  | 'private'
  | 'conflict'
  | 'feelings'
  | 'contact'
  | 'salutation'
  | 'time'
  | 'confession'
  | 'person'
  | 'own';

/**
 * Words that say so when they stand near each other in this order: groups of words (`a|b`) with a space between them, `*` for any
 * ending, and how many other words may stand between one group and the next. Compared as `plainWords` makes them.
 */
export type Cue = readonly [why: Why, words: string, between: number];
