import { type Advisers, Measures } from '@/core/asks/measures';
import { readyCheck } from '@/core/asks/ready-check';
import { type DictionarySource, SpellerAtNeed } from '@/core/text/speller-at-need';
import type { FromHelp, ToHelp } from './writing-help-messages';

// Off the main thread: counting and spelling a long text takes longer than a key press may.

const broke = (error: unknown): void => console.error('the writing help broke', error);

const tell = (message: FromHelp): void => self.postMessage(message);

let speller: SpellerAtNeed | null = null;
const advisers: { -readonly [Key in keyof Advisers]: Advisers[Key] } = {};
let measures = new Measures('en', advisers);

async function read(part: string): Promise<string> {
  const response = await fetch(`/dictionaries/${part}`);
  if (!response.ok) throw new Error(`there is no ${part}`);
  return response.text();
}

const source: DictionarySource = {
  dictionary: (variety) => Promise.all([read(`${variety}/index.aff`), read(`${variety}/index.dic`)]),
  usual: async () => (await read('usual.txt')).split('\n'),
};

/** What was measured with other advisers no longer holds. */
function renew(locale = measures.locale): void {
  measures = new Measures(locale, advisers);
}

async function hear(message: ToHelp): Promise<void> {
  switch (message.kind) {
    case 'begin': {
      const { variety, own } = message;
      advisers.misspelt = undefined;
      speller = null;
      if (variety !== null) {
        const made = new SpellerAtNeed(
          source,
          variety,
          own,
          () => {
            if (speller !== made) return;
            renew();
            tell({ kind: 'begun' });
          },
          broke,
          Date.now,
        );
        speller = made;
        advisers.misspelt = (text) => [...new Set(made.misspellings(text).map(({ word }) => word))];
      }
      if (message.tagger) advisers.hasVerb = (await import('@/core/text/verbs')).hasVerb;
      renew();
      return;
    }
    case 'check':
      if (message.checked.locale !== measures.locale) renew(message.checked.locale);
      tell({ kind: 'checked', n: message.n, check: readyCheck(message.checked, measures) });
      return;
    case 'spell':
      tell({ kind: 'spelt', n: message.n, found: message.texts.map((text) => speller?.misspellings(text) ?? []) });
      return;
    case 'suggest':
      tell({ kind: 'suggested', n: message.n, words: (await speller?.suggest(message.word)) ?? [] });
      return;
    case 'learn':
      if (message.taken) speller?.learn(message.word);
      else speller?.forget(message.word);
      renew();
  }
}

self.onmessage = ({ data }: MessageEvent<ToHelp>) => {
  hear(data).catch(broke);
};
