import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { type Cue, isWebVtt, readVtt, writeVtt } from './webvtt';

// Outside check: the examples of W3C, WebVTT (Candidate Recommendation, 4 April 2019), sections 1.1 and 4.
const TAKEN = [
  'WEBVTT\n\n00:11.000 --> 00:13.000\n<v Roger Bingham>We are in New York City',
  'WEBVTT\n\n1\n00:00:00.000 --> 00:00:02.000 line:63% position:72% align:start\nThat\u2019s an, an, that\u2019s an L!',
  '\uFEFFWEBVTT - some notes\r\n\r\nNOTE a remark\r\n\r\n100:00:00.000 --> 100:00:01.500\r\nLate',
];
const NOT = [
  '',
  'WEBVTT',
  'WEBVTTx\n\n00:11.000 --> 00:13.000\nno',
  '1\n00:00:00,000 --> 00:00:02,000\nanother form of captions',
  'WEBVTT\n\n00:11.000 --> 00:11.000\nends as it begins',
  'WEBVTT\n\n00:13.000 --> 00:11.000\nends before it begins',
  'WEBVTT\n\n00:61.000 --> 00:62.000\nno such second',
  '<p>WEBVTT</p>',
];
test.each(TAKEN)('captions are taken for such: %j', (text) => expect(isWebVtt(text)).toBe(true));
test.each(NOT)('what is none is not: %j', (text) => expect(isWebVtt(text)).toBe(false));

test('the cues of the examples are read as plain words', () => {
  expect(TAKEN.map(readVtt)).toEqual([
    [{ from: 11, to: 13, words: 'We are in New York City' }],
    [{ from: 0, to: 2, words: 'That\u2019s an, an, that\u2019s an L!' }],
    [{ from: 360_000, to: 360_001.5, words: 'Late' }],
  ]);
  expect(NOT.slice(0, 4).flatMap(readVtt)).toEqual([]);
});

const cue = fc.record({
  from: fc.integer({ min: 0, max: 40_000_000 }),
  long: fc.integer({ min: 1, max: 60_000 }),
  words: fc.string({ unit: 'binary', minLength: 1, maxLength: 60 }),
});

test('whatever is written is read again as it was, whichever signs are in it', () => {
  fc.assert(
    fc.property(fc.array(cue, { minLength: 1, maxLength: 8 }), (made) => {
      const cues = made.map(({ from, long, words }): Cue => {
        // One line, without what stands for no sign.
        const plain = words.replaceAll('\0', '').replace(/\s+/g, ' ').trim();
        return { from: from / 1000, to: (from + long) / 1000, words: plain === '' ? 'a' : plain };
      });
      const text = writeVtt(cues);
      expect(isWebVtt(text)).toBe(true);
      expect(readVtt(text)).toEqual(cues);
    }),
  );
});

// Outside check: FFmpeg reads WebVTT by itself.
test('another reader finds the same cues', () => {
  const cues = [
    { from: 0, to: 1.5, words: 'Fish & chips <twice>' },
    { from: 1.5, to: 3723.25, words: 'an hour --> later, \u0645\u0631\u062D\u0628\u0627' },
  ];
  const read = spawnSync(
    'ffprobe',
    ['-v', 'error', '-f', 'webvtt', '-show_entries', 'packet=pts_time,duration_time', '-of', 'csv=p=0', '-'],
    { input: writeVtt(cues), encoding: 'utf8' },
  );
  expect(
    read.stdout
      .trim()
      .split('\n')
      .map((line) => line.split(',').slice(0, 2).map(Number)),
  ).toEqual([
    [0, 1.5],
    [1.5, 3721.75],
  ]);
  const words = spawnSync('ffmpeg', ['-v', 'error', '-f', 'webvtt', '-i', '-', '-f', 'srt', '-'], {
    input: writeVtt(cues),
    encoding: 'utf8',
  });
  const lines = words.stdout.split(/\r?\n/);
  expect([lines[2], lines[6]]).toEqual(cues.map(({ words: said }) => said));
});
