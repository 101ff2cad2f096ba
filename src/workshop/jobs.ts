/** How a job is held: how much of a processor it may take, and whether somebody who types waits for it. */
interface Job<In, Out> {
  /** Milliseconds of processor time, after which whoever sent this hears that it was given up. */
  readonly cpu: number;
  readonly pace: 'quick' | 'slow';
  readonly load: () => Promise<(given: In) => Promise<Out>>;
}

type Load<In, Out> = () => Promise<(given: In) => Promise<Out>>;

const quick = <In, Out>(load: Load<In, Out>): Job<In, Out> => ({ cpu: 2000, pace: 'quick', load });
const slow = <In, Out>(load: Load<In, Out>): Job<In, Out> => ({ cpu: 5000, pace: 'slow', load });

/**
 * Everything that reads what a person sent. Each is loaded when it is first asked for, so that a process that only
 * saves stays small.
 */
export const JOBS = {
  // Less than what reads it later may take, so that whatever is admitted can be read.
  admit: { ...quick(async () => (await import('./documents')).admit), cpu: 1200 },
  join: quick(async () => (await import('./documents')).join),
  compact: quick(async () => (await import('./documents')).compact),
  lookThrough: quick(async () => (await import('./documents')).lookThrough),
  draft: quick(async () => (await import('./documents')).draft),
  answeredIn: slow(async () => (await import('./documents')).answeredIn),
  reach: quick(async () => (await import('./documents')).reach),
  read: quick(async () => (await import('./documents')).read),
  answers: quick(async () => (await import('./documents')).answers),
  // Somebody waits for it, and the first time a dictionary has to be read.
  checkWork: { ...quick(async () => (await import('./checking')).checkWork), cpu: 6000 },
  importText: slow(async () => (await import('./importing')).importText),
  importQuestions: slow(async () => (await import('./importing-questions')).importQuestions),
  readCartridge: { ...slow(async () => (await import('./cartridges')).readCartridge), cpu: 20_000 },
  writeCartridge: { ...slow(async () => (await import('./cartridges')).writeCartridge), cpu: 20_000 },
  roster: slow(async () => (await import('./rosters')).roster),
  slips: { ...slow(async () => (await import('./slips')).slips), cpu: 20_000 },
  textPicture: slow(async () => (await import('./pictures')).textPicture),
  thumb: slow(async () => (await import('./pictures')).thumb),
  lookAtPdf: slow(async () => (await import('./looking')).lookAtPdf),
  lookAtMedia: slow(async () => (await import('./looking')).lookAtMedia),
  lookAtPicture: slow(async () => (await import('./looking')).lookAtPicture),
  sheets: { ...slow(async () => (await import('./sheets')).sheets), cpu: 20_000 },
  sheet: slow(async () => (await import('./showing')).sheet),
  captions: slow(async () => (await import('./captions')).captions),
  textFile: slow(async () => (await import('./showing')).textFile),
  book: slow(async () => (await import('./showing')).book),
  chapter: slow(async () => (await import('./showing')).chapter),
  bookPicture: slow(async () => (await import('./showing')).bookPicture),
  // Five hundred formulas, the most that a text may hold, are drawn in half of it.
  exportDocument: { ...slow(async () => (await import('./exporting')).exportDocument), cpu: 12_000 },
  rowsPdf: slow(async () => (await import('./exporting')).rowsPdf),
} as const;

export type JobName = keyof typeof JOBS;
type Work<Name extends JobName> = Awaited<ReturnType<(typeof JOBS)[Name]['load']>>;
export type JobGiven<Name extends JobName> = Parameters<Work<Name>>[0];
export type JobMade<Name extends JobName> = Awaited<ReturnType<Work<Name>>>;

/** What goes to a process of the workshop and what comes back. */
export interface Asked {
  readonly n: number;
  readonly name: JobName;
  readonly given: unknown;
}

export type Answered = { readonly n: number; readonly rss: number } & (
  | { readonly ok: true; readonly made: unknown }
  | { readonly ok: false; readonly error: string }
);
