import type { Document, Element } from 'domhandler';
import { overflow } from '../documents/limits';
import type { Doc } from '../text/nodes';
import { type Archive, ArchiveRefused, openArchive } from './archive';
import { childrenNamed, every, firstNamed, isElement, localName, parseMarkup, TooIntricate, textOf } from './markup';
import { toDocument } from './markup-to-document';

/** Why a file cannot be read as a book. */
export type BookProblem = 'not-a-book' | 'broken' | 'encrypted' | 'too-large' | 'empty';

export interface Chapter {
  readonly title: string;
  /** Where the chapter lies in the book's archive. */
  readonly path: string;
}

/** A book by chapters, as its package document puts them in order. */
export interface Book {
  readonly ok: true;
  readonly title: string;
  readonly author: string;
  /** BCP 47 tag, or an empty string where the book does not say. */
  readonly language: string;
  readonly chapters: readonly Chapter[];
  /**
   * A chapter to be read. `pictureAt` gives the address under which a picture of the book is served.
   *
   * @throws TooIntricate for one that holds more than a document may
   */
  readonly read: (chapter: number, pictureAt: (path: string) => string | null) => Doc | null;
  /** The bytes and type of a picture; `null` for anything in the book that is not one. */
  readonly picture: (path: string) => { readonly type: string; readonly bytes: Uint8Array } | null;
}

const LARGEST = 120 * 1024 * 1024;
const PICTURE_TYPES = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp']);
/** Obfuscated fonts are no secret text: the two algorithms that only fonts use. */
const FONT_ONLY = new Set(['http://www.idpf.org/2008/embedding', 'http://ns.adobe.com/pdf/enc#RC']);

const decode = (bytes: Uint8Array): string => new TextDecoder().decode(bytes).replace(/^\ufeff/, '');
const parse = (bytes: Uint8Array): Document => parseMarkup(decode(bytes), { xmlMode: true });

/** An address within the archive, seen from a file of it; `null` for one that leads out of it. */
function resolve(from: string, href: string): { readonly path: string; readonly fragment: string } | null {
  if (/^[a-z][a-z0-9+.-]*:/i.test(href) || href.startsWith('//')) return null;
  const [target = '', fragment = ''] = href.split('#');
  if (target === '') return { path: from, fragment };
  const parts = target.startsWith('/') ? [] : from.split('/').slice(0, -1);
  for (const part of target.split('/')) {
    if (part === '..') {
      if (parts.length === 0) return null;
      parts.pop();
    } else if (part !== '.' && part !== '') parts.push(unescaped(part));
  }
  return { path: parts.join('/'), fragment };
}

function unescaped(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

interface Item {
  readonly path: string;
  readonly type: string;
  readonly properties: readonly string[];
}

/** Titles of the table of contents by path: from the navigation document (EPUB 3) or the NCX (EPUB 2). */
function contents({ read }: Archive, items: ReadonlyMap<string, Item>): Map<string, string> {
  const titles = new Map<string, string>();
  const add = (from: string, href: string | undefined, title: string) => {
    const target = href === undefined ? null : resolve(from, href);
    if (target && title !== '' && !titles.has(target.path)) titles.set(target.path, title);
  };
  const all = [...items.values()];
  const nav = all.find(({ properties }) => properties.includes('nav'));
  const navFile = nav && read(nav.path);
  if (nav && navFile) {
    const navs = every(parse(navFile), 'nav');
    const toc = navs.find((one) => (one.attribs['epub:type'] ?? '').split(/\s+/).includes('toc')) ?? navs[0];
    for (const link of toc ? every(toc, 'a') : []) add(nav.path, link.attribs.href, textOf(link));
  }
  const ncx = all.find(({ type }) => type === 'application/x-dtbncx+xml');
  const ncxFile = ncx && read(ncx.path);
  if (titles.size === 0 && ncx && ncxFile) {
    for (const point of every(parse(ncxFile), 'navPoint')) {
      const label = childrenNamed(point, 'navLabel')[0];
      const source = childrenNamed(point, 'content')[0];
      if (label) add(ncx.path, source?.attribs.src, textOf(label));
    }
  }
  return titles;
}

function isEncrypted(encryption: Uint8Array | null): boolean {
  if (!encryption) return false;
  return every(parse(encryption), 'EncryptedData').some((data) => {
    const method = childrenNamed(data, 'EncryptionMethod')[0];
    return !FONT_ONLY.has(method?.attribs.Algorithm ?? '');
  });
}

const refuse = (problem: BookProblem) => ({ ok: false as const, problem });

/**
 * Reads a book by the W3C Recommendation EPUB 3.3: container, package document, spine, navigation. What a
 * chapter holds is turned into a text document of our own kinds of node, so that no script, style, form or
 * foreign address of the book ever reaches a browser.
 */
export function readBook(bytes: Uint8Array): Book | { readonly ok: false; readonly problem: BookProblem } {
  const archive = openArchive(bytes, { most: LARGEST });
  if (typeof archive === 'string') return refuse(archive === 'broken' ? 'not-a-book' : archive);
  try {
    return bookIn(archive);
  } catch (error) {
    if (error instanceof TooIntricate) return refuse('too-large');
    if (error instanceof ArchiveRefused) return refuse(error.problem);
    throw error;
  }
}

function bookIn(archive: Archive): ReturnType<typeof readBook> {
  const { read: part } = archive;
  const container = part('META-INF/container.xml');
  if (!container) return refuse('not-a-book');
  if (isEncrypted(part('META-INF/encryption.xml'))) return refuse('encrypted');
  const root = firstNamed(parse(container), 'rootfile')?.attribs['full-path'] ?? '';
  const packageFile = part(root);
  if (!packageFile) return refuse('broken');
  const opf = parse(packageFile);

  const items = new Map<string, Item>();
  for (const { attribs } of every(opf, 'item')) {
    const target = resolve(root, attribs.href ?? '');
    if (!attribs.id || !target) continue;
    items.set(attribs.id, {
      path: target.path,
      type: attribs['media-type'] ?? '',
      properties: (attribs.properties ?? '').split(/\s+/),
    });
  }
  const titles = contents(archive, items);
  const chapters: Chapter[] = [];
  for (const { attribs } of every(opf, 'itemref')) {
    const item = items.get(attribs.idref ?? '');
    const file = item && part(item.path);
    if (!item || !file || attribs.linear === 'no' || item.properties.includes('nav')) continue;
    chapters.push({ path: item.path, title: titles.get(item.path) ?? headingOf(file) ?? String(chapters.length + 1) });
  }
  if (chapters.length === 0) return refuse('empty');

  const metadata = (name: string): string => {
    const found = firstNamed(opf, name);
    return found ? textOf(found) : '';
  };
  const types = new Map([...items.values()].map(({ path, type }) => [path, type]));
  const places = new Map(chapters.map(({ path }, i) => [path, i]));
  return {
    ok: true,
    title: metadata('title'),
    author: every(opf, 'creator').map(textOf).join(', '),
    language: metadata('language'),
    chapters,
    read(chapter, pictureAt) {
      const found = chapters[chapter];
      const file = found && part(found.path);
      if (!found || !file) return null;
      const body = firstNamed(parse(file), 'body');
      if (!body) return { type: 'doc', content: [] };
      const doc = toDocument(body, {
        picture: (source) => {
          const target = resolve(found.path, source);
          return target && PICTURE_TYPES.has(types.get(target.path) ?? '') ? pictureAt(target.path) : null;
        },
        link: (href) => {
          if (/^(https?|mailto):/i.test(href)) return href;
          const target = resolve(found.path, href);
          const place = target && places.get(target.path);
          return place === undefined || place === null ? null : `#chapter=${place + 1}`;
        },
      });
      if (overflow(doc)) throw new TooIntricate('chapter');
      return doc;
    },
    picture(path) {
      const type = types.get(path) ?? '';
      const found = PICTURE_TYPES.has(type) ? part(path) : null;
      return found ? { type, bytes: found } : null;
    },
  };
}

/** The first heading of a chapter, or its title, where the contents do not name it. */
function headingOf(file: Uint8Array): string | null {
  const document = parse(file);
  const named = (name: string): Element | null => firstNamed(document, name);
  const found = named('h1') ?? named('h2') ?? named('title');
  const words = found && isElement(found) && localName(found) !== '' ? textOf(found) : '';
  return words === '' ? null : words;
}
