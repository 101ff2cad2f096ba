/** What this browser would not take: it is there for as long as the page is. */
const held = new Map<string, string>();

/** The words that are kept on this device under a name. */
export function wordsHere(name: string): string | null {
  try {
    return held.get(name) ?? localStorage.getItem(name);
  } catch {
    return null;
  }
}

/**
 * Keeps words on this device under a name, or none any more. A browser that is full, or keeps nothing, is no reason for whoever
 * types to be stopped: then they are there until the page goes, and of what stood there before only that of which they are more.
 *
 * @returns whether they outlast the page
 */
export function keepWords(name: string, words: string | null): boolean {
  held.delete(name);
  try {
    if (words === null) localStorage.removeItem(name);
    else localStorage.setItem(name, words);
    return true;
  } catch {
    if (words === null) return false;
    const before = wordsHere(name);
    if (before !== null && !words.startsWith(before)) keepWords(name, null);
    held.set(name, words);
    return false;
  }
}
