import { createReadStream } from 'node:fs';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { cleanName, distinctName } from '@/core/formats/file-name';
import { shelfIndex } from '@/core/formats/shelf-index';
import type { DocumentId, Instant } from '@/core/ids';
import { fileIn, linkIn } from '@/core/kinds/piece';
import { trimmedEnd } from '@/core/text/trimmed';
import { filesFolder } from '@/server/kite';
import { use } from '@/server/limits';
import { makeExports } from '@/server/reading/documents/exporting';
import type { Database } from '@/store/database';
import { filePath } from '@/store/files';
import type { Person } from '@/store/people';
import { findPiece } from '@/store/pieces';
import { type ShelfItem, shelf } from './shelf';

/** A name that every file system takes. */
const safe = (name: string): string =>
  trimmedEnd(cleanName(name.replace(/[\\/:*?"<>|]/g, ' ')), /[. ]/).slice(0, 100) || 'untitled';

/** What to write into the archive, one after the other, so that never more than one file is being read. */
type Entry = {
  readonly path: string;
  readonly bytes: () => AsyncIterable<Uint8Array> | Uint8Array | Promise<Uint8Array>;
};

async function documentEntries(
  db: Database,
  person: Person,
  item: ShelfItem,
  folder: string,
  taken: Set<string>,
): Promise<Entry[]> {
  const name = distinctName(`${folder}/${safe(item.title)}.odt`, taken);
  taken.add(name);
  const document = { id: item.id as DocumentId, title: item.title, lang: 'en' };
  let made: Promise<readonly Uint8Array[]> | undefined;
  // Both are made when the first is fetched, so that of all documents only one lies in memory.
  const one = async (i: number): Promise<Uint8Array> => {
    made ??= makeExports(db, person, document, ['odt', 'html']).then((exported) => (exported.ok ? exported.made : []));
    return (await made)[i] ?? new Uint8Array();
  };
  return [
    { path: name, bytes: () => one(0) },
    {
      path: name.replace(/\.odt$/, '.html'),
      bytes: async () => {
        const page = await one(1);
        made = undefined;
        return page;
      },
    },
  ];
}

/**
 * Everything on a person's shelf as one archive of open formats: documents as ODT and HTML, files as they came,
 * and a page that lists it all. It is made while it is fetched; no file lies in memory as a whole.
 */
export async function takeAllAway(db: Database, person: Person, now: Instant): Promise<Response> {
  const much = await use(db, person.id, 'exports', 10, now);
  if (much) return Response.json(much, { status: 429 });
  const { boards } = await shelf(db, person, now);
  const taken = new Set<string>();
  const listed: {
    board: string;
    title: string;
    assignment: string | null;
    path: string | null;
    address: string | null;
    at: Instant;
  }[] = [];
  const entries: Entry[] = [];
  for (const board of boards) {
    const folder = safe(board.name || 'Own');
    for (const item of board.items) {
      const row = { board: board.name, title: item.title, assignment: item.assignment, at: item.changedAt };
      if (item.written) {
        const made = await documentEntries(db, person, item, folder, taken);
        entries.push(...made);
        listed.push({ ...row, path: made[0]?.path ?? null, address: null });
        continue;
      }
      const piece = await findPiece(db, item.id);
      const link = piece && linkIn(piece.is);
      if (link) listed.push({ ...row, path: null, address: link.address });
      const file = piece && fileIn(piece.is);
      if (!piece || !file) continue;
      const path = distinctName(`${folder}/${safe(piece.name)}`, taken);
      taken.add(path);
      entries.push({ path, bytes: () => createReadStream(filePath(filesFolder(), file.sha256)) });
      listed.push({ ...row, path, address: null });
    }
  }
  const index = new TextEncoder().encode(shelfIndex(person.name, listed, new Date(now)));
  entries.unshift({ path: 'index.html', bytes: () => index });

  let cancelled = false;
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const zip = new Zip((error, data, final) => {
        if (cancelled) return;
        if (error) controller.error(error);
        else controller.enqueue(data);
        if (final) controller.close();
      });
      try {
        for (const { path, bytes } of entries) {
          if (cancelled) break;
          // Pictures, sound and PDFs are packed already.
          const entry = /\.(html|txt|csv|md)$/.test(path) ? new ZipDeflate(path) : new ZipPassThrough(path);
          zip.add(entry);
          const source = await bytes();
          if (source instanceof Uint8Array) entry.push(source, true);
          else {
            for await (const chunk of source) {
              entry.push(new Uint8Array(chunk));
              while (!cancelled && (controller.desiredSize ?? 1) < -(1 << 22))
                await new Promise((resolve) => setTimeout(resolve, 5));
            }
            entry.push(new Uint8Array(0), true);
          }
        }
        zip.end();
      } catch (error) {
        if (!cancelled) controller.error(error);
      }
    },
    cancel() {
      cancelled = true;
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': 'attachment; filename="kite-string-shelf.zip"',
      'cache-control': 'no-store',
    },
  });
}
