import { json, type Queryable, time } from './database';

/** What is set, in masses and past all that is looked at otherwise: for measuring, and for tests that need much of it. */
export interface Masses {
  readonly classes?: readonly { readonly id: string; readonly name: string }[];
  readonly units?: readonly { readonly id: string; readonly classId: string; readonly position: number }[];
  readonly materials?: readonly {
    readonly id: string;
    readonly classId: string;
    readonly title: string;
    readonly postedAt: number;
  }[];
  readonly assignments?: readonly {
    readonly id: string;
    readonly classId: string;
    readonly unitId?: string;
    readonly position: number;
    readonly title: string;
    readonly points?: number;
    readonly postedAt: number;
    readonly dueAt: number;
    readonly asks?: readonly object[];
    /** What is its one step: something to do, unless it says what. */
    readonly step?: { readonly kind: string; readonly settings: object; readonly starter: object };
  }[];
  readonly criteria?: readonly { readonly id: string; readonly assignmentId: string; readonly points: number }[];
}

const NOTHING = { type: 'doc' };

/** A step with one question to answer, in the place `q1`. */
export const ONE_QUESTION = {
  kind: 'write',
  settings: { tools: 'all' },
  starter: {
    type: 'doc',
    content: [
      { type: 'question', attrs: { number: 1, text: 'Why?' } },
      { type: 'answer', attrs: { id: 'q1' }, content: [{ type: 'paragraph' }] },
    ],
  },
};

/** Puts them down in the one school there is. */
export async function addMasses(db: Queryable, masses: Masses): Promise<void> {
  const { classes = [], units = [], materials = [], assignments = [], criteria = [] } = masses;
  const put = (sql: string, rows: readonly object[]) =>
    rows.length === 0 ? undefined : db.query(sql.replace('GIVEN', 'jsonb_to_recordset($1::text::jsonb)'), [json(rows)]);
  await put(
    `INSERT INTO class (id, school_id, name, weave, room, locale)
     SELECT g.id, school.id, g.name, 'waves', '1', 'en' FROM school, GIVEN AS g (id text, name text)`,
    classes,
  );
  await put(
    `INSERT INTO unit (id, class_id, position, title)
     SELECT id, "classId", position, 'Unit ' || position FROM GIVEN AS g (id text, "classId" text, position integer)`,
    units,
  );
  await put(
    `INSERT INTO material (id, class_id, position, title, body, minutes, posted_at)
     SELECT id, "classId", 1, title, '${json(NOTHING)}', 5, at
     FROM GIVEN AS g (id text, "classId" text, title text, at timestamptz)`,
    materials.map((one) => ({ ...one, at: time(one.postedAt) })),
  );
  const posted = assignments.map((one) => ({
    ...one,
    points: one.points ?? null,
    unitId: one.unitId ?? null,
    asks: one.asks ?? [],
    posted: time(one.postedAt),
    due: time(one.dueAt),
    step: one.step ?? { kind: 'do', settings: {}, starter: null },
  }));
  await put(
    `INSERT INTO assignment (id, class_id, unit_id, position, title, instructions, minutes, points, posted_at, due_at, late,
       take_back, asks)
     SELECT id, "classId", "unitId", position, title, '${json(NOTHING)}', 30, points, posted, due, '{"kind":"no-loss"}', true, asks
     FROM GIVEN AS g (id text, "classId" text, "unitId" text, position integer, title text, points double precision,
       posted timestamptz, due timestamptz, asks jsonb)`,
    posted,
  );
  await put(
    `INSERT INTO step (id, assignment_id, position, kind, title, minutes, settings, starter)
     SELECT id || '-1', id, 1, step->>'kind', 'Do it', 30, step->'settings', nullif(step->'starter', 'null')
     FROM GIVEN AS g (id text, step jsonb)`,
    posted,
  );
  await put(
    `INSERT INTO criterion (id, assignment_id, position, title, points, levels)
     SELECT id, "assignmentId", 1, 'All of it', points, '[]' FROM GIVEN AS g (id text, "assignmentId" text, points double precision)`,
    criteria,
  );
}
