import fc from 'fast-check';
import { cleanName, distinctName } from './file-name';

test.each([
  ['letter.docx', 'letter.docx'],
  ['C:\\homework\\letter.docx', 'letter.docx'],
  ['../../etc/passwd', 'passwd'],
  ['  a   b\tc.txt ', 'a bc.txt'],
  // What turns the direction would show “gpj.exe” as “exe.jpg”.
  ['\u202egpj.exe', 'gpj.exe'],
  ['\u2066map\u2069.pdf', 'map.pdf'],
  ['line\nbreak.txt', 'linebreak.txt'],
  ['خريطة الرياح.pdf', 'خريطة الرياح.pdf'],
  ['', ''],
])('%j is kept as %j', (name, kept) => {
  expect(cleanName(name)).toBe(kept);
});

test('of a name that is too long its end stays, with what kind of file it is', () => {
  const kept = cleanName(`${'x'.repeat(300)}.pdf`);
  expect(kept).toHaveLength(160);
  expect(kept.endsWith('x.pdf')).toBe(true);
});

test('whatever a name is, it has no path, no control sign and nothing that turns it, and is clean already', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (name) => {
      const kept = cleanName(name);
      // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what may not be there
      expect(kept).not.toMatch(/[\\/\u0000-\u001f\u007f\u202a-\u202e\u2066-\u2069]/);
      expect(kept.length).toBeLessThanOrEqual(160);
      expect(cleanName(kept).length).toBeLessThanOrEqual(kept.length);
    }),
  );
});

test('two of one name are told apart by a number before the ending, capitals aside', () => {
  expect(distinctName('map.pdf', [])).toBe('map.pdf');
  expect(distinctName('map.pdf', ['Map.PDF'])).toBe('map (2).pdf');
  expect(distinctName('map.pdf', ['map.pdf', 'map (2).pdf', 'MAP (3).pdf'])).toBe('map (4).pdf');
  expect(distinctName('notes', ['notes'])).toBe('notes (2)');
  // What is too long for an ending is a part of the name.
  expect(distinctName('version 1.unfinished', ['version 1.unfinished'])).toBe('version 1.unfinished (2)');
});

test('however many there are, each has a name of its own', () => {
  const names = fc.array(fc.constantFrom('a.txt', 'A.txt', 'a', 'b.pdf', 'a (2).txt'), { maxLength: 12 });
  fc.assert(
    fc.property(names, (all) => {
      const taken: string[] = [];
      for (const name of all) taken.push(distinctName(name, taken));
      expect(new Set(taken.map((name) => name.toLowerCase())).size).toBe(taken.length);
    }),
  );
});
