import { type SlipSheet, slipsPdf } from '@/core/formats/slips-pdf';
import { pdfFonts } from './fonts';

/** Draws slips: no reading of anything sent, but much of it at once. */
export const slips = async (sheet: SlipSheet): Promise<Uint8Array> =>
  new Uint8Array(await slipsPdf(sheet, await pdfFonts()));
