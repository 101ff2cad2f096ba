import { attrsOf, type DocNode, descendants } from '../text/nodes';

/** A picture of a text as it goes into a file. */
export interface Picture {
  readonly bytes: Uint8Array;
  readonly type: string;
  /** In pixels. */
  readonly width: number;
  readonly height: number;
}

/** The pictures of a document by the address under which each stands in it. */
export type Pictures = ReadonlyMap<string, Picture>;

/** The addresses of all pictures of a document. */
export const picturesIn = (node: DocNode): readonly string[] =>
  [...descendants(node)].flatMap((one) => (one.type === 'image' ? [attrsOf(one).src] : []));

/** How large a picture is drawn so that it fits a page of so many pixels across. */
export function fitted(
  { width, height }: Picture,
  widest: number,
): { readonly width: number; readonly height: number } {
  const scale = Math.min(1, widest / Math.max(1, width));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}
