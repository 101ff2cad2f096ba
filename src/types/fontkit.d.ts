declare module 'fontkit' {
  export interface Font {
    hasGlyphForCodePoint(point: number): boolean;
  }
  export function create(bytes: Uint8Array): Font;
}
