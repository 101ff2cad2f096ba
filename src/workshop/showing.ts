import { readFile } from 'node:fs/promises';
import { type Book, type BookProblem, readBook } from '@/core/formats/epub';
import { TooIntricate } from '@/core/formats/markup';
import { fromPlainText } from '@/core/formats/markup-in';
import { readSheets, type SheetTable } from '@/core/formats/sheet';
import type { Doc } from '@/core/text/nodes';
import { measureReading, type Reading } from '@/core/text/reading';

type At = { readonly path: string };

const whole = async (path: string): Promise<Uint8Array> => new Uint8Array(await readFile(path));

async function unlessTooIntricate<Value>(make: () => Value): Promise<Value | 'too-intricate'> {
  try {
    return make();
  } catch (error) {
    if (error instanceof TooIntricate) return 'too-intricate';
    throw error;
  }
}

/** The tables of a workbook or a list with commas; `null` of what is neither. */
export async function sheet({ path }: At): Promise<readonly SheetTable[] | null | 'too-intricate'> {
  const bytes = await whole(path);
  return unlessTooIntricate(() => readSheets(bytes));
}

/** A file of plain text, a paragraph a line. */
export async function textFile({
  path,
}: At): Promise<{ readonly body: Doc; readonly reading: Reading } | 'too-intricate'> {
  const text = new TextDecoder().decode(await whole(path));
  return unlessTooIntricate(() => {
    const body = fromPlainText(text);
    return { body, reading: measureReading(body, 'en') };
  });
}

/** What a book says of itself, and its chapters by name. */
export type Contents =
  | { readonly ok: true; readonly title: string; readonly author: string; readonly chapters: readonly string[] }
  | { readonly ok: false; readonly problem: BookProblem };

export async function book({ path }: At): Promise<Contents> {
  const found = readBook(await whole(path));
  if (!found.ok) return found;
  const { title, author, chapters } = found;
  return { ok: true, title, author, chapters: chapters.map((chapter) => chapter.title) };
}

/** One chapter to be read; `null` where there is none. `pictures` is put before the name of each picture of the book. */
export async function chapter({
  path,
  chapter: number,
  pictures,
  locale,
}: At & { readonly chapter: number; readonly pictures: string; readonly locale: string }): Promise<{
  readonly title: string;
  readonly body: Doc;
  readonly reading: Reading;
} | null> {
  const found = readBook(await whole(path));
  if (!found.ok) return null;
  const address = (name: string) => `${pictures}${Buffer.from(name).toString('base64url')}`;
  const body = await unlessTooIntricate(() => found.read(number, address));
  const title = found.chapters[number]?.title;
  if (body === null || body === 'too-intricate' || title === undefined) return null;
  return { title, body, reading: measureReading(body, found.language || locale) };
}

/** A picture of a book; `null` for anything in it that is none. */
export async function bookPicture({
  path,
  name,
}: At & { readonly name: string }): Promise<ReturnType<Book['picture']>> {
  const found = readBook(await whole(path));
  return found.ok ? found.picture(name) : null;
}
