import { attrsOf, type Doc, type DocNode, descendants } from '../../text/nodes';

const POST = 'post:';
const REPLY = 'reply:';

/** The place in which a post stands in the text of a part: what it is can be told from it. */
export const placeOfPost = ({
  id,
  to,
}: {
  readonly id: string;
  readonly to: { readonly person: string } | null;
}): string => (to === null ? `${POST}${id}` : `${REPLY}${id}:${to.person}`);

/** What a place of a part is: a post, or a reply and to whom; `null` for any other place. */
export function postAtPlace(place: string): { readonly replyTo: string | null } | null {
  if (place.startsWith(POST)) return { replyTo: null };
  return place.startsWith(REPLY) ? { replyTo: place.slice(place.lastIndexOf(':') + 1) } : null;
}

const DRAWN = 'sheet:';

/** The place of a sheet in the text that it can be read as. */
export const placeOfSheet = (sheet: string): string => `${DRAWN}${sheet}`;
/** Is a place what was put on a sheet, beside its boxes? */
export const isSheetPlace = (place: string): boolean => place.startsWith(DRAWN);

/** Stands for everything that was drawn on a sheet in a text: how many things, as the words of a picture that is nowhere. */
export const drawnNode = (n: number): DocNode => ({ type: 'image', attrs: { src: '', alt: `✎ ${n}` } });

/** The words that stand for a photographed page. */
const PHOTOGRAPH = '▣';
/** Stands for a page that was photographed. */
export const photographNode = (src: string): DocNode => ({ type: 'image', attrs: { src, alt: PHOTOGRAPH } });
const isPhotograph = (node: DocNode): boolean => node.type === 'image' && attrsOf(node).alt === PHOTOGRAPH;

/** How many pages of a text were photographed. */
export const photographedIn = (doc: Doc): number => [...descendants(doc)].filter(isPhotograph).length;
