import { type FromBrowser, type FromServer, fromServer } from '@/core/documents/save-messages';

export interface Joiner {
  /** The line is open: say what you have. */
  readonly opened: () => void;
  readonly closed: () => void;
  readonly hear: (message: FromServer) => void;
}

const SHORTEST_WAIT = 400;
const LONGEST_WAIT = 8000;

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
  readonly #joiners = new Map<string, Joiner>();

  constructor(private readonly address: string) {
    globalThis.addEventListener?.('online', () => this.#again(0));
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
    this.#socket?.close();
    this.#socket = null;
  }

  send(message: FromBrowser): void {
    if (this.open) this.#socket?.send(JSON.stringify(message));
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
      const message = fromServer.parse(JSON.parse(String(data)));
      this.#joiners.get(message.document)?.hear(message);
    };
    socket.onclose = () => {
      if (this.#socket !== socket) return;
      this.#socket = null;
      for (const joiner of this.#joiners.values()) joiner.closed();
      if (this.#joiners.size > 0) this.#again(this.#wait);
    };
  }

  #again(after: number): void {
    if (this.#joiners.size === 0 || this.open) return;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.#connect(), after);
    this.#wait = Math.min(LONGEST_WAIT, this.#wait * 2);
  }
}
