import { html } from './html-out';

/** A page that is whole by itself: no script, no style and no picture from elsewhere. `body` is markup already. */
export const ownPage = (lang: string, title: string, body: string): string => `<!doctype html>
<html lang="${html(lang)}" dir="${/^(ar|fa|he|ur)\b/.test(lang) ? 'rtl' : 'ltr'}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${html(title)}</title>
<style>body{font:17px/1.6 sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}table{border-collapse:collapse;width:100%}th,td{text-align:start;padding:.3rem .6rem;border-bottom:1px solid #ccd}blockquote{border-inline-start:3px solid #ccd;margin-inline:0;padding-inline-start:1rem}.said{white-space:pre-wrap}</style>
</head><body><h1 dir="auto">${html(title)}</h1>
${body}
</body></html>
`;

/** Rows of a table; a cell is markup already. */
export const tableOf = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
  `<table><thead><tr>${heads.map((head) => `<th>${html(head)}</th>`).join('')}</tr></thead><tbody>
${rows.map((row) => `<tr>${row.map((cell) => `<td dir="auto">${cell}</td>`).join('')}</tr>`).join('\n')}
</tbody></table>`;
