import type { StoredPiece } from '@/store/pieces';

/** The pieces that go along as things stand: what was taken off does not. */
export const goingAlong = (pieces: readonly StoredPiece[]): readonly StoredPiece[] =>
  pieces.filter(({ removed_at }) => removed_at === null);
