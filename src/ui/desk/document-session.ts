import * as Y from 'yjs';
import { hasMoreThan } from '@/core/documents/more-than';
import type { FromServer } from '@/core/documents/save-messages';
import { fromBase64, toBase64 } from '@/core/formats/base64';
import { holdsUnsaved } from '@/ui/common/unsaved';
import { KeptDocument } from '@/ui/device/kept-document';
import { keepWords, wordsHere } from '@/ui/device/kept-words';
import { NAMES, personKey } from '@/ui/device/person-store';
import type { Line } from './save-line';
import { TypedJournal } from './typed-journal';

/**
 * How safe what was typed is. `saved`: on the server's disk. `saving`: on its way. `away`: kept in this
 * browser, the server cannot be reached. `kept`: kept in this browser, the server does not take it while
 * the work is handed in. `too-long`, `too-intricate`: kept in this browser, there is more in it than the server
 * takes; it can be made less. `gone`: the server does not know the document.
 */
export type Safety = 'opening' | 'saved' | 'saving' | 'away' | 'kept' | 'too-long' | 'too-intricate' | 'gone';

export interface SessionState {
  readonly safety: Safety;
  readonly savedAt: number | null;
  /** There is something to show: from the server, or from this browser while the server is away. */
  readonly ready: boolean;
  readonly editable: boolean;
}

/** A pause in typing after which what was typed is sent, and how long it may wait for one, in milliseconds. */
const SETTLE = 120;
const LONGEST = 1000;
/** How long the server waits for the browser's own database before it is asked without what that one kept, in milliseconds. */
const PATIENCE = 1500;
/** How long to wait before the server is asked again after it has refused: longer each time, until it takes something. */
const AGAIN = { first: 1000, most: 30_000 };
const FROM_SERVER = 'server';
const FROM_TAB = 'tab';
const FROM_JOURNAL = 'journal';

/**
 * One document, open in this tab. Every change is kept in this browser at once, shown in its other tabs,
 * and sent to the server; what the server has not acknowledged is sent again, until it has.
 */
export class DocumentSession {
  readonly ydoc = new Y.Doc();
  readonly #kept: KeptDocument;
  readonly #tabs: BroadcastChannel;
  readonly #journal: TypedJournal;
  readonly #unsavedKey: string;
  readonly #letGo: () => void;
  readonly #listeners = new Set<() => void>();
  readonly #readers = new Set<() => void>();
  #state: SessionState = { safety: 'opening', savedAt: null, ready: false, editable: false };
  #pending: Uint8Array[] = [];
  #inFlight: { readonly n: number; readonly update: Uint8Array } | null = null;
  #n = 0;
  #joined = false;
  #isOnLine = false;
  #isClosed = false;
  #patience: ReturnType<typeof setTimeout>;
  #wait = AGAIN.first;
  #again: ReturnType<typeof setTimeout> | undefined;
  #timer: ReturnType<typeof setTimeout> | undefined;
  /** By then what is pending is sent, whether there was a pause or not. */
  #latest: number | null = null;

  constructor(
    readonly id: string,
    private readonly line: Line,
  ) {
    const name = personKey(`${NAMES.document}${id}`);
    this.#kept = new KeptDocument(name, this.ydoc, this.#readTyped);
    this.#tabs = new BroadcastChannel(name);
    this.#tabs.onmessage = ({ data }: MessageEvent<Uint8Array>) => this.#apply(data, FROM_TAB);
    this.#journal = new TypedJournal(
      personKey(`${NAMES.typed}${id}`),
      localStorage,
      () => this.#kept.isKeeping || !this.#unsaved(),
    );
    this.#unsavedKey = personKey(`${NAMES.unsaved}${id}`);
    this.#letGo = holdsUnsaved((within) => this.flush(within));
    this.ydoc.on('update', this.#changed);
    addEventListener('pagehide', this.#leaving);
    const wasLeftUnsaved = this.#wasLeftUnsaved();
    this.#patience = setTimeout(this.#begin, PATIENCE);
    this.#kept.whenRead.then(
      () => {
        // Something may have been saved before this was read: what it holds was not part of that.
        if (wasLeftUnsaved) this.#mark(true);
        this.#begin();
      },
      () => this.#begin(),
    );
  }

  get state(): SessionState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Asks to be told before something of others comes into the document, so that what is typed here is read first. */
  beforeOthers = (read: () => void): (() => void) => {
    this.#readers.add(read);
    return () => this.#readers.delete(read);
  };

  /** With what was kept in this browser, or without it; and once more when that comes after all. */
  readonly #begin = (): void => {
    clearTimeout(this.#patience);
    if (this.#isClosed) return;
    // Applied as something from this browser: its database takes it in, and the server is told of it.
    for (const update of this.#journal.takeAll()) this.#apply(fromBase64(update), FROM_JOURNAL);
    // Whatever was kept here can be written in before the server answers.
    if (this.ydoc.store.clients.size > 0) this.#set({ ready: true });
    if (this.#isOnLine) this.#sayWhatIsHere();
    else {
      this.#isOnLine = true;
      this.line.join(this.id, {
        opened: this.#sayWhatIsHere,
        closed: this.#closed,
        silent: this.#silent,
        hear: this.#hear,
      });
    }
  };

  readonly #readTyped = (): void => {
    for (const read of this.#readers) read();
  };

  #apply(update: Uint8Array, origin: string): void {
    this.#readTyped();
    Y.applyUpdate(this.ydoc, update, origin);
  }

  /** Waits until everything typed so far is on the server's disk; false when that cannot be had now. */
  async flush(within = 6000): Promise<boolean> {
    const until = Date.now() + within;
    this.#send();
    while (Date.now() < until) {
      if (!this.#unsaved() && this.#joined) return true;
      if (['kept', 'gone', 'too-long', 'too-intricate'].includes(this.#state.safety)) return false;
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    return false;
  }

  close(): void {
    this.#isClosed = true;
    clearTimeout(this.#patience);
    clearTimeout(this.#timer);
    clearTimeout(this.#again);
    this.#send();
    this.#letGo();
    this.line.leave(this.id);
    this.ydoc.off('update', this.#changed);
    removeEventListener('pagehide', this.#leaving);
    this.#tabs.close();
    void this.#kept.close().then(() => this.ydoc.destroy());
  }

  #set(part: Partial<SessionState>): void {
    this.#state = { ...this.#state, ...part };
    for (const listener of this.#listeners) listener();
  }

  #unsaved(): boolean {
    return this.#pending.length > 0 || this.#inFlight !== null;
  }

  /** A mark in this browser that something has not been acknowledged: deletions alone leave no other trace. */
  #mark(unsaved: boolean): void {
    keepWords(this.#unsavedKey, unsaved ? '1' : null);
  }

  #wasLeftUnsaved(): boolean {
    return wordsHere(this.#unsavedKey) === '1';
  }

  readonly #changed = (update: Uint8Array, origin: unknown): void => {
    if (origin === FROM_SERVER || origin === FROM_TAB || origin === this.#kept) return;
    if (origin !== FROM_JOURNAL) this.#journal.write(toBase64(update));
    this.#tabs.postMessage(update);
    this.#pending.push(update);
    this.#mark(true);
    // What was too much may be less now.
    if (this.#isTooMuch()) this.#joinLater();
    else if (this.#state.safety !== 'away') this.#set({ safety: 'saving' });
    this.#latest ??= Date.now() + LONGEST;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.#send(), Math.min(SETTLE, this.#latest - Date.now()));
  };

  #send(): void {
    this.#latest = null;
    if (!this.#joined || this.#inFlight || this.#pending.length === 0) return;
    const update = this.#pending.length === 1 ? (this.#pending[0] as Uint8Array) : Y.mergeUpdates(this.#pending);
    this.#pending = [];
    this.#n += 1;
    this.#inFlight = { n: this.#n, update };
    this.line.send({ kind: 'update', document: this.id, n: this.#n, update: toBase64(update) });
  }

  #isTooMuch(): boolean {
    return this.#state.safety === 'too-long' || this.#state.safety === 'too-intricate';
  }

  /** Asks the server again after a while. One wait serves every refusal, and one request at a time is on its way. */
  #joinLater(): void {
    clearTimeout(this.#again);
    this.#again = setTimeout(this.#sayWhatIsHere, this.#wait);
    this.#wait = Math.min(AGAIN.most, this.#wait * 2);
  }

  readonly #leaving = (): void => this.#send();

  readonly #sayWhatIsHere = (): void => {
    this.line.send({ kind: 'join', document: this.id, vector: toBase64(Y.encodeStateVector(this.ydoc)) });
  };

  readonly #closed = (): void => {
    this.#joined = false;
    // What was on its way may or may not have arrived: it is sent again, which changes nothing if it had.
    if (this.#inFlight) this.#pending.unshift(this.#inFlight.update);
    this.#inFlight = null;
    this.#set({ safety: 'away' });
  };

  /** What is on its way may still arrive; until it has, it is here and nowhere else for certain. */
  readonly #silent = (): void => {
    if (this.#unsaved()) this.#set({ safety: 'away' });
  };

  readonly #hear = (message: FromServer): void => {
    switch (message.kind) {
      case 'joined':
        this.#meet(fromBase64(message.update), fromBase64(message.vector), message.editable);
        break;
      case 'saved':
        if (this.#inFlight?.n !== message.n) break;
        this.#inFlight = null;
        this.#wait = AGAIN.first;
        if (this.#pending.length > 0) this.#send();
        else {
          this.#mark(false);
          this.#set({ safety: 'saved', savedAt: message.at });
        }
        break;
      case 'refused':
        if (message.code === 'gone') this.#set({ safety: 'gone', editable: false });
        else this.#refused(message.code);
        break;
      case 'changed':
        this.#apply(fromBase64(message.update), FROM_SERVER);
        break;
      case 'editable':
        this.#set({ editable: message.editable });
        if (message.editable) this.#sayWhatIsHere();
        break;
    }
  };

  /** What was sent is not taken: it stays here, and the server hears of it again when that may help. */
  #refused(code: string): void {
    if (this.#inFlight) this.#pending.unshift(this.#inFlight.update);
    this.#inFlight = null;
    this.#joined = false;
    if (code === 'too-long' || code === 'too-intricate') this.#set({ safety: code });
    else if (code === 'broke' || code === 'too-busy') this.#joinLater();
    else this.#set({ safety: 'kept', editable: false });
  }

  #meet(lacking: Uint8Array, vector: Uint8Array, editable: boolean): void {
    this.#apply(lacking, FROM_SERVER);
    this.#joined = true;
    this.#inFlight = null;
    this.#pending = [];
    const more = this.#wasLeftUnsaved() || hasMoreThan(this.ydoc, vector);
    if (more) this.#pending = [Y.encodeStateAsUpdate(this.ydoc, vector)];
    this.#set({
      ready: true,
      editable,
      safety: this.#isTooMuch() && more ? this.#state.safety : more ? (editable ? 'saving' : 'kept') : 'saved',
      savedAt: more ? this.#state.savedAt : (this.#state.savedAt ?? Date.now()),
    });
    if (more && editable) this.#send();
    else if (more) this.#joined = false;
  }
}
