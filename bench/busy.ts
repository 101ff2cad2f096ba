import { Worker } from 'node:worker_threads';

/** What takes the processor for some tenths of a second, and says how long that was by the clock and by the processor. */
const REFERENCE = `
  const { createHash } = require('node:crypto');
  const { parentPort } = require('node:worker_threads');
  const bytes = Buffer.alloc(1 << 20);
  const began = performance.now();
  for (let i = 0; i < 400; i += 1) createHash('sha256').update(bytes).digest();
  parentPort.postMessage({ wall: performance.now() - began });
`;
/** Two at once: as many as the application needs. */
const AT_ONCE = 2;
/** So much longer by the clock than by the processor, and others have it. */
const MOST = 1.2;

const once = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(REFERENCE, { eval: true });
    worker.once('message', ({ wall }: { wall: number }) => resolve(wall));
    worker.once('error', reject);
  });

/**
 * Whether something else has the processors just now: two threads do the same work at once, and it is compared how long that
 * is by the clock and how much of the processors it was.
 */
export async function isBusy(): Promise<{ readonly busy: boolean; readonly share: number }> {
  const before = process.cpuUsage();
  const walls = await Promise.all(Array.from({ length: AT_ONCE }, once));
  const { user, system } = process.cpuUsage(before);
  const share = walls.reduce((sum, wall) => sum + wall, 0) / ((user + system) / 1000);
  return { busy: share > MOST, share };
}
