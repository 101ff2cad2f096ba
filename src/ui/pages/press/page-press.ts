import type { Answered, PressedPage, PressProblem, ToPress } from '@/workers/page-press-messages';

/** Longer than this no photograph takes, even on a slow telephone, in milliseconds. */
const LONGEST = 60_000;

export type Pressed =
  | { readonly ok: true; readonly page: PressedPage }
  | { readonly ok: false; readonly problem: PressProblem };

/** What a worker can be here: a test gives one of its own. */
export type PressWorker = Pick<Worker, 'postMessage' | 'terminate'> & {
  onmessage: ((event: MessageEvent<Answered>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
};

const begun = (): PressWorker =>
  new Worker(new URL('../../../workers/page-press.ts', import.meta.url), { type: 'module' }) as PressWorker;

/**
 * The press: photographs one after the other, so that never more than one is open. A worker that dies or does not answer is begun
 * anew, and what it was at is told as stopped; the others go on.
 */
export class PagePress {
  #worker: PressWorker | null = null;
  #queue: Promise<unknown> = Promise.resolve();
  #next = 0;
  #stop: ((why: PressProblem) => void) | null = null;
  #closed = false;

  constructor(
    private readonly begin: () => PressWorker = begun,
    private readonly longest = LONGEST,
  ) {}

  /** Presses a photograph when it has its turn; not if there is an answer `without` that by then. */
  press<Other = never>(asked: Omit<ToPress, 'id'>, without: () => Other | null = () => null): Promise<Pressed | Other> {
    const done = this.#queue.then(
      async (): Promise<Pressed | Other> => without() ?? this.#one({ id: this.#next++, ...asked }),
    );
    this.#queue = done;
    return done;
  }

  #one(asked: ToPress): Promise<Pressed> {
    if (this.#closed) return Promise.resolve({ ok: false, problem: 'stopped' });
    return new Promise((resolve) => {
      const worker = this.#worker ?? this.begin();
      this.#worker = worker;
      const end = (pressed: Pressed) => {
        clearTimeout(late);
        this.#stop = null;
        resolve(pressed);
      };
      this.#stop = (problem) => {
        worker.terminate();
        this.#worker = null;
        end({ ok: false, problem });
      };
      const late = setTimeout(() => this.#stop?.('stopped'), this.longest);
      worker.onmessage = ({ data }) => {
        if (data.id === asked.id)
          end('made' in data ? { ok: true, page: data.made } : { ok: false, problem: data.problem });
      };
      worker.onerror = () => this.#stop?.('stopped');
      worker.postMessage(asked);
    });
  }

  /** Ends the worker; whatever was asked is told as stopped. */
  close(): void {
    this.#closed = true;
    this.#stop?.('stopped');
    this.#worker?.terminate();
    this.#worker = null;
  }
}
