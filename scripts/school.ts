import { createWriteStream, existsSync } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { setPriority } from 'node:os';
import { join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { foldedUserName } from '@/core/office/person';
import { BadBackup } from '@/server/doing/backup/archive';
import { noteBackup, restore, standStill, writeBackup } from '@/server/doing/backup/backup';
import { letIn } from '@/server/doing/office/letting-in';
import { ownOrigins } from '@/server/http/addresses';
import { speakTo, type Terminal } from '@/server/live/terminal';
import { takeAllAway } from '@/server/reading/shelf/taking-away';
import { workshop } from '@/server/workshop';
import { type Database, read } from '@/store/database';
import { FolderInUse } from '@/store/folder-lock';
import { ownerOfUserName } from '@/store/office-people';
import { openDatabase } from '@/store/open';
import { findPerson } from '@/store/people';

// What is done in the terminal of the school's machine, while the school runs or not: `npm run school -- <what>`.
const SAYS = `npm run school -- backup <file>        writes everything there is into one file
npm run school -- restore <file>       puts it back, into a folder without a school
npm run school -- take-out <user name> <file>   everything somebody made and got, as one archive
npm run school -- let-in <user name>   makes a slip for somebody of the office who cannot get in

The school is that of the folder school/, or of KITE_DATA.`;

const data = process.env.KITE_DATA ?? join(process.cwd(), 'school');
const onServer = (process.env.DATABASE_URL ?? '') !== '';

/** Does something with the school that runs, or with its database where none does. */
async function withSchool<Made>(
  running: (terminal: Terminal) => Promise<Made>,
  resting: (db: Database) => Promise<Made>,
): Promise<Made> {
  const terminal = onServer ? null : await speakTo(data);
  if (terminal) {
    try {
      return await running(terminal);
    } finally {
      terminal.end();
    }
  }
  if (!onServer && !existsSync(join(data, 'pg', 'PG_VERSION'))) throw new BadBackup(`there is no school in ${data}`);
  const db = await openDatabase(data);
  try {
    return await resting(db);
  } finally {
    await db.close();
  }
}

async function backup(target: string): Promise<void> {
  const began = Date.now();
  const made = await withSchool(
    async (terminal) => {
      const still = await terminal.ask<{ ok: boolean; folder: string }>({ act: 'still' });
      if (!still.ok) throw new Error('the school could not stand still');
      const db = await openDatabase(still.folder);
      try {
        const written = await writeBackup(db, join(still.folder, 'files'), target, began);
        await terminal.ask({ act: 'backed-up' });
        return written;
      } finally {
        await db.close();
      }
    },
    async (db) => {
      // Files that come or go while it is written are as they were when it began.
      const still = await standStill({}, data);
      try {
        const written = await writeBackup(db, join(still.folder, 'files'), target, began);
        await noteBackup(db, began);
        return written;
      } finally {
        await still.end();
      }
    },
  );
  console.log(
    `${target}: ${made.rows} rows of ${made.tables} tables and ${made.files} files, in ${((Date.now() - began) / 1000).toFixed(1)} s. Whoever has it has everything: keep it as safe as the school.`,
  );
}

/** Everything that somebody made and got, out of a copy of the school. */
async function takeOut(userName: string, target: string): Promise<void> {
  const take = async (db: Database, folder: string) => {
    // What writes documents finds their files there.
    process.env.KITE_DATA = folder;
    const owner = await read(db, ownerOfUserName(foldedUserName(userName)));
    const person = owner && (await findPerson(db, owner.id));
    if (!person) throw new BadBackup(`nobody signs in as ${userName}`);
    const archive = await takeAllAway(db, person, Date.now(), person.locale ?? 'en');
    if (!archive.ok || !archive.body) throw new BadBackup('it was taken out too often in the last hour');
    await pipeline(Readable.fromWeb(archive.body as never), createWriteStream(target, { mode: 0o600 }));
    return person.name;
  };
  const name = await withSchool(
    async (terminal) => {
      const still = await terminal.ask<{ ok: boolean; folder: string }>({ act: 'still' });
      const db = await openDatabase(still.folder);
      try {
        return await take(db, still.folder);
      } finally {
        await db.close();
      }
    },
    (db) => take(db, data),
  );
  workshop().close();
  console.log(`${target}: what ${name} made and got.`);
}

async function putBack(source: string): Promise<void> {
  await mkdir(data, { recursive: true, mode: 0o700 });
  const said = await restore(source, data);
  console.log(`${said.school} as it was on ${said.at} is in ${data}. Every table and every file is what it was.`);
}

async function slipFor(userName: string): Promise<void> {
  type LetIn = Awaited<ReturnType<typeof letIn>> & { readonly address?: string };
  const said = await withSchool<LetIn>(
    (terminal) => terminal.ask<LetIn>({ act: 'let-in', userName }),
    (db) => letIn(db, userName, Date.now()),
  );
  if (!said.ok)
    throw new BadBackup(
      said.code === 'not-found'
        ? `nobody signs in as ${userName}`
        : `${userName} is a student and cannot be of the office`,
    );
  console.log(
    `${said.name} gets in at ${said.address ?? ownOrigins()[0] ?? ''}/slip with this code, once, within 30 days:\n\n    ${said.code}\n`,
  );
}

// Whoever works in the school comes first.
setPriority(10);

const [what, given = '', more = ''] = process.argv.slice(2);
try {
  if (what === 'backup' && given !== '') await backup(resolve(given));
  else if (what === 'take-out' && more !== '') await takeOut(given, resolve(more));
  else if (what === 'restore' && given !== '') await putBack(resolve(given));
  else if (what === 'let-in' && given !== '') await slipFor(given);
  else {
    console.log(SAYS);
    process.exitCode = 2;
  }
} catch (error) {
  console.error(
    error instanceof BadBackup || error instanceof FolderInUse ? `Nothing was done: ${error.message}` : error,
  );
  process.exitCode = 1;
}
