import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { scratch } from '@/testing/scratch';
import { pdfFonts } from '@/workshop/fonts';
import { type SlipCard, slipsPdf } from './slips-pdf';

const run = (program: string, ...args: string[]): string =>
  execFileSync(program, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });

const ENGLISH = {
  rtl: false,
  school: 'The Harbour School',
  userName: 'user name',
  code: 'code',
  steps: ['Open the address.', 'Type the code.', 'Choose a password.'],
};
const ARABIC = {
  rtl: true,
  school: 'مدرسة الميناء',
  userName: 'اسم المستخدم',
  code: 'الرمز',
  steps: ['افتح العنوان.', 'اكتب الرمز.', 'اختر كلمة مرور.'],
};

const card = (i: number, more: Partial<SlipCard> = {}): SlipCard => {
  const code = `7R4K-${String(1000 + i)}-ZZZZ-2345`;
  return {
    name: `Person Number${i}`,
    userName: `person${i}`,
    className: 'Weather & Sky',
    code,
    link: `https://school.example/slip#${code}`,
    words: [ENGLISH, ARABIC],
    ...more,
  };
};

test('a page of cards is a PDF that other programs read: its names, its codes, and the squares with the address', async () => {
  const cards = [
    ...Array.from({ length: 9 }, (_, i) => card(i)),
    card(9, { name: 'ليلى العمراني', words: [ARABIC, ENGLISH] }),
    card(10, {
      name: 'Maximiliane Thorvalds-Oyelaran-Featherstonehaugh von und zu Hohenstein',
      className: 'W'.repeat(100),
    }),
  ];
  const folder = scratch('kite-slips-');
  const pdf = join(folder, 'slips.pdf');
  const sheet = { title: 'The Harbour School', lang: 'en', address: 'school.example/slip', cards };
  writeFileSync(pdf, await slipsPdf(sheet, await pdfFonts()));
  expect(run('qpdf', '--check', pdf)).toContain('No syntax or stream encoding errors found');
  const text = run('pdftotext', '-layout', pdf, '-');
  for (const { code, userName } of cards) {
    expect(text).toContain(code);
    expect(text).toContain(userName);
  }
  expect(text).toContain('Hohenstein');
  // Eight on a page.
  expect(run('pdfinfo', pdf)).toMatch(/Pages:\s+2\n/);
  run('pdftoppm', '-r', '150', '-png', pdf, join(folder, 'page'));
  const read = ['page-1.png', 'page-2.png'].flatMap((page) =>
    run('zbarimg', '--quiet', '--raw', join(folder, page)).trim().split('\n'),
  );
  expect(read.sort()).toEqual(cards.map(({ link }) => link).sort());
});
