import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import { complain } from '@/server/complaints';
import { type AddedPost, justAdded } from '@/server/reading/talk/floor';
import { rolesOf } from '@/store/classes';
import { type Database, read } from '@/store/database';
import { EVENT_CHANNEL, PERSON_CHANNEL, told, toldPerson } from '@/store/events';
import { liveSessions, type Person, SESSION_CHANNEL, toldSession } from '@/store/people';
import { TALK_CHANNEL, toldTalk } from '@/store/talks';

/** What a listener is told: what kind of thing happened, and where. */
export interface Heard {
  readonly kind: string;
  readonly assignmentId: string | null;
  readonly studentId: string | null;
  /** The talk in which something was said; nothing else on the screen is other than before. */
  readonly talk?: string;
  /** What was added to it. */
  readonly post?: AddedPost;
}

type Roles = ReadonlyMap<string, 'student' | 'teacher'>;

interface Happened {
  readonly heard: Heard;
  /** Whether it concerns a person with these roles in these classes. */
  readonly concerns: (personId: string, roles: Roles) => boolean;
}

interface Listener {
  readonly personId: string;
  /** The hash of the session in which it listens. */
  readonly session: string;
  readonly roles: Roles;
  /** Called with what happened, and the mark up to which all has now been heard. */
  readonly hear: (event: Heard, mark: string) => void;
  /** Called when it has to end: the session has ended, or the person has other roles from now on. */
  readonly end: (why: 'signed-out' | 'roles') => void;
}

/** So many streams one person may have open: a tab has one. */
const MOST_STREAMS = 20;

/** So many happenings can be caught up with; who missed more is told that there is a gap. */
const KEPT = 1000;

const GAP: Heard = { kind: 'gap', assignmentId: null, studentId: null };

/**
 * Tells the people who are here what concerns them: a student what happened to their own work and in
 * their classes, a teacher what students of the class did.
 *
 * A mark says up to where somebody has heard: a screen is drawn with the mark of its beginning and the
 * stream goes on from there, so that nothing falls between the two.
 */
export class Listening {
  readonly #listeners = new Set<Listener>();
  /** The newest happenings; the first of them is number `#count - #recent.length + 1`. */
  readonly #recent: Happened[] = [];
  #count = 0;
  #talks: Promise<void> = Promise.resolve();
  /** Marks of another run of the server mean nothing here. */
  readonly #run = randomUUID().slice(0, 8);

  constructor(private readonly db: Database) {}

  async start(): Promise<void> {
    await this.db.listen(PERSON_CHANNEL, (payload) => {
      const { kind, personId } = toldPerson.parse(JSON.parse(payload));
      this.#tell({
        heard: { kind, assignmentId: null, studentId: personId },
        concerns: (listener) => listener === personId,
      });
    });
    const lost = () => this.#lost();
    await this.db.listen(
      EVENT_CHANNEL,
      (payload) => {
        const { kind, classId, assignmentId, studentId } = told.parse(JSON.parse(payload));
        this.#tell({
          heard: { kind, assignmentId, studentId },
          concerns: (listener, roles) => {
            const role = roles.get(classId);
            return studentId === null ? role !== undefined : listener === studentId || role === 'teacher';
          },
        });
      },
      lost,
    );
    await this.db.listen(
      TALK_CHANNEL,
      (payload) => {
        const happened = toldTalk.parse(JSON.parse(payload));
        // One after the other: what was added first is told first.
        this.#talks = this.#talks.then(() => this.#tellTalk(happened)).catch((error) => complain('a talk', error));
      },
      lost,
    );
    await this.db.listen(SESSION_CHANNEL, (payload) => {
      const ended = toldSession.parse(JSON.parse(payload));
      for (const listener of [...this.#listeners]) {
        if ('session' in ended && listener.session === ended.session) this.#end(listener, 'signed-out');
        else if ('person' in ended && listener.personId === ended.person) this.#end(listener, 'roles');
      }
    });
  }

  /**
   * Something may have been told that was not heard here, an end of a session among it: everybody comes again, is asked who
   * they are, and hears that there is a gap.
   */
  #lost(): void {
    this.#recent.length = 0;
    this.#count += 1;
    for (const listener of [...this.#listeners]) this.#end(listener, 'roles');
  }

  #end(listener: Listener, why: 'signed-out' | 'roles'): void {
    this.#listeners.delete(listener);
    listener.end(why);
  }

  /** Whether a person may open one more stream. */
  hasRoom(person: Person): boolean {
    let open = 0;
    for (const { personId } of this.#listeners) if (personId === person.id) open += 1;
    return open < MOST_STREAMS;
  }

  /** Up to where all has been told. */
  get mark(): string {
    return `${this.#run}.${this.#count}`;
  }

  /** Begins to listen for a person, from a mark on where one is given. Gives back how to stop. */
  async listen(
    { person, session }: { readonly person: Person; readonly session: string },
    { hear, end }: Pick<Listener, 'hear' | 'end'>,
    from?: string,
  ): Promise<() => void> {
    const roles: Roles = await read(this.db, rolesOf(person.id));
    const listener: Listener = { personId: person.id, session, roles, hear, end };
    if (from !== undefined) this.#catchUp(listener, from);
    this.#listeners.add(listener);
    // It may have ended while its roles were asked for: nothing would say so again.
    if (!(await liveSessions(this.db, [session], Date.now())).has(session)) this.#end(listener, 'signed-out');
    return () => this.#listeners.delete(listener);
  }

  /** Tells of a talk; what was added to one of a class is read once for everybody here, and goes with it. */
  async #tellTalk({ talkId, classId, parties, postId }: z.output<typeof toldTalk>): Promise<void> {
    const none = { assignmentId: null, studentId: null, talk: talkId };
    if (parties !== null) {
      this.#tell({ heard: { ...none, kind: 'message' }, concerns: (listener) => parties.includes(listener) });
      return;
    }
    const added = postId === null || this.#listeners.size === 0 ? null : await justAdded(this.db, postId);
    this.#tell({
      heard: { ...none, kind: 'talk', ...(added ? { post: added.post } : {}) },
      concerns: (listener, roles) => (added ? added.readers.has(listener) : roles.has(classId)),
    });
  }

  #tell(happened: Happened): void {
    this.#count += 1;
    this.#recent.push(happened);
    if (this.#recent.length > KEPT) this.#recent.shift();
    for (const { personId, roles, hear } of this.#listeners) {
      if (!happened.concerns(personId, roles)) continue;
      try {
        hear(happened.heard, this.mark);
      } catch (error) {
        // One that cannot be told any more keeps nobody else from hearing.
        complain('an event stream', error);
      }
    }
  }

  #catchUp({ personId, roles, hear }: Listener, from: string): void {
    const [run, heard] = from.split('.');
    const missed = this.#count - Number(heard);
    if (run !== this.#run || !(missed >= 0 && missed <= this.#recent.length)) {
      hear(GAP, this.mark);
      return;
    }
    for (const happened of this.#recent.slice(this.#recent.length - missed)) {
      if (happened.concerns(personId, roles)) hear(happened.heard, this.mark);
    }
  }
}
