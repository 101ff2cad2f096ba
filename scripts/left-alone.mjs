/**
 * Lets a process live on when whoever read what it says has gone, as a terminal that is closed or a log that is full: what it
 * says then is lost. Unheard, each word would be an error, and telling of an error would be the next one, for ever.
 */
export function leftAlone() {
  for (const out of [process.stdout, process.stderr]) out.on('error', () => {});
}
