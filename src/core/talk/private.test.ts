import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { soundsPrivate } from './private';

const PEOPLE = {
  students: ['Imke Adeyemi', 'Otso Lahti', 'Tove Sand', 'Dao Nguyen', 'Hana Sato', 'أوتسو', 'توفه', 'داو', 'هانا'],
  teachers: ['Ms Bello-Strand', 'Mr Kerr', 'Ms Haddad'],
};
const sounds = (text: string, about = '') => soundsPrivate(text, PEOPLE, about);
const why = (text: string) => [...new Set(sounds(text).map((one) => one.why))];
const sentences = (name: string) =>
  readFileSync(join(process.cwd(), 'src/core/talk/sentences', `${name}.txt`), 'utf8')
    .trim()
    .split('\n');

// Invented for this, by people of ours: 200 ordinary questions and more than 100 private sentences a language. The last fifth
// (`unseen`) was written after the words were chosen and is not what they were chosen by.
describe.each(['en', 'ar'])('of sentences in %s', (lang) => {
  test.each(['', '.unseen'])('few ordinary ones are taken for private, and most private ones are found%s', (set) => {
    const ordinary = sentences(`ordinary${set}.${lang}`);
    const meant = sentences(`private${set}.${lang}`);
    expect(ordinary.length).toBeGreaterThanOrEqual(set === '' ? 160 : 40);
    expect(meant.length).toBeGreaterThanOrEqual(set === '' ? 80 : 20);
    expect(ordinary.filter((one) => sounds(one).length > 0).length / ordinary.length).toBeLessThanOrEqual(0.05);
    expect(meant.filter((one) => sounds(one).length > 0).length / meant.length).toBeGreaterThanOrEqual(0.9);
  });
});

test('says what it is that sounds so, and where', () => {
  const text = 'Which page is it? My grandmother is in hospital.';
  const [one, ...more] = sounds(text);
  expect(text.slice(one?.from, one?.to)).toContain('grandmother');
  expect(['family', 'health']).toContain(one?.why);
  expect(more).toEqual([]);
  expect(why('Why did I get only 4 out of 10?')).toContain('mark');
  expect(why('Write to imke@example.org')).toContain('contact');
  expect(why('Call 0171 555 2387')).toContain('contact');
  expect(why('Dear Ms Bello-Strand, which page is it?')).toContain('salutation');
  expect(why('Otso copied everything')).toContain('person');
});

test('what somebody else says, in quotation marks, is not the writer’s own matter', () => {
  expect(sounds('What does “my mother is ill” mean in line 4?')).toEqual([]);
  expect(sounds('What does "I live at the quay" tell us?')).toEqual([]);
});

test('who speaks of what the work is about speaks of the work', () => {
  const text = 'My limpet never moves.';
  expect(sounds(text)).not.toEqual([]);
  expect(sounds(text, 'Watch a limpet for an hour')).toEqual([]);
});

test('a name alone is nothing, and neither is a title within a sentence', () => {
  expect(sounds('I agree with Otso, the tide turns first.')).toEqual([]);
  expect(sounds('Teacher said ten lines, the sheet says twelve.')).toEqual([]);
});

test('places lie within the text, in their order, none within another', () => {
  const piece = fc.constantFrom(
    'I',
    'am',
    'ill',
    'my',
    'mother',
    'Otso',
    'copied',
    '.',
    '12',
    'a@b.co',
    'هل',
    'أمي',
    '"',
    '؟',
    '\n',
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.array(piece).map((all) => all.join(' ')),
      ),
      (text) => {
        let before = 0;
        for (const { from, to } of sounds(text)) {
          expect(from).toBeGreaterThanOrEqual(before);
          expect(to).toBeGreaterThan(from);
          before = to;
        }
        expect(before).toBeLessThanOrEqual(text.length);
      },
    ),
  );
});
