import { accessSync, constants, mkdtempSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const MEMORY = '/dev/shm';
const ENOUGH = 4 * 1024 ** 3;

/** Where tests put what they throw away: in memory where the machine has enough of it, for copying a school is most of many a test. */
function shelf() {
  try {
    accessSync(MEMORY, constants.W_OK);
    const { bavail, bsize } = statfsSync(MEMORY);
    return bavail * bsize > ENOUGH ? MEMORY : tmpdir();
  } catch {
    return tmpdir();
  }
}

/** Takes folders away, whatever is in them. */
export function clear(folders) {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
  folders.clear();
}

/** Within a test file its environment takes these away (`node-environment.mjs`), everywhere else the end of the process. */
function made() {
  if (globalThis.kiteScratch === undefined) {
    const folders = new Set();
    globalThis.kiteScratch = folders;
    process.once('exit', () => clear(folders));
  }
  return globalThis.kiteScratch;
}

/**
 * Makes an empty folder of its own, whose name begins as given, until whoever asked for it removes it or is at its end.
 *
 * @param {string} name
 */
export function scratch(name) {
  const folder = mkdtempSync(join(shelf(), name));
  made().add(folder);
  return folder;
}
