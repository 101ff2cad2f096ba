import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { ArchiveRefused, openArchive } from '@/core/formats/archive';
import { fileType } from '@/core/formats/file-type';
import { TooIntricate } from '@/core/formats/markup';
import type { NotKept } from '@/core/formats/qti/not-kept';
import { type Files, readTest } from '@/core/formats/qti/read-test';
import type { QuestionSet } from '@/core/questions/question-set';
import { type MadePicture, makeTextPicture } from './pictures';

const LARGEST_UNPACKED = 60 * 1024 * 1024;
const MOST_PICTURES = 100;
const PICTURE = /\.(png|jpe?g|gif|webp)$/i;

export type ReadQuestions =
  | {
      readonly ok: true;
      readonly set: QuestionSet;
      readonly title: string;
      readonly notKept: readonly NotKept[];
      readonly pictures: readonly MadePicture[];
    }
  | { readonly ok: false; readonly code: 'too-large' | 'too-intricate' | 'not-questions' | 'broken' };

/** A name by chance: those of a file may say what is right. */
const naming = (): string => randomBytes(9).toString('base64url').replace(/[-_]/g, 'x');

const utf8 = (bytes: Uint8Array): string => new TextDecoder('utf-8', { fatal: true }).decode(bytes);

/** The files of a package, and its pictures as pictures of texts, by their names in it. */
async function unpacked(bytes: Uint8Array, folder: string) {
  const archive = openArchive(bytes, { most: LARGEST_UNPACKED });
  if (typeof archive === 'string') return archive;
  const files: Files = {
    names: archive.names,
    text: (name) => {
      const found = archive.read(name);
      return found ? utf8(found) : null;
    },
  };
  const made = new Map<string, MadePicture>();
  for (const name of archive.names.filter((one) => PICTURE.test(one)).slice(0, MOST_PICTURES)) {
    const found = archive.read(name);
    const picture = found ? await makeTextPicture(found, folder) : 'broken';
    if (typeof picture !== 'string') made.set(name, picture);
  }
  return { files, made };
}

/** Reads questions of QTI 2.1 or 3.0: a package with its pictures, or one file. What cannot be kept is named. */
export async function importQuestions({ path }: { readonly path: string }): Promise<ReadQuestions> {
  const bytes = new Uint8Array(await readFile(path));
  try {
    const isPackage = fileType(bytes).type === 'application/zip';
    const opened = isPackage
      ? await unpacked(bytes, dirname(path))
      : { files: { names: ['item.xml'], text: () => utf8(bytes) }, made: new Map<string, MadePicture>() };
    if (typeof opened === 'string') return { ok: false, code: opened === 'too-large' ? 'too-large' : 'broken' };
    const { files, made } = opened;
    const read = readTest(files, naming, (name) => {
      const picture = made.get(name);
      return picture ? `/api/text-pictures/${picture.sha256}` : null;
    });
    if (read.set.sections.length === 0) return { ok: false, code: 'not-questions' };
    return { ok: true, ...read, pictures: [...made.values()] };
  } catch (error) {
    if (error instanceof TooIntricate) return { ok: false, code: 'too-intricate' };
    const isLarge = error instanceof ArchiveRefused && error.problem === 'too-large';
    return { ok: false, code: isLarge ? 'too-large' : 'broken' };
  }
}
