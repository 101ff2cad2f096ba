import { copyFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { uploadsFolder } from '@/server/http/spool';
import { newId } from '@/server/secrets';

/** A file of the demo as if it had just come from somebody's device: it lies where such files do, and can be taken from there. */
export function sent(name: string): string {
  mkdirSync(uploadsFolder(), { recursive: true, mode: 0o700 });
  const path = join(uploadsFolder(), newId());
  copyFileSync(join(process.cwd(), 'demo', 'files', name), path);
  return path;
}
