import { cleanName } from '@/core/formats/file-name';
import { trimmedEnd } from '@/core/text/trimmed';

const LONGEST = 120;

/** A name that every file system takes, of what it is about: the assignment, whose it is, and what. */
export function nameInArchive(parts: readonly (string | null)[]): string {
  const named = parts.flatMap((part) => {
    const name = trimmedEnd(cleanName((part ?? '').replace(/[\\/:*?"<>|]/g, ' ')), /[. ]/);
    return name === '' ? [] : [name];
  });
  return trimmedEnd(named.join(', ').slice(0, LONGEST), /[. ,]/) || 'untitled';
}
