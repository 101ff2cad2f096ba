import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '@/server/kite';
import { FolderInUse, lockFolder } from '@/store/folder-lock';
import { migrate } from '@/store/migrate';
import { openDatabase } from '@/store/open';
import { countRows } from '@/store/tidying';
import { fewTiers } from '../scripts/few-tiers.mjs';
import { seedDemo } from './seed';

// Makes the demo school in the data folder, unless there is a school in it already. `--fresh` clears it first.
const began = Date.now();
fewTiers();
try {
  if (process.argv.includes('--fresh')) {
    const unlock = lockFolder(dataFolder());
    rmSync(join(dataFolder(), 'pg'), { recursive: true, force: true });
    unlock();
  }
  const db = await openDatabase(dataFolder());
  await migrate(db);
  if (await seedDemo(db, Date.now())) {
    await countRows(db);
    console.log(`The demo school is ready in ${dataFolder()} (${((Date.now() - began) / 1000).toFixed(1)} s).`);
  } else console.log(`There is a school in ${dataFolder()} already; it stays as it is.`);
  await db.close();
} catch (error) {
  console.error(error instanceof FolderInUse ? error.message : error);
  process.exit(1);
}
