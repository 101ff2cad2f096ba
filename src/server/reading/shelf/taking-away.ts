import { createReadStream } from 'node:fs';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { distinctName } from '@/core/formats/file-name';
import { type ListedItem, type ListedReceipt, shelfIndex } from '@/core/formats/shelf-index';
import type { DocumentId, Instant } from '@/core/ids';
import { fileIn, linkIn } from '@/core/kinds/piece';
import { awayWords } from '@/i18n/catalogues';
import { filesFolder } from '@/server/kite';
import { use } from '@/server/limits';
import { makeExports } from '@/server/reading/documents/exporting';
import { receiptFile } from '@/server/reading/receipts/receipts';
import { type Database, readTogether } from '@/store/database';
import { filePath } from '@/store/files';
import { allReceiptsOf } from '@/store/hand-ins';
import { handBacksOfPerson } from '@/store/marking';
import { findSchool, type Person } from '@/store/people';
import { findPiece } from '@/store/pieces';
import { postsAway } from '@/store/said-posts';
import { nameInArchive } from './archive-names';
import { type ShelfItem, shelf } from './shelf';
import { feedbackPages, marksTable } from './what-came-back';
import { called, saidAway } from './what-was-said';

/** What to write into the archive, one after the other, so that never more than one file is being read. */
type Entry = {
  readonly path: string;
  readonly bytes: () => AsyncIterable<Uint8Array> | Uint8Array | Promise<Uint8Array>;
};

const written = (path: string, text: string): Entry => ({ path, bytes: () => new TextEncoder().encode(text) });

function documentEntries(db: Database, person: Person, item: ShelfItem, lang: string, path: string): readonly Entry[] {
  const document = { id: item.id as DocumentId, title: item.title, lang };
  let made: Promise<readonly Uint8Array[]> | undefined;
  // Both are made when the first is fetched, so that of all documents only one lies in memory.
  const one = async (i: number): Promise<Uint8Array> => {
    made ??= makeExports(db, person, document, ['odt', 'html']).then((exported) => (exported.ok ? exported.made : []));
    return (await made)[i] ?? new Uint8Array();
  };
  return [
    { path, bytes: () => one(0) },
    {
      path: path.replace(/\.odt$/, '.html'),
      bytes: async () => {
        const page = await one(1);
        made = undefined;
        return page;
      },
    },
  ];
}

/**
 * Everything that a person has made and got as one archive of open formats: documents as ODT and HTML, files as they
 * came, receipts as JSON, feedback as pages, marks as a table, and a page that lists it all. Files are named by
 * assignment and person. It is made while it is fetched; no file lies in memory as a whole.
 */
export async function takeAllAway(db: Database, person: Person, now: Instant, locale: string): Promise<Response> {
  const much = await use(db, person.id, 'exports', 10, now);
  if (much) return Response.json(much, { status: 429 });
  const school = await findSchool(db);
  if (!school) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  const t = awayWords(locale);
  const dayOf = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: school.zone });
  const { boards } = await shelf(db, person, now);
  const { backs, said } = await readTogether(db, {
    backs: handBacksOfPerson(person.id),
    said: postsAway(person.id),
  });
  const posts = await called(db, said);
  const receipts = await allReceiptsOf(db, person.id);
  const taken = new Set<string>();
  const free = (folder: string, parts: readonly (string | null)[], ending: string): string => {
    const path = distinctName(`${nameInArchive([folder])}/${nameInArchive(parts)}${ending}`, taken);
    taken.add(path);
    return path;
  };
  const listed: ListedItem[] = [];
  const entries: Entry[] = [];
  for (const board of boards) {
    const folder = board.name || t('own-folder');
    for (const item of board.items) {
      const row = { board: board.name, title: item.title, assignment: item.assignment, at: item.changedAt };
      const whose = item.assignment === null ? [] : [item.assignment, person.name];
      const parts = item.title === item.assignment ? whose : [...whose, item.title];
      if (item.written) {
        const path = free(folder, parts, '.odt');
        entries.push(...documentEntries(db, person, item, locale, path));
        listed.push({ ...row, path, address: null });
        continue;
      }
      const piece = await findPiece(db, item.id);
      const link = piece && linkIn(piece.is);
      if (link) listed.push({ ...row, path: null, address: link.address });
      const file = piece && fileIn(piece.is);
      if (!piece || !file) continue;
      const [, stem = piece.name, ending = ''] = /^(.+?)(\.[^.]{1,8})?$/s.exec(piece.name) ?? [];
      const path = free(folder, [...whose, stem], ending);
      entries.push({ path, bytes: () => createReadStream(filePath(filesFolder(), file.sha256)) });
      listed.push({ ...row, path, address: null });
      if (file.captions) entries.push(written(free(folder, [...whose, stem], '.vtt'), file.captions));
    }
  }
  const proofs = receipts.map((receipt): ListedReceipt => {
    const path = free(t('receipts'), [receipt.assignment, person.name, `${t('receipt')} ${receipt.number}`], '.json');
    entries.push(written(path, `${JSON.stringify(receiptFile(receipt, school), null, 2)}\n`));
    return { number: receipt.number, assignment: receipt.assignment, class: receipt.class, path, at: receipt.at };
  });
  for (const { assignment, class: of, page, at } of feedbackPages(backs, person, school.zone, locale)) {
    const path = free(of, [assignment, person.name, t('feedback')], '.html');
    entries.push(written(path, page));
    listed.push({ board: of, title: t('feedback'), assignment, path, address: null, at });
  }
  const marks = `${nameInArchive([t('marks'), person.name])}.csv`;
  if (backs.length > 0) entries.push(written(marks, marksTable(backs, locale)));
  const talk = nameInArchive([t('talk'), person.name]);
  if (posts.length > 0) {
    const { page, data } = saidAway(posts, person, school.zone, locale);
    entries.push(written(`${talk}.html`, page), written(`${talk}.json`, data));
  }
  const index = shelfIndex(
    {
      lang: locale,
      title: t('title', { name: person.name }),
      says: t('says', { day: dayOf.format(now) }),
      own: t('own'),
      what: t('what'),
      madeFor: t('made-for'),
      changed: t('changed'),
      receipts: t('receipts'),
      receipt: t('receipt'),
      class: t('class'),
      at: t('at'),
      talk: posts.length > 0 ? { words: t('talk-says'), path: `${talk}.html` } : null,
      marks: backs.length > 0 ? { words: t('marks-says'), path: marks } : null,
      day: (at) => dayOf.format(at),
    },
    listed,
    proofs,
  );
  entries.unshift(written('index.html', index));

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
