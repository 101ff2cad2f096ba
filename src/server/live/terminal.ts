import { chmodSync, existsSync, rmSync } from 'node:fs';
import { createConnection, createServer, type Server, type Socket } from 'node:net';
import { join, relative } from 'node:path';
import { createInterface } from 'node:readline';
import { z } from 'zod';
import { complain } from '@/server/complaints';
import { noteBackup, type Still, standStill } from '@/server/doing/backup/backup';
import { letIn } from '@/server/doing/office/letting-in';
import { ownOrigins } from '@/server/http/addresses';
import type { Database } from '@/store/database';

/** What is asked in the terminal of a school that runs: in the same data folder only whoever may read it can ask. */
const asked = z.discriminatedUnion('act', [
  z.object({ act: z.literal('still') }),
  z.object({ act: z.literal('backed-up') }),
  z.object({ act: z.literal('let-in'), userName: z.string().max(200) }),
]);
export type TerminalAct = z.input<typeof asked>;

/** Letters of a path to a socket, at most, on every system. */
const LONGEST = 100;

/** Where the school listens for its terminal. */
const pathIn = (data: string): string => {
  const path = join(data, 'terminal');
  const near = relative(process.cwd(), path);
  return near.length < path.length ? near : path;
};

async function answer(db: Database, data: string, line: string, stills: Still[]): Promise<object> {
  const said = asked.parse(JSON.parse(line));
  switch (said.act) {
    case 'still': {
      const still = await standStill(db, data);
      stills.push(still);
      return { ok: true, folder: still.folder };
    }
    case 'backed-up':
      await noteBackup(db, Date.now());
      return { ok: true };
    case 'let-in':
      // Only the school that runs knows where it is reached.
      return { address: ownOrigins()[0], ...(await letIn(db, said.userName, Date.now())) };
  }
}

function hear(db: Database, data: string, socket: Socket): void {
  const stills: Still[] = [];
  socket.on('error', () => socket.destroy());
  // A command that ends, however it does, leaves no copy behind.
  socket.on('close', () => {
    for (const still of stills) void still.end();
  });
  createInterface({ input: socket }).on('line', (line) => {
    answer(db, data, line, stills)
      .catch((error: unknown) => {
        complain('terminal', error);
        return { ok: false, code: 'broke' };
      })
      .then((said) => socket.write(`${JSON.stringify(said)}\n`));
  });
}

/** Hears what is asked in the terminal, for as long as this process runs; `null` where the folder lies too deep for it. */
export function hearTerminal(db: Database, data: string): Server | null {
  const path = pathIn(data);
  if (path.length > LONGEST) return null;
  // Of a process that was killed; the folder is this one's alone.
  if (existsSync(path)) rmSync(path, { force: true });
  const server = createServer((socket) => hear(db, data, socket));
  server.on('error', (error) => complain('terminal', error));
  server.listen(path, () => chmodSync(path, 0o600));
  server.unref();
  return server;
}

/** A line to a school that runs. */
export interface Terminal {
  ask<Said extends { readonly ok: boolean }>(act: TerminalAct): Promise<Said>;
  end(): void;
}

/** Speaks to the school that runs on a data folder; `null` where none does. */
export function speakTo(data: string): Promise<Terminal | null> {
  return new Promise((resolve) => {
    const socket = createConnection(pathIn(data));
    const lines: ((line: string) => void)[] = [];
    socket.once('error', () => resolve(null));
    socket.once('connect', () => {
      createInterface({ input: socket }).on('line', (line) => lines.shift()?.(line));
      resolve({
        ask: (act) =>
          new Promise((said, failed) => {
            lines.push((line) => said(JSON.parse(line)));
            socket.once('close', () => failed(new Error('the school has stopped meanwhile')));
            socket.write(`${JSON.stringify(act)}\n`);
          }),
        end: () => socket.destroy(),
      });
    });
  });
}
