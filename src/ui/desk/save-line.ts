import { type FromBrowser, type FromServer, fromServer } from '@/core/documents/save-messages';

export interface Joiner {
  /** The line is open: say what you have. */
  readonly opened: () => void;
  readonly closed: () => void;
  /** Nothing has been heard for a while of what was said on it. */
  readonly silent: () => void;
  readonly hear: (message: FromServer) => void;
}

const SHORTEST_WAIT = 400;
const LONGEST_WAIT = 8000;

/**
 * A line on which nothing was said for `beat` is tried. Without an answer for `silent` that is told, and for `dead` the
 * line is given up and opened anew: a network that is gone closes nothing by itself. In milliseconds.
 */
const QUIET = { beat: 20_000, silent: 4000, dead: 10_000 };

/** What a document is joined to, and sends its updates on. */
export type Line = Pick<SaveLine, 'join' | 'leave' | 'send'>;

/**
 * The one socket of this tab on which documents are saved. It opens again by itself, sooner when the
 * network says that it is back.
 */
export class SaveLine {
  #socket: WebSocket | null = null;
  #wait = SHORTEST_WAIT;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #beat: ReturnType<typeof setTimeout> | undefined;
  #expecting: ReturnType<typeof setTimeout>[] = [];
  readonly #joiners = new Map<string, Joiner>();

  constructor(
    private readonly address: string,
    private readonly quiet = QUIET,
  ) {
    globalThis.addEventListener?.('online', () => this.#again(0));
    globalThis.addEventListener?.('offline', () => this.#gone(this.#socket));
  }

  get open(): boolean {
    return this.#socket?.readyState === WebSocket.OPEN;
  }

  join(document: string, joiner: Joiner): void {
    this.#joiners.set(document, joiner);
    if (this.open) joiner.opened();
    else this.#connect();
  }

  leave(document: string): void {
    this.#joiners.delete(document);
    this.send({ kind: 'leave', document });
    if (this.#joiners.size > 0) return;
    clearTimeout(this.#timer);
    this.#rest();
    this.#socket?.close();
    this.#socket = null;
  }

  send(message: FromBrowser): void {
    if (!this.open) return;
    this.#socket?.send(JSON.stringify(message));
    // Leaving is the one thing that is not answered.
    if (message.kind !== 'leave') this.#expect();
  }

  /** Waits for a word of the server. What is said meanwhile waits for the same one. */
  #expect(): void {
    clearTimeout(this.#beat);
    if (this.#expecting.length > 0) return;
    const socket = this.#socket;
    this.#expecting = [
      setTimeout(() => {
        for (const joiner of this.#joiners.values()) joiner.silent();
      }, this.quiet.silent),
      setTimeout(() => this.#gone(socket), this.quiet.dead),
    ];
  }

  /** Nothing is waited for any more. */
  #rest(): void {
    for (const timer of this.#expecting) clearTimeout(timer);
    this.#expecting = [];
    clearTimeout(this.#beat);
  }

  #gone(socket: WebSocket | null): void {
    if (!socket || this.#socket !== socket) return;
    this.#rest();
    this.#socket = null;
    socket.close();
    for (const joiner of this.#joiners.values()) joiner.closed();
    if (this.#joiners.size > 0) this.#again(this.#wait);
  }

  #connect(): void {
    if (this.#socket && this.#socket.readyState <= WebSocket.OPEN) return;
    const socket = new WebSocket(this.address);
    this.#socket = socket;
    socket.onopen = () => {
      this.#wait = SHORTEST_WAIT;
      for (const joiner of this.#joiners.values()) joiner.opened();
    };
    socket.onmessage = ({ data }) => {
      this.#rest();
      this.#beat = setTimeout(() => this.send({ kind: 'beat' }), this.quiet.beat);
      const message = fromServer.parse(JSON.parse(String(data)));
      if (message.kind !== 'beat') this.#joiners.get(message.document)?.hear(message);
    };
    socket.onclose = () => this.#gone(socket);
  }

  #again(after: number): void {
    if (this.#joiners.size === 0 || this.open) return;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.#connect(), after);
    this.#wait = Math.min(LONGEST_WAIT, this.#wait * 2);
  }
}
