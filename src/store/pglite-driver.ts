import { fdatasyncSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { type Database, type Queryable, QueryFailed } from './database';
import { lockFolder } from './folder-lock';

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
];

const asQueryable = (on: Pick<PGlite, 'query'>): Queryable => ({
  async query(sql, params = []) {
    try {
      const { rows, affectedRows } = await on.query(sql, [...params]);
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
    const pg = await PGlite.create({ fs: new SyncedNodeFS(cluster), startParams: START, extensions: { pg_trgm } });
    return {
      ...asQueryable(pg),
      alone: true,
      transaction: (work) => pg.transaction((tx) => work(asQueryable(tx as unknown as PGlite))),
      listen: (channel, hear) => pg.listen(channel, hear),
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
