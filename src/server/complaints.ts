/**
 * What is said of an error in the log: what kind it is, and nothing of its words, which may be a person's: the text of
 * a query that failed is what somebody wrote.
 */
export function codeOf(error: unknown): string {
  if (typeof error === 'string') return error;
  if (!(error instanceof Error)) return 'unknown';
  const { code } = error as { code?: unknown };
  return typeof code === 'string' && /^[\w-]{1,40}$/.test(code) ? `${error.name} ${code}` : error.name;
}

/** Where in our own code an error arose: files and lines, no words. */
function placesOf(error: unknown): string {
  const stack = error instanceof Error ? (error.stack ?? '') : '';
  // What comes before the places is the error's own text, which may have lines of any kind.
  const lines = stack
    .slice(error instanceof Error ? stack.indexOf(error.message) + error.message.length : 0)
    .split('\n');
  return lines
    .filter((line) => line.trimStart().startsWith('at '))
    .slice(0, 4)
    .map((line) => `\n${line}`)
    .join('');
}

/**
 * Writes into the log that something went wrong: where, of what kind, and under which id of a request.
 *
 * @param where the name of a route or of a part, never anything that somebody sent
 */
export function complain(where: string, error: unknown, request?: string): void {
  console.error(`${where}: ${codeOf(error)}${request === undefined ? '' : ` (request ${request})`}${placesOf(error)}`);
}
