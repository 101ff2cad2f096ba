import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildIfNeeded, installPackages } from './prepare.mjs';

// A school of one's own, from a fresh clone to the address: `npm start`. Its folder is `school/`, or KITE_DATA.
const data = process.env.KITE_DATA ?? join(process.cwd(), 'school');
if (!(await installPackages()) || !buildIfNeeded()) process.exit(1);

const server = spawn('node', ['server.mjs'], {
  stdio: 'inherit',
  env: { ...process.env, KITE_DATA: data, KITE_OWN: '1', NODE_ENV: 'production' },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
