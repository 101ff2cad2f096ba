const NOT_TEXT = /\0|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Is this text and nothing else: no NUL, no half of a pair of surrogates, which no database and no file keeps? */
export const isWellFormed = (text: string): boolean => text.search(NOT_TEXT) < 0;

/** A text with the replacement character in the place of what is none. */
export const wellFormed = (text: string): string => text.replace(NOT_TEXT, '\ufffd');
