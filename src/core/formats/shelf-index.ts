import { html } from './html-out';

/** One thing in the archive, as its page lists it. */
export interface ListedItem {
  /** The class; empty for what is one's own. */
  readonly board: string;
  readonly title: string;
  readonly assignment: string | null;
  /** Where it lies in the archive; `null` for a link. */
  readonly path: string | null;
  /** Where a link leads; `null` for what lies in the archive. */
  readonly address: string | null;
  /** When it was last changed, in milliseconds since 1970. */
  readonly at: number;
}

/** The page that says what is in an archive of a shelf: whole by itself, without a script or a style from elsewhere. */
export function shelfIndex(name: string, items: readonly ListedItem[], made: Date): string {
  const boards = [...new Set(items.map(({ board }) => board))];
  const row = ({ title, assignment, path, address, at }: ListedItem) => {
    const href = address ?? path?.split('/').map(encodeURIComponent).join('/');
    const day = new Date(at).toISOString().slice(0, 10);
    return `<tr><td><a href="${html(href ?? '')}" dir="auto">${html(title)}</a></td><td dir="auto">${html(assignment ?? '')}</td><td>${day}</td></tr>`;
  };
  const tables = boards.map(
    (board) => `<h2 dir="auto">${html(board || 'Own documents')}</h2>
<table><thead><tr><th>What</th><th>Made for</th><th>Last changed</th></tr></thead><tbody>
${items
  .filter((item) => item.board === board)
  .map(row)
  .join('\n')}
</tbody></table>`,
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${html(name)}: Shelf</title>
<style>body{font:17px/1.6 sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}table{border-collapse:collapse;width:100%}th,td{text-align:start;padding:.3rem .6rem;border-bottom:1px solid #ccd}</style>
</head><body><h1 dir="auto">${html(name)}: Shelf</h1>
<p>Everything as it was on ${made.toISOString().slice(0, 10)}. Documents lie here as ODT, and beside each as a page (HTML).</p>
${tables.join('\n')}
</body></html>
`;
}
