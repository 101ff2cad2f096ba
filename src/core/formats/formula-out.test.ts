import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import type { DocNode } from '../text/nodes';
import { toDocx } from './docx-out';
import { drawFormula } from './formula-drawn';
import { formulaOmml, type Omml } from './formula-omml';
import { formulaForFiles } from './formula-tree';
import { toOdt } from './odt-out';
import { toPdf } from './pdf-out';
import type { FontFile } from './pdf-paper';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kite-formula-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const docOf = (...formulas: string[]): DocNode => ({
  type: 'doc',
  content: formulas.map((tex) => ({
    type: 'paragraph',
    content: [
      { type: 'text', text: 'so ' },
      { type: 'formula', attrs: { tex } },
      { type: 'text', text: ' it is' },
    ],
  })),
});

/** An element as text: its name, its value after a colon, what is in it in brackets. */
const said = ({ name, val, inside }: Omml): string => {
  const within = inside.map((part) => (typeof part === 'string' ? `“${part}”` : said(part))).join(' ');
  return `${name.slice(2)}${val === undefined ? '' : `:${val}`}${within === '' ? '' : `(${within})`}`;
};
const omml = (tex: string): string => {
  const found = formulaOmml(tex);
  if (!found) throw new Error(`${tex} cannot be read`);
  return said(found);
};

describe('Office MathML', () => {
  test.each([
    ['\\frac{1}{2}', 'oMath(f(num(r(t(“1”))) den(r(t(“2”)))))'],
    ['x_1', 'oMath(sSub(e(r(t(“x”))) sub(r(t(“1”)))))'],
    ['x^2', 'oMath(sSup(e(r(t(“x”))) sup(r(t(“2”)))))'],
    ['x_1^2', 'oMath(sSubSup(e(r(t(“x”))) sub(r(t(“1”))) sup(r(t(“2”)))))'],
    ['\\sqrt{2}', 'oMath(rad(radPr(degHide:1) deg e(r(t(“2”)))))'],
    ['\\sqrt[3]{2}', 'oMath(rad(deg(r(t(“3”))) e(r(t(“2”)))))'],
    ['\\text{if so}', 'oMath(r(rPr(nor) t(“if so”)))'],
    ['\\vec{v}', 'oMath(acc(accPr(chr:⃗) e(r(t(“v”)))))'],
    ['\\overline{A}', 'oMath(bar(barPr(pos:top) e(r(t(“A”)))))'],
    ['\\binom{n}{k}', 'oMath(d(dPr(begChr:( endChr:)) e(f(fPr(type:noBar) num(r(t(“n”))) den(r(t(“k”)))))))'],
    ['\\mathbb{R}', 'oMath(r(rPr(scr:double-struck sty:p) t(“R”)))'],
  ])('has an element for %s', (tex, expected) => expect(omml(tex)).toBe(expected));

  test('a sum has its limits, and what it sums is in it', () => {
    expect(omml('\\sum_{i=1}^{n} i + 1')).toBe(
      'oMath(nary(naryPr(chr:∑ limLoc:subSup) sub(r(t(“i”)) r(t(“=”)) r(t(“1”))) sup(r(t(“n”))) e(r(t(“i”)))) r(t(“+”)) r(t(“1”)))',
    );
    expect(omml('\\int x')).toContain('nary(naryPr(chr:∫ limLoc:subSup subHide:1 supHide:1)');
  });

  test('brackets hold what is between them, a brace of cases too, and rows are as wide as the widest', () => {
    expect(omml('\\left( \\frac{a}{b} \\right)')).toMatch(/^oMath\(d\(dPr\(begChr:\( endChr:\)\) e\(f\(/);
    const cases = omml('\\begin{cases} 1 & x>0 \\\\ 0 \\end{cases}');
    expect(cases).toMatch(/^oMath\(d\(dPr\(begChr:\{ endChr:\)/);
    expect(cases).toContain('mr(e(r(t(“0”))) e)');
  });

  test('what cannot be read is none, and nothing is left of what would load or lead elsewhere', () => {
    expect(formulaOmml('\\frac')).toBeNull();
    expect(formulaForFiles('\\frac')).toBeNull();
    expect(drawFormula('\\frac')).toBeNull();
    expect(omml('\\href{https://a.example}{x}')).not.toContain('https');
  });
});

/** What the office program makes of a file; it reads and writes formulas by itself. */
function through(name: string, bytes: Uint8Array, to: string): Uint8Array {
  writeFileSync(join(folder, name), bytes);
  execFileSync(
    'soffice',
    [
      `-env:UserInstallation=file://${folder}/profile`,
      '--headless',
      '--convert-to',
      to,
      '--outdir',
      join(folder, 'out'),
      join(folder, name),
    ],
    { stdio: 'ignore' },
  );
  return readFileSync(join(folder, 'out', name.replace(/\.\w+$/, `.${to}`)));
}

/** Its own words for each formula of an ODT that it wrote. */
const formulasIn = (odt: Uint8Array): string[] => {
  const parts = unzipSync(odt);
  return Object.keys(parts)
    .filter((name) => /^Object \d+\/content\.xml$/.test(name))
    .sort((a, b) => Number(/\d+/.exec(a)?.[0]) - Number(/\d+/.exec(b)?.[0]))
    .map((name) => /<annotation [^>]*>([^<]*)</.exec(strFromU8(parts[name] ?? new Uint8Array()))?.[1] ?? '');
};

const FORMULAS = [
  'v = \\frac{d}{t}',
  '\\sqrt{x^2_1}',
  '\\left( \\begin{matrix} a & b \\\\ c & d \\end{matrix} \\right)',
  '\\begin{cases} 1 & x \\le 0 \\\\ 0 \\end{cases}',
];

describe('read by another office program (LibreOffice)', () => {
  const expected = [
    /\{\s*d\s*\} over \{\s*t\s*\}|frac \{\s*d\s*\} \{\s*t\s*\}/,
    /sqrt/,
    /left \(\s*.*matrix.* right \s*\)/s,
    /left lbrace .*matrix.* right none/s,
  ];

  test('the formulas of a DOCX are formulas, in order', async () => {
    const read = formulasIn(through('a.docx', await toDocx(docOf(...FORMULAS), 'Speeds'), 'odt'));
    expect(read).toHaveLength(FORMULAS.length);
    for (const [i, words] of expected.entries()) expect(read[i]).toMatch(words);
  }, 120_000);

  test('the formulas of an ODT are formulas, and its pages show them', async () => {
    const odt = toOdt(docOf(...FORMULAS), 'Speeds');
    const parts = unzipSync(odt);
    expect(strFromU8(parts['META-INF/manifest.xml'] ?? new Uint8Array())).toContain(
      'manifest:full-path="Object 1/" manifest:media-type="application/vnd.oasis.opendocument.formula"',
    );
    const read = formulasIn(through('b.odt', odt, 'odt'));
    expect(read).toHaveLength(FORMULAS.length);
    for (const [i, words] of expected.entries()) expect(read[i]).toMatch(words);
  }, 120_000);
});

describe('a PDF', () => {
  const font = (name: string): FontFile => ({
    bytes: new Uint8Array(readFileSync(join('node_modules', '@fontsource', name))),
    bold: false,
    italic: false,
  });
  const FONTS = [
    font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff'),
    font('readex-pro/files/readex-pro-arabic-400-normal.woff'),
  ];
  const printed = async (...formulas: string[]): Promise<string> => {
    const path = join(folder, 'a.pdf');
    writeFileSync(path, await toPdf(docOf(...formulas), 'T', 'en', FONTS));
    expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain('No syntax');
    return path;
  };
  /** How many dots of a page are dark, by its lines from the top: what pdftoppm draws, at 72 to the inch. */
  function inkOf(path: string): {
    readonly width: number;
    readonly dark: (x: number, y: number) => boolean;
    readonly height: number;
  } {
    execFileSync('pdftoppm', ['-r', '72', '-gray', path, join(folder, 'page')]);
    const name = readdirSync(folder).find((file) => /^page.*\.pgm$/.test(file)) ?? '';
    const bytes = readFileSync(join(folder, name));
    rmSync(join(folder, name));
    const [, width, height] = /^P5\s+(\d+)\s+(\d+)\s+\d+\s/.exec(bytes.toString('latin1', 0, 40)) ?? [];
    const from = bytes.length - Number(width) * Number(height);
    return {
      width: Number(width),
      height: Number(height),
      dark: (x, y) => (bytes[from + y * Number(width) + x] ?? 255) < 160,
    };
  }

  test('draws a formula, and whoever searches or copies finds it as it was typed', async () => {
    const path = await printed('v = \\frac{d}{t}');
    const words = execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
    expect(words).toContain('v = \\frac{d}{t}');
    // A fraction reaches higher and lower than letters do: its line has more rows with ink.
    const rows = (page: ReturnType<typeof inkOf>) =>
      Array.from({ length: page.height }, (_, y) => y).filter((y) =>
        Array.from({ length: page.width }, (_, x) => x).some((x) => page.dark(x, y)),
      );
    const tall = rows(inkOf(path)).length;
    const flat = rows(inkOf(await printed('v'))).length;
    expect(tall).toBeGreaterThan(flat + 2);
  });

  test('makes one that is wider than a page smaller, and gives Arabic words in it the shapes of a font', async () => {
    const wide = inkOf(await printed('a'.repeat(300)));
    const inMargin: string[] = [];
    for (let y = 0; y < wide.height; y += 1)
      for (let x = wide.width - 50; x < wide.width; x += 1) if (wide.dark(x, y)) inMargin.push(`${x}, ${y}`);
    expect(inMargin).toEqual([]);
    const outlines: string[] = [];
    const svg = drawFormula('\\text{سرعة الريح}')?.svg('000000', (letters) => {
      outlines.push(letters);
      return { path: 'M0 0L10 0L10 10Z', width: 100 };
    });
    expect(outlines).toEqual(['سرعة الريح']);
    expect(svg).not.toContain('<text');
  });

  test('a box has four sides and nothing in it', () => {
    const svg = drawFormula('\\boxed{x}')?.svg('000000', () => null) ?? '';
    expect(svg.match(/<rect /g)).toHaveLength(4);
    expect(svg).not.toContain('fill="none"');
  });
});
