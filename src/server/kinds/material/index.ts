import type { SheetTable } from '@/core/formats/sheet';
import type { MaterialKind } from '@/core/kinds/material';
import type { Doc } from '@/core/text/nodes';
import { measureReading, type Reading } from '@/core/text/reading';
import { filesFolder } from '@/server/kite';
import { type Done, workshop } from '@/server/workshop';
import { filePath } from '@/store/files';
import type { Material } from '@/store/materials';
import type { Person } from '@/store/people';
import type { JobMade } from '@/workshop/jobs';

/** A file as the browser needs to know it. */
export interface FileView {
  readonly address: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
}

/** A film or a recording, with the text beside it. */
interface Media {
  readonly file: FileView;
  readonly captions: string | null;
  readonly body: Doc;
}

/** What there is to see of a material. `unshown`: it can only be downloaded. `broken`: it says why. */
export type MaterialContent =
  | {
      readonly kind: 'text';
      readonly body: Doc;
      readonly reading: Reading;
      /** Where it is taken away from, in an open format; `null` for what is taken away elsewhere. */
      readonly take: string | null;
    }
  | { readonly kind: 'pdf'; readonly file: FileView }
  | { readonly kind: 'slides'; readonly file: FileView }
  | { readonly kind: 'image'; readonly file: FileView; readonly alt: string }
  | ({ readonly kind: 'video' } & Media)
  | ({ readonly kind: 'audio' } & Media)
  | { readonly kind: 'sheet'; readonly file: FileView; readonly sheets: readonly SheetTable[] }
  | { readonly kind: 'link'; readonly address: string; readonly host: string; readonly body: Doc }
  | {
      readonly kind: 'book';
      readonly file: FileView;
      readonly title: string;
      readonly author: string;
      readonly chapters: readonly string[];
    }
  | { readonly kind: 'unshown'; readonly file: FileView }
  | {
      readonly kind: 'broken';
      readonly why:
        | 'gone'
        | 'not-a-book'
        | 'broken'
        | 'encrypted'
        | 'too-large'
        | 'empty'
        | 'not-a-sheet'
        | 'too-intricate';
      readonly file: FileView | null;
    };

/** A few of what was read lately, by the fingerprint of the file it was read from: so it is never stale. */
class Lately<Value> {
  readonly #kept = new Map<string, Value>();

  async get(sha256: string, read: () => Promise<Done<Value>>): Promise<Done<Value>> {
    const known = this.#kept.get(sha256);
    if (known !== undefined) return { ok: true, made: known };
    const done = await read();
    if (!done.ok) return done;
    if (this.#kept.size >= 8) this.#kept.delete(this.#kept.keys().next().value ?? '');
    this.#kept.set(sha256, done.made);
    return done;
  }
}

const books = new Lately<JobMade<'book'>>();

const sheets = new Lately<JobMade<'sheet'>>();

/** A workbook or a list with commas as tables, read in the workshop. */
export async function sheetContent(person: Person, file: FileView, sha256: string): Promise<MaterialContent> {
  const path = filePath(filesFolder(), sha256);
  const done = await sheets.get(sha256, () => workshop().do(person.id, 'sheet', { path }));
  if (!done.ok || done.made === 'too-intricate') return { kind: 'broken', why: 'too-intricate', file };
  return done.made ? { kind: 'sheet', file, sheets: done.made } : { kind: 'broken', why: 'not-a-sheet', file };
}

const fileView = (material: Material): FileView | null =>
  material.file_sha256 === null
    ? null
    : {
        address: `/api/materials/${material.id}/file`,
        name: material.file_name ?? material.title,
        type: material.file_type ?? 'application/octet-stream',
        size: material.file_size ?? 0,
      };

/** What a kind of material is made of, by the time that its file is known to be there. */
type WithFile = (file: FileView, material: Material, person: Person, sha256: string) => Promise<MaterialContent>;
/** A file is shown as what its bytes are, and only where the material says so, too. */
const ifIs =
  (type: RegExp, show: (file: FileView, material: Material) => MaterialContent): WithFile =>
  async (file, material) =>
    type.test(file.type) ? show(file, material) : { kind: 'unshown', file };

const media = (kind: 'video' | 'audio'): WithFile =>
  ifIs(/^(video|audio)\//, (file, { id, captions_sha256, body }) => ({
    kind,
    file,
    captions: captions_sha256 === null ? null : `/api/materials/${id}/captions`,
    body,
  }));

const book: WithFile = async (file, _material, person, sha256) => {
  const done = await books.get(sha256, () =>
    workshop().do(person.id, 'book', { path: filePath(filesFolder(), sha256) }),
  );
  if (!done.ok) return { kind: 'broken', why: 'too-intricate', file };
  if (!done.made.ok) return { kind: 'broken', why: done.made.problem, file };
  const { title, author, chapters } = done.made;
  return { kind: 'book', file, title, author, chapters };
};

/** Each kind of material that is a file. */
const FILES: { readonly [Kind in Exclude<MaterialKind, 'text' | 'link'>]: WithFile } = {
  pdf: ifIs(/^application\/pdf$/, (file) => ({ kind: 'pdf', file })),
  slides: ifIs(/^application\/pdf$/, (file) => ({ kind: 'slides', file })),
  image: ifIs(/^image\//, (file, { alt }) => ({ kind: 'image', file, alt: alt ?? '' })),
  video: media('video'),
  audio: media('audio'),
  sheet: (file, _material, person, sha256) => sheetContent(person, file, sha256),
  book,
  other: async (file) => ({ kind: 'unshown', file }),
};

const GONE: MaterialContent = { kind: 'broken', why: 'gone', file: null };

const ofFile =
  (show: WithFile) =>
  async (material: Material, person: Person): Promise<MaterialContent> => {
    const file = fileView(material);
    const sha256 = material.file_sha256;
    return file && sha256 !== null ? show(file, material, person, sha256) : GONE;
  };

/** What there is to see of a link. */
export const linkContent = (address: string, body: Doc = { type: 'doc' }): MaterialContent => ({
  kind: 'link',
  address,
  host: URL.canParse(address) ? new URL(address).host : address,
  body,
});

/** Each kind of material, as one person sees it. */
const SERVED: {
  readonly [Kind in MaterialKind]: (material: Material, person: Person, lang: string) => Promise<MaterialContent>;
} = {
  text: async ({ id, body }, _person, lang) => ({
    kind: 'text',
    body,
    reading: measureReading(body, lang),
    take: `/api/materials/${id}/export`,
  }),
  link: async ({ address, body }) => linkContent(address ?? '', body),
  pdf: ofFile(FILES.pdf),
  slides: ofFile(FILES.slides),
  image: ofFile(FILES.image),
  video: ofFile(FILES.video),
  audio: ofFile(FILES.audio),
  sheet: ofFile(FILES.sheet),
  book: ofFile(FILES.book),
  other: ofFile(FILES.other),
};

/** What is in a material. Of one that was removed there is nothing. */
export const contentOf = async (material: Material, person: Person, lang: string): Promise<MaterialContent> =>
  material.removed_at === null ? SERVED[material.kind](material, person, lang) : GONE;
