/**
 * A text without the signs at its end (or its beginning) that a pattern of one sign takes. An expression like `x+$`
 * would begin anew at every sign of a long run in the middle of a text; these look at each sign once.
 */
export function trimmedEnd(text: string, sign: RegExp): string {
  let end = text.length;
  while (end > 0 && sign.test(text.charAt(end - 1))) end -= 1;
  return text.slice(0, end);
}

export function trimmedStart(text: string, sign: RegExp): string {
  let start = 0;
  while (start < text.length && sign.test(text.charAt(start))) start += 1;
  return text.slice(start);
}
