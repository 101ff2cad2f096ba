import { randomUUID } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { type WebSocket, WebSocketServer } from 'ws';
import { type FromServer, fromBrowser } from '@/core/documents/save-messages';
import type { DocumentId } from '@/core/ids';
import { complain } from '@/server/complaints';
import { sameOrigin, sessionToken } from '@/server/http/origin';
import { whoIs } from '@/server/http/who-is';
import { may } from '@/server/permissions';
import { hashToken } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import { findKept, type KeptDocument } from '@/store/documents';
import { EVENT_CHANNEL, told } from '@/store/events';
import { liveSessions, type Person, SESSION_CHANNEL, toldSession } from '@/store/people';
import { TYPED_CHANNEL, toldTyped, updateBytesOf } from '@/store/updates';
import { isEditable } from './editable';
import { LONGEST_UPDATE, Saving } from './saving';
import { SignsOfLife } from './signs-of-life';

interface Line {
  readonly socket: WebSocket;
  readonly person: Person;
  readonly session: string;
  readonly joined: Map<DocumentId, KeptDocument>;
  /** Ends when every join and leave so far has been done: one after another, whole documents are not read all at once. */
  joining: Promise<void>;
  /** Messages that were heard and are not answered yet. */
  unanswered: number;
  /** Bytes of a message that has not come in whole, and since when it is on its way. */
  half: { bytes: number; since: number } | null;
  /** How many messages may still come now; they come back with time. */
  left: number;
  at: number;
  readonly signs: SignsOfLife;
}

const SIGNED_OUT = 4401;
const OTHER_ROLES = 4409;
const TOO_MANY = 4429;
/** So many lines one person may have open: a tab has one. */
const MOST_LINES = 20;
/** Bytes of half-sent messages of one person on all lines together. */
const MOST_HALF = 8 * 1024 * 1024;
/** Answers that a browser does not read are held for it up to here, and no further. */
const MOST_UNREAD = 16 * 1024 * 1024;
const MOST_UNANSWERED = 40;
const MESSAGES = { most: 300, perSecond: 25 };

const decode = (base64: string): Uint8Array => new Uint8Array(Buffer.from(base64, 'base64'));
const encode = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
const MOVES_THAT_FREEZE = new Set(['handed-in', 'taken-back', 'handed-back', 'attempt']);

/**
 * The socket on which documents are saved while they are typed. A browser joins the documents it has
 * open, sends updates, and hears when each is on disk, when another device typed, and when the work was
 * handed in or came back.
 */
export class SaveSocket {
  readonly #lines = new Set<Line>();
  readonly #server = new WebSocketServer({ noServer: true, maxPayload: Math.ceil(LONGEST_UPDATE * 1.4) });
  readonly #saving: Saving;
  /** By this name other processes know what was typed here. */
  readonly #process = randomUUID();

  constructor(
    private readonly db: Database,
    private readonly waits: { readonly checks: number; readonly half: number } = { checks: 30_000, half: 60_000 },
  ) {
    this.#saving = new Saving(db, Date.now, this.#process);
  }

  /** Starts to hear of moves, so that open documents freeze and thaw in every tab. */
  async start(): Promise<void> {
    // What was told meanwhile is not known here: everybody joins again, and is asked who they are.
    const lost = () => this.#endLines(() => true, OTHER_ROLES);
    await this.db.listen(
      EVENT_CHANNEL,
      (payload) => {
        const event = told.parse(JSON.parse(payload));
        if (MOVES_THAT_FREEZE.has(event.kind)) void this.#tellEditable(event.assignmentId, event.studentId);
      },
      lost,
    );
    await this.db.listen(SESSION_CHANNEL, (payload) => {
      const ended = toldSession.parse(JSON.parse(payload));
      if ('session' in ended) this.#endLines(({ session }) => session === ended.session, SIGNED_OUT);
      else this.#endLines(({ person }) => person.id === ended.person, OTHER_ROLES);
    });
    // Other processes tell what was typed there, and whatever writes into documents without a line of its own.
    await this.db.listen(TYPED_CHANNEL, (payload) => {
      const { from, typed } = toldTyped.parse(JSON.parse(payload));
      if (from === this.#process) return;
      for (const { document, update } of typed)
        this.#tellTyped(document, update).catch((error: unknown) => complain('telling what was typed', error));
    });
    setInterval(() => {
      this.#dropSignedOut().catch((error: unknown) => complain('ending lines', error));
      this.#dropHalfSent();
    }, this.waits.checks).unref();
  }

  /** Answers an upgrade request: only from our own pages, only for somebody signed in. */
  async upgrade(request: IncomingMessage, stream: Duplex, head: Buffer): Promise<void> {
    const token = sessionToken(request.headers.cookie);
    const person = sameOrigin(request.headers) ? await whoIs(this.db, token, Date.now()) : null;
    const verdict = await may(this.db, 'SOCKET /api/save', person, {}, Date.now());
    if (verdict !== 'yes' || !person || !token) {
      stream.end('HTTP/1.1 401 Unauthorized\r\nConnection: close\r\n\r\n');
      return;
    }
    if ([...this.#lines].filter((line) => line.person.id === person.id).length >= MOST_LINES) {
      stream.end(`HTTP/1.1 429 Too Many Requests\r\nRetry-After: 30\r\nConnection: close\r\n\r\n`);
      return;
    }
    this.#server.handleUpgrade(request, stream, head, (socket) => {
      const line: Line = {
        socket,
        person,
        session: hashToken(token),
        joined: new Map(),
        joining: Promise.resolve(),
        unanswered: 0,
        half: null,
        left: MESSAGES.most,
        at: Date.now(),
        signs: new SignsOfLife(this.db),
      };
      this.#lines.add(line);
      socket.on('close', () => this.#lines.delete(line));
      socket.on('error', () => socket.terminate());
      // Counted before it is read: a message that is whole by then leaves nothing half-sent.
      stream.prependListener('data', (part: Buffer) => this.#comes(line, part.length));
      socket.on('message', (data) => {
        line.half = null;
        this.#take(line, String(data));
      });
    });
    // It may have ended while the line was opened.
    if (!(await liveSessions(this.db, [hashToken(token)], Date.now())).has(hashToken(token)))
      this.#endLines(({ session }) => session === hashToken(token), SIGNED_OUT);
  }

  /** Answers a message, unless there are more of them than anybody types. */
  #take(line: Line, data: string): void {
    const now = Date.now();
    line.left = Math.min(MESSAGES.most, line.left + ((now - line.at) / 1000) * MESSAGES.perSecond) - 1;
    line.at = now;
    if (line.left < 0 || line.unanswered >= MOST_UNANSWERED) {
      line.socket.close(TOO_MANY);
      return;
    }
    line.unanswered += 1;
    this.#hear(line, data)
      .catch((error: unknown) => {
        complain('the save socket', error);
        line.socket.close(1011);
      })
      .finally(() => {
        line.unanswered -= 1;
      });
  }

  /** Counts what is on its way and not whole yet. */
  #comes(line: Line, bytes: number): void {
    line.half = { bytes: (line.half?.bytes ?? 0) + bytes, since: line.half?.since ?? Date.now() };
    let all = 0;
    for (const { person, half } of this.#lines) if (person.id === line.person.id) all += half?.bytes ?? 0;
    if (all > MOST_HALF) line.socket.terminate();
  }

  #dropHalfSent(): void {
    const before = Date.now() - this.waits.half;
    for (const { half, socket } of this.#lines) if (half && half.since < before) socket.terminate();
  }

  /** Ends the lines of a session that has ended, or all those of a person who has other roles from now on. */
  #endLines(of: (line: Line) => boolean, code: number): void {
    for (const line of this.#lines) if (of(line)) line.socket.close(code);
  }

  /** Sessions end by themselves, too, when their time is over. */
  async #dropSignedOut(): Promise<void> {
    const asked = new Set([...this.#lines].map(({ session }) => session));
    if (asked.size === 0) return;
    const alive = await liveSessions(this.db, [...asked], Date.now());
    // A line that was opened meanwhile was not asked about.
    this.#endLines(({ session }) => asked.has(session) && !alive.has(session), SIGNED_OUT);
  }

  #tell(line: Line, message: FromServer): void {
    if (line.socket.readyState !== line.socket.OPEN) return;
    if (line.socket.bufferedAmount > MOST_UNREAD) line.socket.terminate();
    else line.socket.send(JSON.stringify(message));
  }

  async #hear(line: Line, data: string): Promise<void> {
    const read = fromBrowser.safeParse(parseJson(data));
    if (!read.success) {
      this.#tell(line, { kind: 'refused', document: '', n: null, code: 'malformed' });
      return;
    }
    const message = read.data;
    line.signs.heard(line.joined.values());
    if (message.kind === 'beat') {
      this.#tell(line, { kind: 'beat' });
      return;
    }
    const document = message.document as DocumentId;
    if (message.kind === 'leave') await this.#inTurn(line, async () => void line.joined.delete(document));
    else if (message.kind === 'join') await this.#inTurn(line, () => this.#join(line, document, message.vector));
    else await this.#update(line, document, message.n, decode(message.update));
  }

  #inTurn(line: Line, act: () => Promise<void>): Promise<void> {
    const done = line.joining.then(() => (line.socket.readyState === line.socket.OPEN ? act() : undefined));
    line.joining = done.catch(() => {});
    return done;
  }

  async #join(line: Line, documentId: DocumentId, vector: string): Promise<void> {
    const verdict = await may(
      this.db,
      'SOCKET /api/save [document]',
      line.person,
      { document: documentId },
      Date.now(),
    );
    const found = verdict === 'yes' ? await findKept(this.db, documentId) : null;
    if (!found) {
      this.#tell(line, { kind: 'refused', document: documentId, n: null, code: 'gone' });
      return;
    }
    line.joined.set(documentId, found);
    const updates = await updateBytesOf(this.db, documentId);
    const done = await workshop().do(line.person.id, 'join', { updates, vector: decode(vector) });
    if (!done.ok) {
      this.#tell(line, { kind: 'refused', document: documentId, n: null, code: done.code });
      return;
    }
    this.#tell(line, {
      kind: 'joined',
      document: documentId,
      update: encode(done.made.lacks),
      vector: encode(done.made.vector),
      editable: await isEditable(this.db, found),
    });
  }

  async #update(line: Line, document: DocumentId, n: number, update: Uint8Array): Promise<void> {
    if (!line.joined.has(document)) {
      this.#tell(line, { kind: 'refused', document, n, code: 'gone' });
      return;
    }
    const saved = await this.#saving.save(line.person.id, document, update);
    if (!saved.ok) {
      this.#tell(line, { kind: 'refused', document, n, code: saved.code });
      return;
    }
    this.#tell(line, { kind: 'saved', document, n, at: saved.at });
    for (const other of this.#at(document))
      if (other !== line) this.#tell(other, { kind: 'changed', document, update: encode(update) });
  }

  /** The lines of this process on which a document is open. */
  #at = (document: DocumentId): readonly Line[] => [...this.#lines].filter((line) => line.joined.has(document));

  /** Says what was typed in another process. What was too long to be told is read: the whole, which doubles nothing. */
  async #tellTyped(document: DocumentId, update: string | null): Promise<void> {
    const [first] = this.#at(document);
    if (!first) return;
    let said = update;
    if (said === null) {
      const done = await workshop().do(first.person.id, 'compact', { updates: await updateBytesOf(this.db, document) });
      if (!done.ok) return this.#endLines((line) => line.joined.has(document), OTHER_ROLES);
      said = encode(done.made);
    }
    for (const line of this.#at(document)) this.#tell(line, { kind: 'changed', document, update: said });
  }

  async #tellEditable(assignmentId: string | null, studentId: string | null): Promise<void> {
    for (const line of this.#lines) {
      for (const document of line.joined.values()) {
        if (document.assignment_id !== assignmentId || document.owner_id !== studentId) continue;
        const editable = await isEditable(this.db, document);
        this.#tell(line, { kind: 'editable', document: document.id, editable });
      }
    }
  }
}

function parseJson(data: string): unknown {
  try {
    return JSON.parse(data);
  } catch {
    return null;
  }
}
