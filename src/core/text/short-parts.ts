/** So long a part the segmenter goes through at its best pace. */
const USUAL = 1000;

const ENDS_SENTENCE = /[\p{Sentence_Terminal}…]\p{Pe}?\p{Pf}?["']?\s$/u;

/** Where to cut a part that begins at `from`: after the end of a sentence, else after white space, else anywhere. */
function cutAfter(line: string, from: number, most: number): number {
  const earliest = from + Math.ceil(most / 2);
  let space = 0;
  for (let at = from + most; at > earliest; at -= 1) {
    if (!/\s/u.test(line.charAt(at - 1))) continue;
    if (space === 0) space = at;
    if (ENDS_SENTENCE.test(line.slice(at - 5, at))) return at;
  }
  if (space > 0) return space;
  const high = line.charCodeAt(from + most - 1);
  return from + most - (high >= 0xd800 && high < 0xdc00 ? 1 : 0);
}

/**
 * A line in parts of at most so many UTF-16 units, which together are the line again. Words stay whole where there
 * is white space between them at all; a sentence is cut only where none ends in half a part.
 */
export function shortParts(line: string, most = USUAL): readonly string[] {
  if (line.length <= most) return [line];
  const parts: string[] = [];
  let from = 0;
  while (line.length - from > most) {
    const to = cutAfter(line, from, most);
    parts.push(line.slice(from, to));
    from = to;
  }
  parts.push(line.slice(from));
  return parts;
}
