import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** What a process has taken of the processors until now, in seconds. */
function taken(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return (Number(fields[11]) + Number(fields[12])) / 100;
}

test('a server that nobody listens to any more goes on, and has nothing to do', async () => {
  // It tells of its errors, as a server does.
  const program = `
    import { leftAlone } from './scripts/left-alone.mjs';
    leftAlone();
    process.on('uncaughtException', (error) => console.error(error));
    setInterval(() => console.log('Still here.'), 20);`;
  const left = spawn('node', ['--input-type=module', '-e', program], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  try {
    await new Promise((said) => left.stdout.once('data', said));
    left.stdout.destroy();
    left.stderr.destroy();
    await new Promise((later) => setTimeout(later, 300));
    const before = taken(left.pid ?? 0);
    await new Promise((later) => setTimeout(later, 1000));
    expect(taken(left.pid ?? 0) - before).toBeLessThan(0.25);
    expect(left.exitCode).toBeNull();
  } finally {
    left.kill('SIGKILL');
  }
});
