import type { FileKind } from '../../formats/file-kinds';
import { fileKind } from '../../formats/file-type';

export const MATERIAL_KINDS = [
  'text',
  'pdf',
  'slides',
  'sheet',
  'image',
  'video',
  'audio',
  'link',
  'book',
  'other',
] as const;

export type MaterialKind = (typeof MATERIAL_KINDS)[number];

/** What a material of a kind is made of, beside its text: a file, an address elsewhere, or nothing more. */
const NEEDS: Readonly<Record<MaterialKind, 'file' | 'address' | null>> = {
  text: null,
  pdf: 'file',
  slides: 'file',
  sheet: 'file',
  image: 'file',
  video: 'file',
  audio: 'file',
  link: 'address',
  book: 'file',
  other: 'file',
};

export const needsOf = (kind: MaterialKind): 'file' | 'address' | null => NEEDS[kind];

/** What a file becomes as a material, by what its bytes say that it is. */
const OF_FILES: Readonly<Record<FileKind, MaterialKind>> = {
  pdf: 'pdf',
  picture: 'image',
  document: 'other',
  sheet: 'sheet',
  slides: 'other',
  sound: 'audio',
  video: 'video',
  text: 'other',
  other: 'other',
};

/**
 * The kind of material that a file becomes.
 *
 * @param type its media type, as its bytes have it
 */
export function materialKindOf(type: string): MaterialKind {
  if (type === 'application/epub+zip') return 'book';
  // Photographs of some telephones, which no browser shows everywhere.
  return type === 'image/heic' || type === 'image/avif' ? 'other' : OF_FILES[fileKind(type)];
}

/** What is heard in a kind can be read along, too: captions belong to it. */
const SPOKEN: ReadonlySet<MaterialKind> = new Set(['video']);
export const hasCaptions = (kind: MaterialKind): boolean => SPOKEN.has(kind);
