import type { CheckedFile } from '@/core/asks/checked';
import { handInFingerprint, sha256Hex } from '../../documents/fingerprint';
import type { FileKind } from '../../formats/file-kinds';
import { fileKind } from '../../formats/file-type';
import type { DocumentId } from '../../ids';

/** What something that goes along with a hand-in is made of. */
interface Made {
  /** Bytes that are kept under their fingerprint. */
  readonly file: {
    readonly sha256: string;
    /** As its bytes tell. */
    readonly type: string;
    readonly size: number;
    /** Pages of a PDF. */
    readonly pages: number | null;
    /** How long sound or video is. */
    readonly seconds: number | null;
    /** What is said in it, as WebVTT. */
    readonly captions: string | null;
  };
  readonly link: { readonly address: string };
  /** A document of one's own, from the shelf. */
  readonly document: { readonly document: DocumentId };
}
export type PieceName = keyof Made;

/** One of them, by its kind. */
export type PieceOf<Name extends PieceName> = { readonly kind: Name } & Made[Name];
export type Piece = { readonly [Name in PieceName]: PieceOf<Name> }[PieceName];

/** What is heard, or seen and heard. */
export type Spoken = Extract<FileKind, 'sound' | 'video'>;

/** How a piece stands in a list: its look, and what there is to say of it. */
export interface PieceFacts {
  readonly shown: FileKind | 'link';
  readonly size: number | null;
  readonly pages: number | null;
  readonly seconds: number | null;
  readonly address: string | null;
  /** Something is said in it, so that its words can be added; and whether they are there. */
  readonly spoken: Spoken | null;
  readonly captions: boolean;
}

/** A file or link of a hand-in, as it is kept with its fingerprint. A document is kept with its words instead. */
export type FrozenAttachment = { readonly sha256: string } & (
  | { readonly kind: 'file'; readonly size: number; readonly captions: string | null }
  | { readonly kind: 'link'; readonly address: string }
);

/** A kind of piece. */
interface PieceKind<Of> {
  readonly facts: (piece: Of) => PieceFacts;
  /** As the ready check counts it; `null` where its words are looked at instead. */
  readonly checked: (name: string, piece: Of) => CheckedFile | null;
  /** As it is kept in a hand-in; `null` where its words are. */
  readonly frozen: (piece: Of) => FrozenAttachment | null;
  /** The document whose words go along; `null` where there is none. */
  readonly document: (piece: Of) => DocumentId | null;
  /** Something else than before, where this has changed; `null` where it cannot be told. */
  readonly fingerprint: (piece: Of) => string | null;
  /** The end of its name tells what it is, and stays when it is renamed. */
  readonly keepsEnding: boolean;
  /** It lies on the shelf by itself, and can be put to other work from there. */
  readonly onShelf: boolean;
}

const NONE: PieceFacts = {
  shown: 'other',
  size: null,
  pages: null,
  seconds: null,
  address: null,
  spoken: null,
  captions: false,
};

const SPOKEN: Readonly<Partial<Record<FileKind, Spoken>>> = { sound: 'sound', video: 'video' };

/** Other words beside the same file are a change. */
export const withCaptions = ({
  sha256,
  captions = null,
}: {
  readonly sha256: string;
  readonly captions?: string | null;
}): string => (captions === null ? sha256 : handInFingerprint([{ sha256, captions }]));

/** Every kind of piece. */
export const PIECES: { readonly [Name in PieceName]: PieceKind<PieceOf<Name>> } = {
  file: {
    facts: ({ type, size, pages, seconds, captions }) => ({
      ...NONE,
      shown: fileKind(type),
      size,
      pages,
      seconds,
      spoken: SPOKEN[fileKind(type)] ?? null,
      captions: captions !== null,
    }),
    checked: (name, { type, pages, seconds }) => ({ name, kind: fileKind(type), pages, seconds }),
    frozen: ({ sha256, size, captions }) => ({ kind: 'file', sha256, size, captions }),
    document: () => null,
    fingerprint: withCaptions,
    keepsEnding: true,
    onShelf: true,
  },
  link: {
    facts: ({ address }) => ({ ...NONE, shown: 'link', address }),
    checked: (name, { address }) => ({ name, kind: 'link', pages: null, address }),
    frozen: ({ address }) => ({ kind: 'link', sha256: sha256Hex(address), address }),
    document: () => null,
    fingerprint: () => null,
    keepsEnding: false,
    onShelf: true,
  },
  document: {
    facts: () => ({ ...NONE, shown: 'document' }),
    checked: () => null,
    frozen: () => null,
    document: ({ document }) => document,
    fingerprint: () => null,
    keepsEnding: false,
    onShelf: false,
  },
};

/** What is computed of a piece. */
const kindOf = <Name extends PieceName>(piece: PieceOf<Name>): PieceKind<PieceOf<Name>> =>
  PIECES[piece.kind] as unknown as PieceKind<PieceOf<Name>>;

export const factsOf = (piece: Piece): PieceFacts => kindOf(piece).facts(piece);
export const checkedAs = (name: string, piece: Piece): CheckedFile | null => kindOf(piece).checked(name, piece);
export const frozenAs = (piece: Piece): FrozenAttachment | null => kindOf(piece).frozen(piece);
export const documentIn = (piece: Piece): DocumentId | null => kindOf(piece).document(piece);
export const fingerprintOf = (piece: Piece): string | null => kindOf(piece).fingerprint(piece);
export const liesOnShelf = (piece: Piece): boolean => kindOf(piece).onShelf;
export const keepsEnding = (piece: Piece): boolean => kindOf(piece).keepsEnding;

/** The file that a piece is; `null` for any other kind. */
export const fileIn = (piece: Piece): PieceOf<'file'> | null => ('sha256' in piece ? piece : null);
/** The file in which something is said that a piece is; `null` for any other. */
export const spokenIn = (piece: Piece): PieceOf<'file'> | null => (factsOf(piece).spoken ? fileIn(piece) : null);
/** Where a piece leads; `null` for any other kind. */
export const linkIn = (piece: Piece): PieceOf<'link'> | null => ('address' in piece ? piece : null);
