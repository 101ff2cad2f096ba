import { type PDFDocument, PDFName, PDFRawStream, type PDFRef } from '@cantoo/pdf-lib';

/** Where the first chunk of a PNG begins (ISO/IEC 15948, 5.2). */
const FIRST = 8;
/** Colour types that a PDF knows as they are, with how many numbers a pixel has (ISO/IEC 15948, 11.2.2). */
const PLAIN: ReadonlyMap<number, readonly [space: string, numbers: number]> = new Map([
  [0, ['DeviceGray', 1]],
  [2, ['DeviceRGB', 3]],
]);

/**
 * Puts a plain PNG into a PDF as it is: its packed bytes are what a PDF understands as Flate with the predictors of PNG
 * (ISO 32000-1, 7.4.4.4), so no pixel is unpacked. That is what a document of many photographed pages can afford.
 *
 * @returns `null` for one with a palette, with what shines through, or in rounds (interlaced): those have to be unpacked
 */
export function embedPlainPng(pdf: PDFDocument, bytes: Uint8Array): PDFRef | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const packed: Uint8Array[] = [];
  let head: { width: number; height: number; bits: number; space: string; numbers: number } | null = null;
  for (let at = FIRST; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    const from = at + 8;
    if (from + length + 4 > bytes.length || type === 'tRNS') return null;
    if (type === 'IHDR') {
      const plain = PLAIN.get(bytes[from + 9] as number);
      if (!plain || bytes[from + 12] !== 0) return null;
      const [space, numbers] = plain;
      head = {
        width: view.getUint32(from),
        height: view.getUint32(from + 4),
        bits: bytes[from + 8] as number,
        space,
        numbers,
      };
    }
    if (type === 'IDAT') packed.push(bytes.subarray(from, from + length));
    at = from + length + 4;
  }
  if (!head || packed.length === 0) return null;
  const contents = new Uint8Array(packed.reduce((sum, { length }) => sum + length, 0));
  let to = 0;
  for (const part of packed) {
    contents.set(part, to);
    to += part.length;
  }
  const { width, height, bits, space, numbers } = head;
  const dict = pdf.context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: width,
    Height: height,
    ColorSpace: PDFName.of(space),
    BitsPerComponent: bits,
    Filter: 'FlateDecode',
    DecodeParms: { Predictor: 15, Colors: numbers, BitsPerComponent: bits, Columns: width },
  });
  return pdf.context.register(PDFRawStream.of(dict, contents));
}
