import type { Element } from 'domhandler';
import { childrenNamed, every, firstNamed, parseMarkup, textOf } from '../markup';
import { fromMarkup, fromPlainText } from '../markup-in';
import { safeAddress } from '../safe-address';
import { guardXml } from '../xml-guard';
import type { CourseFolder, CourseItem, CourseNote, CourseParts } from './cartridge';
import { readQuestions } from './read-questions';

/** The files of a cartridge, as its archive has them. */
export interface CartridgeFiles {
  readonly has: (path: string) => boolean;
  readonly text: (path: string) => string | null;
}

export type CartridgeRead =
  | {
      readonly ok: true;
      readonly course: CourseParts;
      readonly notes: readonly CourseNote[];
      readonly files: readonly string[];
    }
  | { readonly ok: false; readonly code: 'not-a-cartridge' | 'other-version' };

/** Versions that are read: what they name differently is not what is read of them. */
const VERSIONS = /^1\.[1-3](\.|$)/;

/** An address within the archive, from where it stands; `null` for one that leads out of it. */
export function inside(href: string, from = ''): string | null {
  let path: string;
  try {
    path = decodeURIComponent(href.split(/[?#]/)[0] ?? '');
  } catch {
    return null;
  }
  if (/^[a-z][a-z+.-]*:/i.test(path) || path.startsWith('/') || path.includes('\\') || path.includes('\0')) return null;
  const steps = from.split('/').slice(0, -1);
  for (const step of path.split('/')) {
    if (step === '' || step === '.') continue;
    if (step !== '..') steps.push(step);
    else if (steps.pop() === undefined) return null;
  }
  return steps.length === 0 ? null : steps.join('/');
}

const words = (element: Element | null): string => (element ? textOf(element).replace(/\s+/g, ' ').trim() : '');
const titleOf = (element: Element): string => words(childrenNamed(element, 'title')[0] ?? null).slice(0, 200);

function textIn(element: Element | null) {
  if (!element) return fromPlainText('');
  const said = textOf(element);
  return (element.attribs.texttype ?? 'text/html') === 'text/html' ? fromMarkup(said) : fromPlainText(said);
}

interface Resource {
  readonly type: string;
  readonly path: string | null;
}

class Reading {
  readonly notes: CourseNote[] = [];
  readonly files = new Set<string>();

  constructor(
    private readonly given: CartridgeFiles,
    private readonly resources: ReadonlyMap<string, Resource>,
    private readonly newId: () => string,
  ) {}

  note(title: string, what: CourseNote['what'], code: CourseNote['code']): null {
    this.notes.push({ title, what, code });
    return null;
  }

  /** What a resource is, under a title; `null` for what cannot be kept. */
  item(title: string, ref: string): CourseItem | null {
    const resource = this.resources.get(ref);
    if (!resource) return this.note(title, 'left', 'file-missing');
    const { type, path } = resource;
    if (path === null) return this.note(title, 'left', 'outside-file');
    if (!this.given.has(path)) return this.note(title, 'left', 'file-missing');
    try {
      return this.read(title, type, path);
    } catch {
      return this.note(title, 'left', 'cannot-be-read');
    }
  }

  private xml(path: string): Element | null {
    const root = parseMarkup(guardXml(this.given.text(path) ?? ''), { xmlMode: true });
    return (root.children.find((node) => 'attribs' in node) as Element | undefined) ?? null;
  }

  private read(title: string, type: string, path: string): CourseItem | null {
    if (type === 'webcontent' || type.startsWith('associatedcontent/')) {
      if (!/\.x?html?$/i.test(path)) {
        this.files.add(path);
        return { kind: 'file', title, path };
      }
      const page = this.given.text(path) ?? '';
      if (/<img\b/i.test(page)) this.note(title, 'changed', 'pictures-left');
      return { kind: 'page', title, body: fromMarkup(page) };
    }
    if (type.startsWith('imswl_')) {
      const url = every(this.xml(path) ?? this.none(), 'url')[0]?.attribs.href;
      const address = safeAddress(url);
      return address && /^https?:/i.test(address)
        ? { kind: 'link', title, address }
        : this.note(title, 'left', 'no-address');
    }
    if (type.startsWith('imsdt_')) {
      const root = this.xml(path) ?? this.none();
      return { kind: 'topic', title: title || titleOf(root), body: textIn(firstNamed(root, 'text')) };
    }
    if (type.startsWith('imsqti_')) {
      const { set, notes } = readQuestions(this.given.text(path) ?? '', this.newId);
      this.notes.push(...notes.map((one) => ({ ...one, title: one.title || title })));
      const bank = type.includes('question-bank');
      if (set.sections.length === 0) return this.note(title, 'left', 'questions-left');
      if (bank) this.note(title, 'changed', 'bank-as-work');
      return { kind: 'questions', title, set, bank };
    }
    if (type.startsWith('assignment_')) {
      const root = this.xml(path) ?? this.none();
      const gradable = firstNamed(root, 'gradable');
      const points = Number(gradable?.attribs.points_possible ?? Number.NaN);
      const files = every(root, 'attachment').flatMap((attached) => {
        const found = inside(attached.attribs.href ?? '', path);
        if (found !== null && this.given.has(found)) return [found];
        this.note(title, 'left', found === null ? 'outside-file' : 'file-missing');
        return [];
      });
      for (const one of files) this.files.add(one);
      return {
        kind: 'work',
        title: title || titleOf(root),
        body: textIn(firstNamed(root, 'text')),
        points: gradable && words(gradable) === 'true' && Number.isFinite(points) && points > 0 ? points : null,
        files,
      };
    }
    return this.note(title, 'left', type.startsWith('imsbasiclti') ? 'tool-elsewhere' : 'unknown-kind');
  }

  private none(): never {
    throw new Error('nothing is in it');
  }
}

/**
 * A cartridge of IMS Common Cartridge 1.1 to 1.3 as the parts of a course. What cannot be kept is named; nothing of it is run, and
 * nothing outside of it is looked for.
 *
 * @throws TooIntricate, Error where the manifest is not well formed
 */
export function readCartridge(given: CartridgeFiles, newId: () => string): CartridgeRead {
  const text = given.text('imsmanifest.xml');
  if (text === null) return { ok: false, code: 'not-a-cartridge' };
  const root = parseMarkup(guardXml(text), { xmlMode: true });
  const manifest = firstNamed(root, 'manifest');
  const metadata = manifest && firstNamed(manifest, 'metadata');
  if (!manifest || !metadata || !/common cartridge/i.test(words(firstNamed(metadata, 'schema'))))
    return { ok: false, code: 'not-a-cartridge' };
  if (!VERSIONS.test(words(firstNamed(metadata, 'schemaversion')))) return { ok: false, code: 'other-version' };
  const resources = new Map(
    every(manifest, 'resource').map((resource): [string, Resource] => {
      const href = resource.attribs.href ?? childrenNamed(resource, 'file')[0]?.attribs.href ?? '';
      return [resource.attribs.identifier ?? '', { type: resource.attribs.type ?? '', path: inside(href) }];
    }),
  );
  const reading = new Reading(given, resources, newId);
  const organization = firstNamed(manifest, 'organization');
  const roots = organization ? childrenNamed(organization, 'item') : [];
  // The one that holds all others has no title of its own.
  const [only] = roots;
  const top = roots.length === 1 && only && !only.attribs.identifierref ? childrenNamed(only, 'item') : roots;
  const folders: CourseFolder[] = [];
  const loose: CourseItem[] = [];
  const itemsIn = (element: Element, depth: number): CourseItem[] => {
    const title = titleOf(element);
    const ref = element.attribs.identifierref;
    const own = ref ? reading.item(title, ref) : null;
    const inner = childrenNamed(element, 'item');
    if (depth > 0 && inner.length > 0) reading.note(title, 'changed', 'folder-in-folder');
    return [...(own ? [own] : []), ...inner.flatMap((one) => itemsIn(one, depth + 1))];
  };
  for (const element of top) {
    if (element.attribs.identifierref) loose.push(...itemsIn(element, 0));
    else folders.push({ title: titleOf(element), items: itemsIn(element, 0) });
  }
  // What nothing names in the order of the course is there all the same: banks of questions.
  const named = new Set(every(manifest, 'item').map((item) => item.attribs.identifierref ?? ''));
  const banks = [...resources].flatMap(([id, { type }]) =>
    !named.has(id) && type.includes('question-bank') ? (reading.item('', id) ?? []) : [],
  );
  const title = words(firstNamed(metadata, 'string')) || words(firstNamed(metadata, 'title'));
  const rest = [...loose, ...banks];
  return {
    ok: true,
    course: { title, folders: [...folders, ...(rest.length > 0 ? [{ title: '', items: rest }] : [])] },
    notes: reading.notes,
    files: [...reading.files],
  };
}
