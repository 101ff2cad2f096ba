import { accessSync, constants, mkdtempSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const MEMORY = '/dev/shm';
const ENOUGH = 4 * 1024 ** 3;

/** Where tests put what they throw away: in memory where the machine has enough of it, for copying a school is most of many a test. */
function shelf(): string {
  try {
    accessSync(MEMORY, constants.W_OK);
    const { bavail, bsize } = statfsSync(MEMORY);
    return bavail * bsize > ENOUGH ? MEMORY : tmpdir();
  } catch {
    return tmpdir();
  }
}

/** Makes an empty folder of its own, whose name begins as given. Whoever asks for it removes it. */
export const scratch = (name: string): string => mkdtempSync(join(shelf(), name));
