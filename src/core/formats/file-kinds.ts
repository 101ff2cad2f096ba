/** The kinds of file that an ask can be content with, told by the bytes and not by the name. */
export const FILE_KINDS = ['pdf', 'picture', 'document', 'sheet', 'slides', 'sound', 'video', 'text', 'other'] as const;

export type FileKind = (typeof FILE_KINDS)[number];
