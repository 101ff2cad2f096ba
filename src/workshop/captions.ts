import { open } from 'node:fs/promises';
import { isWebVtt } from '@/core/formats/webvtt';

/** So much captions may have: those of a whole day. */
const LARGEST = 4 * 1024 * 1024;

/** Is a file captions of a film? */
export async function captions({ path }: { readonly path: string }): Promise<boolean> {
  const file = await open(path);
  try {
    if ((await file.stat()).size > LARGEST) return false;
    return isWebVtt(new TextDecoder().decode(await file.readFile()));
  } finally {
    await file.close();
  }
}
