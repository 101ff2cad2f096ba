import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { type WebSocket, WebSocketServer } from 'ws';
import * as Y from 'yjs';
import type { DocumentId } from '@/core/ids';
import { allowedMoves } from '@/core/work/moves';
import type { Database } from '@/store/database';
import { findDocument, loadDocument, type StoredDocument } from '@/store/documents';
import type { Person } from '@/store/people';
import { EVENT_CHANNEL, factsOf, findAssignment, told } from '@/store/work';
import { sameOrigin, sessionToken } from './origin';
import { may } from './permissions';
import { type FromServer, fromBrowser } from './save-messages';
import { LONGEST_UPDATE, Saving } from './saving';
import { hashToken } from './secrets';
import { whoIs } from './signing-in';

interface Line {
  readonly socket: WebSocket;
  readonly person: Person;
  readonly session: string;
  readonly joined: Map<DocumentId, StoredDocument>;
}

const decode = (base64: string): Uint8Array => new Uint8Array(Buffer.from(base64, 'base64'));
const encode = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
const MOVES_THAT_FREEZE = new Set(['handed-in', 'taken-back', 'handed-back']);

/**
 * The socket on which documents are saved while they are typed. A browser joins the documents it has
 * open, sends updates, and hears when each is on disk, when another device typed, and when the work was
 * handed in or came back.
 */
export class SaveSocket {
  readonly #lines = new Set<Line>();
  readonly #server = new WebSocketServer({ noServer: true, maxPayload: 2 * LONGEST_UPDATE });
  readonly #saving: Saving;

  constructor(private readonly db: Database) {
    this.#saving = new Saving(db);
  }

  /** Starts to hear of moves, so that open documents freeze and thaw in every tab. */
  async start(): Promise<void> {
    await this.db.listen(EVENT_CHANNEL, (payload) => {
      const event = told.parse(JSON.parse(payload));
      if (MOVES_THAT_FREEZE.has(event.kind)) void this.#tellEditable(event.assignmentId, event.studentId);
    });
    setInterval(() => void this.#dropSignedOut(), 60_000).unref();
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
    this.#server.handleUpgrade(request, stream, head, (socket) => {
      const line: Line = { socket, person, session: hashToken(token), joined: new Map() };
      this.#lines.add(line);
      socket.on('close', () => this.#lines.delete(line));
      socket.on('error', () => socket.terminate());
      socket.on('message', (data) => {
        this.#hear(line, String(data)).catch((error: unknown) => {
          console.error('save socket broke', error);
          socket.close(1011);
        });
      });
    });
  }

  /** Ends the lines of a session that has signed out. */
  endSession(session: string): void {
    for (const line of this.#lines) if (line.session === session) line.socket.close(4401);
  }

  async #dropSignedOut(): Promise<void> {
    const sessions = new Set([...this.#lines].map(({ session }) => session));
    if (sessions.size === 0) return;
    const { rows } = await this.db.query(
      'SELECT token_hash FROM session WHERE token_hash = ANY($1) AND expires_at > now()',
      [[...sessions]],
    );
    const alive = new Set(rows.map((row) => (row as { token_hash: string }).token_hash));
    for (const session of sessions) if (!alive.has(session)) this.endSession(session);
  }

  #tell(line: Line, message: FromServer): void {
    if (line.socket.readyState === line.socket.OPEN) line.socket.send(JSON.stringify(message));
  }

  async #hear(line: Line, data: string): Promise<void> {
    const read = fromBrowser.safeParse(parseJson(data));
    if (!read.success) {
      this.#tell(line, { kind: 'refused', document: '', n: null, code: 'malformed' });
      return;
    }
    const message = read.data;
    const document = message.document as DocumentId;
    if (message.kind === 'leave') line.joined.delete(document);
    else if (message.kind === 'join') await this.#join(line, document, message.vector);
    else await this.#update(line, document, message.n, decode(message.update));
  }

  async #join(line: Line, documentId: DocumentId, vector: string): Promise<void> {
    const verdict = await may(
      this.db,
      'SOCKET /api/save [document]',
      line.person,
      { document: documentId },
      Date.now(),
    );
    const found = verdict === 'yes' ? await findDocument(this.db, documentId) : null;
    if (!found) {
      this.#tell(line, { kind: 'refused', document: documentId, n: null, code: 'gone' });
      return;
    }
    line.joined.set(documentId, found);
    const ydoc = await loadDocument(this.db, documentId);
    const has = decode(vector);
    let lacks: Uint8Array;
    try {
      lacks = Y.encodeStateAsUpdate(ydoc, has.byteLength > 0 ? has : undefined);
    } catch {
      lacks = Y.encodeStateAsUpdate(ydoc);
    }
    this.#tell(line, {
      kind: 'joined',
      document: documentId,
      update: encode(lacks),
      vector: encode(Y.encodeStateVector(ydoc)),
      editable: await this.#editable(found),
    });
    ydoc.destroy();
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
    for (const other of this.#lines) {
      if (other !== line && other.joined.has(document)) {
        this.#tell(other, { kind: 'changed', document, update: encode(update) });
      }
    }
  }

  async #editable(document: StoredDocument): Promise<boolean> {
    // Notes and documents of one's own go nowhere, so nothing closes them but the bin.
    if (document.kind !== 'text') return document.removed_at === null;
    const assignment = await findAssignment(this.db, document.assignment_id, document.owner_id);
    if (!assignment) return false;
    const facts = await factsOf(this.db, document.assignment_id, document.owner_id);
    return allowedMoves(facts, Date.now(), assignment.rules).includes('edit');
  }

  async #tellEditable(assignmentId: string | null, studentId: string | null): Promise<void> {
    for (const line of this.#lines) {
      for (const document of line.joined.values()) {
        if (document.assignment_id !== assignmentId || document.owner_id !== studentId) continue;
        const editable = await this.#editable(document);
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
