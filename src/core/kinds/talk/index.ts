/** A kind of talk: what holds for everything that is said in one. */
interface TalkKind {
  /** Who reads it: everybody in its class for whom it is, or those alone who take part in it. */
  readonly readers: 'class' | 'parties';
  /** So long after it was sent a post can be mended, in milliseconds. */
  readonly mendable: number;
  /** Posts answer others, and a teacher can say which is the answer. */
  readonly threads: boolean;
  /** What a student says in it is a part of their work. */
  readonly part: boolean;
}

const MINUTE = 60_000;

/** Every kind of talk. */
export const TALKS = {
  /** What a whole class reads and writes about an assignment, or about nothing of the kind. */
  floor: { readers: 'class', mendable: 10 * MINUTE, threads: true, part: false },
  /** What is said at a step of an assignment: it is work, and goes along. */
  discussion: { readers: 'class', mendable: 10 * MINUTE, threads: true, part: true },
  /** What two people write to each other. */
  message: { readers: 'parties', mendable: 10 * MINUTE, threads: false, part: false },
} as const satisfies Readonly<Record<string, TalkKind>>;

export type TalkName = keyof typeof TALKS;

export const TALK_NAMES = Object.keys(TALKS) as readonly TalkName[];

export const talkKind = (name: TalkName): TalkKind => TALKS[name];
