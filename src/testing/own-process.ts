import { type ChildProcessWithoutNullStreams, execFileSync, spawn } from 'node:child_process';
import { text } from 'node:stream/consumers';

const TOGETHER = ['--bundle', '--format=esm', '--platform=node', '--packages=external', '--log-level=error'];

/**
 * A program of our sources as a process of its own, to be killed or looked at from outside. It is put together first: to find and
 * compile each file of it when it is asked for takes seconds.
 *
 * @param body a module; it finds our sources from the folder of the project
 * @param args what stands in `process.argv` from the third on
 */
export function ownProcess(body: string, ...args: readonly string[]): ChildProcessWithoutNullStreams {
  const code = execFileSync('node_modules/.bin/esbuild', TOGETHER, { input: body, maxBuffer: 64 * 1024 * 1024 });
  const begun = spawn('node', ['--input-type=module', '-', ...args], {
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: '' },
  });
  begun.stdin.end(code);
  return begun;
}

/** What a process says until it ends, and how that is. */
export async function saidBy(begun: ChildProcessWithoutNullStreams) {
  const status = new Promise<number | null>((resolve) => begun.once('close', resolve));
  const [stdout, stderr] = await Promise.all([text(begun.stdout), text(begun.stderr)]);
  return { stdout, stderr, status: await status };
}
