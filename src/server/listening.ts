import { classesOf, roleIn } from '@/store/classes';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { EVENT_CHANNEL, PERSON_CHANNEL, told, toldPerson } from '@/store/work';

/** What a listener is told: what kind of thing happened, and where. */
export interface Heard {
  readonly kind: string;
  readonly assignmentId: string | null;
  readonly studentId: string | null;
}

interface Listener {
  readonly personId: string;
  /** In which role the person is in each of their classes. */
  readonly roles: ReadonlyMap<string, 'student' | 'teacher'>;
  readonly hear: (event: Heard) => void;
}

/**
 * Tells the people who are here what concerns them: a student what happened to their own work and in
 * their classes, a teacher what students of the class did.
 */
export class Listening {
  readonly #listeners = new Set<Listener>();

  constructor(private readonly db: Database) {}

  async start(): Promise<void> {
    await this.db.listen(PERSON_CHANNEL, (payload) => {
      const { kind, personId } = toldPerson.parse(JSON.parse(payload));
      for (const listener of this.#listeners) {
        if (listener.personId === personId) listener.hear({ kind, assignmentId: null, studentId: personId });
      }
    });
    await this.db.listen(EVENT_CHANNEL, (payload) => {
      const event = told.parse(JSON.parse(payload));
      for (const { personId, roles, hear } of this.#listeners) {
        const role = roles.get(event.classId);
        const concerns =
          event.studentId === null ? role !== undefined : personId === event.studentId || role === 'teacher';
        if (concerns) hear({ kind: event.kind, assignmentId: event.assignmentId, studentId: event.studentId });
      }
    });
  }

  /** Begins to listen for a person. Gives back how to stop. */
  async listen(person: Person, hear: (event: Heard) => void): Promise<() => void> {
    const roles = new Map<string, 'student' | 'teacher'>();
    for (const { id } of await classesOf(this.db, person.id)) {
      const role = await roleIn(this.db, person.id, id);
      if (role) roles.set(id, role);
    }
    const listener: Listener = { personId: person.id, roles, hear };
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }
}
