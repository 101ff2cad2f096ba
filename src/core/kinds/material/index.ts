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
