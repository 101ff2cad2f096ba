import type { PieceName } from '@/core/kinds/piece';
import type { DeskPiece } from '@/server/reading/desk/pieces';

/** How a kind of piece stands in a list. */
interface PieceRow {
  /** It can be opened in place. */
  readonly opens: boolean;
  /** What is said below its name: its size, a word, or where it leads. */
  readonly says: (
    piece: DeskPiece,
    words: { readonly size: (bytes: number) => string; readonly own: string },
  ) => string;
}

/** Each kind of piece in a list. */
export const PIECE_ROWS: { readonly [Name in PieceName]: PieceRow } = {
  file: { opens: true, says: (piece, { size }) => size(piece.size ?? 0) },
  link: { opens: true, says: (piece) => piece.address ?? '' },
  document: { opens: false, says: (_piece, { own }) => own },
};
