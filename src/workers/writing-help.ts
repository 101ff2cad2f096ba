import { type Advisers, Measures } from '@/core/asks/measures';
import { readyCheck } from '@/core/asks/ready-check';
import { makeSpeller, type Speller, type Variety } from '@/core/text/spelling';
import type { FromHelp, ToHelp } from './writing-help-messages';

// Off the main thread: counting and spelling a long text takes longer than a key press may.

const tell = (message: FromHelp): void => self.postMessage(message);

let speller: Promise<Speller> | null = null;
let ready: Speller | null = null;
const advisers: { -readonly [Key in keyof Advisers]: Advisers[Key] } = {};
let measures = new Measures('en', advisers);

async function load(variety: Variety, own: readonly string[]): Promise<Speller> {
  const text = async (part: string): Promise<string> => {
    const response = await fetch(`/dictionaries/${part}`);
    if (!response.ok) throw new Error(`there is no ${part}`);
    return response.text();
  };
  const parts = [`${variety}/index.aff`, `${variety}/index.dic`, 'usual.txt'];
  const [aff = '', dic = '', usual = ''] = await Promise.all(parts.map(text));
  return makeSpeller(aff, dic, own, usual.split('\n'));
}

/** What was measured with other advisers no longer holds. */
function renew(locale = measures.locale): void {
  measures = new Measures(locale, advisers);
}

async function hear(message: ToHelp): Promise<void> {
  switch (message.kind) {
    case 'begin': {
      ready = null;
      speller = message.variety === null ? null : load(message.variety, message.own);
      advisers.misspelt = undefined;
      if (message.tagger) advisers.hasVerb = (await import('@/core/text/verbs')).hasVerb;
      renew();
      if (!speller) return;
      ready = await speller;
      const spell = ready;
      advisers.misspelt = (text) => [...new Set(spell.misspellings(text).map(({ word }) => word))];
      renew();
      tell({ kind: 'begun' });
      return;
    }
    case 'check':
      if (message.checked.locale !== measures.locale) renew(message.checked.locale);
      tell({ kind: 'checked', n: message.n, check: readyCheck(message.checked, measures) });
      return;
    case 'spell':
      tell({ kind: 'spelt', n: message.n, found: message.texts.map((text) => ready?.misspellings(text) ?? []) });
      return;
    case 'suggest':
      tell({ kind: 'suggested', n: message.n, words: ready?.suggest(message.word) ?? [] });
      return;
    case 'learn':
      if (message.taken) ready?.learn(message.word);
      else ready?.forget(message.word);
      renew();
  }
}

self.onmessage = ({ data }: MessageEvent<ToHelp>) => {
  hear(data).catch((error: unknown) => console.error('the writing help broke', error));
};
