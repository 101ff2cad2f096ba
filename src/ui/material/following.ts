/** What every kind of material is given: where this person left off, and how to say where they are and when they have seen it all. */
export interface Following {
  readonly spot: number;
  readonly moved: (spot: number) => void;
  readonly seenAll: () => void;
}
