import type { Instant } from '@/core/ids';
import { lacking } from '@/core/roster/columns';
import type { Picture } from '@/core/roster/compare';
import { type LineProblem, type RosterFile, UNDO_FOR } from '@/core/roster/roster';
import { type Queryable, readTogether } from '@/store/database';
import { findRoster, type KeptRoster, knownToRoster, listedRosters } from '@/store/rosters';
import { digestOf, pictureOf } from './picture';

export const rostersScreen = (db: Queryable) => readTogether(db, { rosters: listedRosters });

export type RostersView = Awaited<ReturnType<typeof rostersScreen>>;

/** So many of each are sent to the screen; how many there are is said beside them. */
const MOST = 200;

/** A line that is not understood, or was not before it was mended here. */
export interface ProblemLine extends LineProblem {
  readonly cells: readonly string[];
  /** Is it understood by now? */
  readonly understood: boolean;
}

const lineKey = ({ file, line }: { readonly file: number; readonly line: number }): string => `${file} ${line}`;

function problemLines(kept: KeptRoster, before: Picture, now: Picture): readonly ProblemLine[] {
  const open = new Map(now.problems.map((one) => [lineKey(one), one]));
  const lines = new Map([...before.problems, ...now.problems].map((one) => [lineKey(one), one]));
  const mended = new Map(kept.mended.map((one) => [`${lineKey(one)} ${one.cell}`, one.text]));
  return [...lines.values()].slice(0, MOST).map((first) => {
    const problem = open.get(lineKey(first)) ?? first;
    const cells = kept.files[first.file]?.lines.find(({ line }) => line === first.line)?.cells ?? [];
    const width = Math.max(cells.length, problem.cell + 1);
    return {
      ...problem,
      understood: !open.has(lineKey(first)),
      cells: Array.from({ length: width }, (_, i) => mended.get(`${lineKey(first)} ${i}`) ?? cells[i] ?? ''),
    };
  });
}

const fileView = (file: RosterFile) => ({
  name: file.name,
  lines: file.lines.length,
  form: file.form,
  head: file.head,
  columns: file.columns,
  letters: file.letters,
  delimiter: file.delimiter,
  lacking: lacking(file),
  sample: file.lines.slice(0, 3).map(({ cells }) => cells.slice(0, 12)),
});

const counted = <Item>(items: readonly Item[]) => ({ n: items.length, first: items.slice(0, MOST) });

/** What a roster would change, as it is looked at before it is done; once it is done, what it did. */
export async function rosterScreen(db: Queryable, rosterId: string, now: Instant) {
  const { kept, known } = await readTogether(db, { kept: findRoster(rosterId), known: knownToRoster });
  if (!kept) return null;
  const picture = pictureOf(kept, known);
  const before =
    kept.mended.length + kept.confirmed.length === 0
      ? picture
      : pictureOf({ ...kept, mended: [], confirmed: [] }, known);
  const { people, classes, members } = picture;
  const role = (sought: string) => people.adding.filter((one) => one.role === sought).length;
  const ids = new Map(known.people.map((one) => [one.id, one]));
  return {
    id: kept.id,
    digest: digestOf(picture, kept.choices),
    choices: kept.choices,
    doneAt: kept.done_at,
    undoneAt: kept.undone_at,
    undoUntil:
      kept.done_at === null || kept.undone_at !== null || kept.done_at + UNDO_FOR < now
        ? null
        : kept.done_at + UNDO_FOR,
    files: kept.files.map(fileView),
    leftOut: picture.leftOut,
    problems: problemLines(kept, before, picture),
    open: new Set(picture.problems.map(lineKey)).size,
    people: {
      ...people,
      roles: { student: role('student'), teacher: role('teacher'), office: role('office') },
      adding: counted(people.adding.map(({ name, userName, role: as, line }) => ({ name, userName, role: as, line }))),
      changing: counted(people.changing.map((one) => ({ ...one, name: ids.get(one.id)?.name ?? '' }))),
      going: counted(people.going.map(({ name }) => name)),
    },
    classes: {
      ...classes,
      adding: counted(classes.adding.map(({ name }) => name)),
      changing: counted(classes.changing),
      going: counted(classes.going.map(({ name }) => name)),
    },
    members: {
      ...members,
      adding: members.adding.length,
      changing: members.changing.length,
      going: members.going.length,
    },
  };
}

export type RosterView = NonNullable<Awaited<ReturnType<typeof rosterScreen>>>;
