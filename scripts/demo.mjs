import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded, buildWorkshop, built, installPackages, run } from './prepare.mjs';

// Everything that the demo needs, from a fresh clone to the address: `npm run demo`, `-- --fresh` to seed anew.
const data = process.env.KITE_DATA ?? join(process.cwd(), 'data');
if (!(await installPackages()) || !buildIfNeeded()) process.exit(1);
const fresh = process.argv.includes('--fresh');
const seeded = existsSync(join(data, 'pg', 'PG_VERSION'));
// What makes the school may have changed since the application was built.
if ((fresh || !seeded) && !(buildWorkshop() && run('node', [built('make'), ...(fresh ? ['--fresh'] : [])])))
  process.exit(1);

const server = spawn('node', ['server.mjs'], { stdio: 'inherit', env: { ...process.env, NODE_ENV: 'production' } });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
