declare module 'fontkit' {
  interface Path {
    scale(by: number): Path;
    translate(x: number, y: number): Path;
    toSVG(): string;
  }
  interface Glyph {
    readonly advanceWidth: number;
    readonly path: Path;
  }
  interface Position {
    readonly xAdvance: number;
    readonly xOffset: number;
    readonly yOffset: number;
  }
  export interface Font {
    readonly unitsPerEm: number;
    readonly ascent: number;
    /** Below the line, where it is less than nothing. */
    readonly descent: number;
    hasGlyphForCodePoint(point: number): boolean;
    /** The shapes of letters in the order in which they are drawn, from left to right. */
    layout(text: string): { readonly glyphs: readonly Glyph[]; readonly positions: readonly Position[] };
  }
  export function create(bytes: Uint8Array): Font;
}
