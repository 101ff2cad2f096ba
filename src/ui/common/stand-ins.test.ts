import { readFileSync } from 'node:fs';
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import messages from '@messages/en';
import * as fontkit from 'fontkit';

// How wide letters are: of the typefaces from their own files; of Arial, Arimo and Liberation Sans, which were made as wide as
// Helvetica, from the metrics that Adobe published for the standard fonts of PDF; of DejaVu from its own files.
const words = wordsOf(messages).filter((some) => !/[{<]/.test(some));
/** How often each letter is in the words of the interface. */
const LETTERS = new Map<string, number>();
for (const letter of words.join(' ').replace(/[^\x20-\x7e]/g, '')) LETTERS.set(letter, (LETTERS.get(letter) ?? 0) + 1);
const CSS = readFileSync('src/ui/common/stand-ins.css', 'utf8');

function wordsOf(some: unknown): string[] {
  return typeof some === 'string' ? [some] : Object.values(some as object).flatMap(wordsOf);
}

/** How wide all words of the interface are, in ems. */
const widthOf = (of: (letter: string) => number): number =>
  [...LETTERS].reduce((sum, [letter, times]) => sum + times * of(letter), 0);

function widthIn(file: string): number {
  const font = fontkit.create(readFileSync(file));
  return widthOf((letter) => (font.layout(letter).glyphs[0]?.advanceWidth ?? 0) / font.unitsPerEm);
}

async function widthInStandard(name: StandardFonts): Promise<number> {
  const font = await (await PDFDocument.create()).embedFont(name);
  return widthOf((letter) => font.widthOfTextAtSize(letter, 1));
}

/** The declarations of one face that stands in, in hundredths. */
function declared(family: string, of: string): Record<string, number> {
  const [, body = ''] = new RegExp(`@font-face \\{([^}]*"${family}[^}]*local\\("${of}"\\)[^}]*)\\}`).exec(CSS) ?? [];
  return Object.fromEntries(
    [...body.matchAll(/([\w-]+): ([\d.]+)%/g)].map(([, name, value]) => [name ?? '', Number(value)]),
  );
}

const FAMILIES = [
  { family: 'Atkinson Stand-in', files: 'atkinson-hyperlegible-next' },
  { family: 'Readex Stand-in', files: 'readex-pro' },
] as const;
const WEIGHTS = [
  { weight: 400, standard: StandardFonts.Helvetica, like: 'Arial', dejaVu: 'DejaVu Sans', file: 'DejaVuSans' },
  {
    weight: 600,
    standard: StandardFonts.HelveticaBold,
    like: 'Arial Bold',
    dejaVu: 'DejaVu Sans Bold',
    file: 'DejaVuSans-Bold',
  },
] as const;

describe.each(FAMILIES)('$family', ({ family, files }) => {
  test.each(WEIGHTS)('is as wide and as high as what comes for it, at $weight', async (of) => {
    const path = `node_modules/@fontsource/${files}/files/${files}-latin-${of.weight}-normal.woff2`;
    const font = fontkit.create(readFileSync(path));
    const own = widthIn(path);
    for (const [name, width] of [
      [of.like, await widthInStandard(of.standard)],
      [of.dejaVu, widthIn(`/usr/share/fonts/truetype/dejavu/${of.file}.ttf`)],
    ] as const) {
      const size = own / width;
      const face = declared(family, name);
      // What is as high as it says is made larger with the letters.
      const high = (units: number) => (100 * units) / font.unitsPerEm / size;
      expect(face['size-adjust']).toBeCloseTo(100 * size, 0);
      expect(face['ascent-override']).toBeCloseTo(high(font.ascent), 0);
      expect(face['descent-override']).toBeCloseTo(high(-font.descent), 0);
      expect(face['line-gap-override']).toBe(0);
    }
  });
});
