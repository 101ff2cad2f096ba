import { html } from './html-out';
import { ownPage, tableOf } from './own-page';

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

/** One receipt, as the page lists it. */
export interface ListedReceipt {
  readonly number: number;
  readonly assignment: string;
  readonly class: string;
  readonly path: string;
  readonly at: number;
}

/** What the page says, in the language of whoever takes the archive away. */
export interface IndexWords {
  readonly lang: string;
  readonly title: string;
  readonly says: string;
  readonly own: string;
  readonly what: string;
  readonly madeFor: string;
  readonly changed: string;
  readonly receipts: string;
  readonly receipt: string;
  readonly class: string;
  readonly at: string;
  /** Leads to the list of marks; `null` where nothing came back. */
  readonly marks: { readonly words: string; readonly path: string } | null;
  /** Leads to what was said; `null` where nothing was. */
  readonly talk: { readonly words: string; readonly path: string } | null;
  readonly day: (at: number) => string;
}

const link = (path: string, words: string): string =>
  `<a href="${html(path.split('/').map(encodeURIComponent).join('/'))}" dir="auto">${html(words)}</a>`;

/** The page that says what is in an archive of a shelf. */
export function shelfIndex(
  words: IndexWords,
  items: readonly ListedItem[],
  receipts: readonly ListedReceipt[],
): string {
  const boards = [...new Set(items.map(({ board }) => board))].map((board) => {
    const rows = items
      .filter((item) => item.board === board)
      .map(({ title, assignment, path, address, at }) => [
        address === null ? link(path ?? '', title) : `<a href="${html(address)}" dir="auto">${html(title)}</a>`,
        html(assignment ?? ''),
        html(words.day(at)),
      ]);
    return `<h2 dir="auto">${html(board || words.own)}</h2>\n${tableOf([words.what, words.madeFor, words.changed], rows)}`;
  });
  const proofs = receipts.map(({ number, assignment, class: of, path, at }) => [
    link(path, `${words.receipt} ${number}`),
    html(assignment),
    html(of),
    html(words.day(at)),
  ]);
  const body = [
    `<p>${html(words.says)}</p>`,
    words.talk ? `<p>${link(words.talk.path, words.talk.words)}</p>` : '',
    words.marks ? `<p>${link(words.marks.path, words.marks.words)}</p>` : '',
    ...boards,
    proofs.length > 0
      ? `<h2>${html(words.receipts)}</h2>\n${tableOf([words.receipt, words.madeFor, words.class, words.at], proofs)}`
      : '',
  ];
  return ownPage(words.lang, words.title, body.filter(Boolean).join('\n'));
}
