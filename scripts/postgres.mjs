import { execFileSync, spawn } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { scratch } from './scratch.mjs';

// A PostgreSQL server of the tests' own: in a folder that is thrown away, on a free port, reached from this machine alone.

const DEBIAN = '/usr/lib/postgresql';

/** Where the programs of the newest server lie that Debian has installed; `null` where there is none. */
export function programs() {
  if (!existsSync(DEBIAN)) return null;
  const versions = readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a));
  return versions.map((version) => join(DEBIAN, version, 'bin')).find((bin) => existsSync(join(bin, 'initdb'))) ?? null;
}

const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer().once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** It refuses to run as root: then it runs as the account that Debian makes for it. */
const asWhom = () => {
  if (process.getuid?.() !== 0) return null;
  const [uid, gid] = ['-u', '-g'].map((of) => Number(execFileSync('id', [of, 'postgres'], { encoding: 'utf8' })));
  return { uid, gid };
};

/**
 * Starts a server. What it acknowledges is on disk only with `synced`; the others are for tests that ask for no more than
 * right answers.
 *
 * @returns where it is, how to end it, and its process
 */
export async function startPostgres({ synced = false } = {}) {
  const bin = programs();
  if (!bin) throw new Error('PostgreSQL is not installed');
  const whom = asWhom();
  // On a disk most of what it costs to copy a school is making its three hundred files.
  const folder = synced ? mkdtempSync(join(tmpdir(), 'kite-postgres-')) : scratch('kite-postgres-');
  const data = join(folder, 'data');
  mkdirSync(data, { mode: 0o700 });
  if (whom) for (const path of [folder, data]) chownSync(path, whom.uid, whom.gid);
  const how = { ...whom, cwd: folder, env: { PATH: process.env.PATH, LANG: 'C.UTF-8' } };
  execFileSync(
    join(bin, 'initdb'),
    ['-D', data, '-U', 'kite', '--auth=trust', '--encoding=UTF8', '--locale=C.UTF-8', '--no-sync'],
    { ...how, stdio: 'ignore' },
  );
  const port = await freePort();
  const settings = {
    port,
    listen_addresses: '127.0.0.1',
    unix_socket_directories: '',
    max_connections: 200,
    shared_buffers: '128MB',
    fsync: synced ? 'on' : 'off',
    synchronous_commit: synced ? 'on' : 'off',
    full_page_writes: synced ? 'on' : 'off',
    log_min_messages: 'fatal',
    max_wal_size: '2GB',
    // A school of a test is gone before its rows are worth being counted anew.
    autovacuum: synced ? 'on' : 'off',
  };
  const server = spawn(
    join(bin, 'postgres'),
    ['-D', data, ...Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`])],
    { ...how, stdio: ['ignore', 'ignore', 'inherit'] },
  );
  const ended = new Promise((resolve) => server.once('exit', resolve));
  const url = `postgres://kite@127.0.0.1:${port}/postgres`;
  for (let i = 0; i < 200; i += 1) {
    try {
      execFileSync(
        join(bin, 'pg_isready'),
        ['-q', '-h', '127.0.0.1', '-p', String(port), '-U', 'kite', '-d', 'postgres'],
        {
          stdio: 'ignore',
        },
      );
      break;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  return {
    url,
    server,
    async stop() {
      // At once: nothing in it is wanted any more.
      server.kill('SIGQUIT');
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
