import { closeSync, mkdirSync, openSync } from 'node:fs';
import { join } from 'node:path';
import { tryLock } from 'fs-native-extensions';

/** Another process has the data folder open. */
export class FolderInUse extends Error {
  constructor(readonly folder: string) {
    super(
      `The data folder ${folder} is in use by another running Kite String. Stop that one first, or set KITE_DATA to another folder.`,
    );
    this.name = 'FolderInUse';
  }
}

/**
 * Takes the data folder for this process, with a lock of the operating system on a file in it. The
 * system lets go of it when the process ends, in whatever way, so nothing is left behind by a crash.
 *
 * @returns how to let go of it
 * @throws FolderInUse when another process holds it
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = openSync(join(folder, 'lock'), 'a+', 0o600);
  if (!tryLock(file)) {
    closeSync(file);
    throw new FolderInUse(folder);
  }
  return () => closeSync(file);
}
