import { spawnSync } from 'node:child_process';
import { School } from '../e2e/school';
import { startPostgres } from '../scripts/postgres.mjs';
import { built } from '../scripts/prepare.mjs';

/** Does something with a school on a PostgreSQL server of its own, which syncs what it acknowledges. */
export async function onServer<Made>(work: (school: School, url: string) => Promise<Made>): Promise<Made> {
  const server = await startPostgres({ synced: true });
  try {
    const school = await School.open({ DATABASE_URL: server.url });
    // It found an empty database: the demo is put into it, and it begins anew.
    await school.end();
    const made = spawnSync('node', [built('make')], {
      env: { ...process.env, KITE_DATA: school.folder, DATABASE_URL: server.url },
      encoding: 'utf8',
    });
    if (made.status !== 0) throw new Error(made.stdout + made.stderr);
    await school.start();
    try {
      return await work(school, server.url);
    } finally {
      await school.end();
      school.remove();
    }
  } finally {
    await server.stop();
  }
}
