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
