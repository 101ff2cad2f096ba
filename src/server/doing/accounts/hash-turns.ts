/** So many hashes are computed at a time: each takes some 30 MB and a processor. */
const AT_ONCE = 2;
/** So many may wait from one address: more than a school has people. */
const MOST_WAITING = 1500;
/** How long one takes, in milliseconds, until it has been measured. */
const GUESSED = 300;

interface Turn {
  readonly ticket: string;
  readonly begin: () => void;
}

/** There are too many waiting already. */
export class TooManyWaiting extends Error {}

/**
 * Whoever has a password checked waits for a turn: two at a time, the addresses taking turns among each other, so that
 * a flood from one does not keep out the others. This orders the work of one process and decides nothing: it is lost
 * with the process, and so are the requests that wait in it.
 */
export class HashTurns {
  readonly #lines = new Map<string, Turn[]>();
  #running = 0;
  #takes = GUESSED;

  /**
   * Does some work when its turn comes.
   *
   * @param ticket by which whoever waits can ask how long it will be
   * @throws TooManyWaiting
   */
  async inTurn<Value>(address: string, ticket: string, work: () => Promise<Value>): Promise<Value> {
    await this.#turn(address, ticket);
    const began = performance.now();
    try {
      return await work();
    } finally {
      this.#takes += (performance.now() - began - this.#takes) / 8;
      this.#running -= 1;
      this.#next();
    }
  }

  /** About how many seconds until the work with a ticket is done; 0 for one that does not wait. */
  secondsFor(ticket: string): number {
    for (const line of this.#lines.values()) {
      const place = line.findIndex((turn) => turn.ticket === ticket);
      if (place < 0) continue;
      const before = [...this.#lines.values()].reduce((sum, other) => sum + Math.min(other.length, place + 1), 0);
      return Math.ceil((this.#takes * (before / AT_ONCE + 1)) / 1000);
    }
    return 0;
  }

  async #turn(address: string, ticket: string): Promise<void> {
    if (this.#running < AT_ONCE) {
      this.#running += 1;
      return;
    }
    const line = this.#lines.get(address) ?? [];
    if (line.length >= MOST_WAITING) throw new TooManyWaiting();
    this.#lines.set(address, line);
    await new Promise<void>((begin) => {
      line.push({ ticket, begin });
    });
  }

  #next(): void {
    const [address] = this.#lines.keys();
    if (address === undefined || this.#running >= AT_ONCE) return;
    const line = this.#lines.get(address) ?? [];
    const turn = line.shift();
    // The address goes to the end of the row, behind all others that wait.
    this.#lines.delete(address);
    if (line.length > 0) this.#lines.set(address, line);
    if (!turn) return;
    this.#running += 1;
    turn.begin();
  }
}

const held = globalThis as typeof globalThis & { kiteHashTurns?: HashTurns };

/** The turns of this process. */
export function hashTurns(): HashTurns {
  held.kiteHashTurns ??= new HashTurns();
  return held.kiteHashTurns;
}
