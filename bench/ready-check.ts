import { ASSIGNMENTS } from '@demo/assignments';
import { readyCheck } from '@/core/asks/ready-check';
import type { Ask } from '@/core/kinds/ask';
import { answerPlaces, type Doc, type DocNode } from '@/core/text/document-json';
import { type Figure, median } from './figures';

const PLACES = 10;
const WORDS = 5000;
const ROUNDS = 31;

/** A document of 5,000 words in ten answers, made of the demo's answers. */
function longDocument(filled: boolean): Doc {
  const source = ASSIGNMENTS.flatMap(({ questions }) => (questions ?? []).map(([, , answer]) => answer))
    .join(' ')
    .split(' ');
  const each = WORDS / PLACES;
  const content = Array.from({ length: PLACES }, (_, i): DocNode[] => {
    const words = Array.from({ length: each }, (__, j) => source[(i * each + j) % source.length]);
    return [
      { type: 'question', attrs: { number: i + 1, text: 'What did you see?' } },
      {
        type: 'answer',
        attrs: { id: `q${i}` },
        content: [{ type: 'paragraph', ...(filled ? { content: [{ type: 'text', text: words.join(' ') }] } : {}) }],
      },
    ];
  });
  return { type: 'doc', content: content.flat() };
}

const took = (work: () => void): number => {
  const before = performance.now();
  work();
  return performance.now() - before;
};

/** The ready check of 5,000 words, every answer with a word and a sentence ask, against one bare pass of the segmenter. */
export function readyCheckFigures(): Figure[] {
  const doc = longDocument(true);
  const starter = longDocument(false);
  const text = answerPlaces(doc)
    .map((place) => place.text)
    .join('\n');
  const asks = Array.from({ length: PLACES }, (_, i): Ask[] => [
    { id: `w${i}`, place: `q${i}`, bars: false, kind: 'words', min: 100, max: 600 },
    { id: `s${i}`, place: `q${i}`, bars: false, kind: 'sentences', min: 2, max: 3 },
  ]).flat();
  const segmenter = new Intl.Segmenter('en', { granularity: 'word' });
  const bare: number[] = [];
  const checked: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    bare.push(
      took(() => {
        for (const segment of segmenter.segment(text)) void segment;
      }),
    );
    checked.push(took(() => void readyCheck({ asks, doc, starter, locale: 'en' })));
  }
  const inParts = took(() => {
    for (const place of answerPlaces(doc)) for (const segment of segmenter.segment(place.text)) void segment;
  });
  console.log(
    `# ready check ${median(checked).toFixed(1)} ms; one bare pass over the whole text ${median(bare).toFixed(1)} ms, over it answer by answer ${inParts.toFixed(1)} ms`,
  );
  return [
    {
      name: 'ready-check-5000-words',
      value: median(checked) / median(bare),
      unit: 'x-segmenter',
      budget: 3,
      bound: 'most',
    },
  ];
}
