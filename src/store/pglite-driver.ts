import { fdatasyncSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite, types } from '@electric-sql/pglite';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { copyChanged, copyRoughly } from './copy-folder';
import { type Database, type Queryable, QueryFailed } from './database';
import { lockFolder } from './folder-lock';
import { Statements } from './pglite-statements';
import { copyPrepared } from './prepared-cluster';

interface SyncingModule {
  readonly NODEFS: { stream_ops: { fsync?: (stream: { nfd: number }) => void } };
}

/** The file system of PGlite, with the one thing it lacks: a sync that reaches the disk. */
class SyncedNodeFS extends NodeFS {
  override async init(...args: Parameters<NodeFS['init']>) {
    const { emscriptenOpts } = await super.init(...args);
    const sync = (module: unknown) => {
      (module as SyncingModule).NODEFS.stream_ops.fsync = (stream) => fdatasyncSync(stream.nfd);
    };
    const before = emscriptenOpts.preRun ?? [];
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...(Array.isArray(before) ? before : [before]), sync] } };
  }
}

/** `-F` among PGlite's own arguments turns syncing off. */
const START = [
  ...PGlite.defaultStartParams.filter((param) => param !== '-F'),
  '-c',
  'wal_sync_method=fsync',
  '-c',
  'shared_buffers=32MB',
  // A school's rows lie in memory, where to follow an index costs hardly more than to read on: rows are found, not sorted.
  '-c',
  'random_page_cost=1.1',
  // While rows are counted nobody is answered; a fifth of what is usual tells as much as these plans need.
  '-c',
  'default_statistics_target=20',
];

/** Asks by statements that are kept ready. */
const asQueryable = (run: Statements['run']): Queryable => ({
  async query(sql, params = []) {
    try {
      const { rows, affectedRows } = await run(sql, params);
      return { rows, affected: affectedRows ?? 0 };
    } catch (error) {
      throw QueryFailed.of(error);
    }
  },
});

/**
 * PGlite in a data folder: a PostgreSQL inside this process. The folder is locked for as long as it is
 * open, since two processes on one folder would lose each other's rows.
 */
export async function openPglite(folder: string): Promise<Database> {
  const unlock = lockFolder(folder);
  try {
    const cluster = join(folder, 'pg');
    // A crash may leave this file empty, which would stop the start; under our lock nobody else uses it.
    rmSync(join(cluster, 'postmaster.pid'), { force: true });
    copyPrepared(cluster);
    const pg = await PGlite.create({
      fs: new SyncedNodeFS(cluster),
      startParams: START,
      extensions: { pg_trgm },
      serializers: { [types.BYTEA]: (bytes: Uint8Array) => `\\x${Buffer.from(bytes).toString('hex')}` },
      parsers: { [types.BYTEA]: (text) => new Uint8Array(Buffer.from(text.slice(2), 'hex')) },
    });
    const statements = new Statements(pg);
    return {
      // Not in the middle of somebody's transaction.
      ...asQueryable((sql, params) => pg._runExclusiveTransaction(() => statements.run(sql, params))),
      alone: true,
      transaction: (work) =>
        pg.transaction((tx) =>
          work(
            asQueryable((sql, params) => {
              if (tx.closed) throw new Error('this transaction has ended');
              return statements.run(sql, params);
            }),
          ),
        ),
      listen: (channel, hear) => pg.listen(channel, hear),
      async copyTo(to) {
        const copy = join(to, 'pg');
        const known = await copyRoughly(cluster, copy);
        // Between two statements what lies on the disk is what a crash would leave there: it is opened like that.
        await pg._runExclusiveTransaction(async () => copyChanged(cluster, copy, known));
      },
      async run(sql) {
        await pg.exec(sql);
      },
      async close() {
        await pg.close();
        unlock();
      },
    };
  } catch (error) {
    unlock();
    throw error;
  }
}
