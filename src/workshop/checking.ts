import type { CheckedFile } from '@/core/asks/checked';
import { type Advisers, Measures } from '@/core/asks/measures';
import { type ReadyCheck, readyCheck } from '@/core/asks/ready-check';
import { type Ask, needsAdviser } from '@/core/kinds/ask';
import { measuredOf, preparedOf, type Written } from '@/core/kinds/document';
import { together } from '@/core/text/document-json';
import { makeSpeller, type Speller, type Variety } from '@/core/text/spelling';
import { type ReadDocument, read, type StoredUpdates } from './documents';

const spellers = new Map<Variety, Promise<Speller>>();

/** The speller of one kind of English, made once: its dictionary takes a moment to read. */
function spellerOf(variety: Variety): Promise<Speller> {
  let made = spellers.get(variety);
  if (!made) {
    const decoder = new TextDecoder();
    made = (variety === 'en-US' ? import('dictionary-en') : import('dictionary-en-gb')).then(({ default: found }) =>
      makeSpeller(decoder.decode(found.aff), decoder.decode(found.dic)),
    );
    spellers.set(variety, made);
  }
  return made;
}

/** Whose English is checked: which kind, and which words besides the dictionary's. */
export interface Spelling {
  readonly variety: Variety | 'off';
  readonly own: readonly string[];
}

interface Given {
  readonly documents: readonly StoredUpdates[];
  readonly asks: readonly Ask[];
  readonly starters: readonly Written[];
  readonly locale: string;
  readonly files: readonly CheckedFile[];
  readonly names: readonly string[];
  readonly spelling: Spelling;
}

/** Who advises: a speller and a tagger for English, where the brief asks for them; nobody otherwise. */
async function withAdvisers<Value>(
  { asks, locale, spelling }: Given,
  work: (advisers: Advisers) => Value,
): Promise<Value> {
  if (!locale.startsWith('en')) return work({});
  const advisers: { -readonly [Key in keyof Advisers]: Advisers[Key] } = {};
  if (needsAdviser(asks, 'verbs')) advisers.hasVerb = (await import('@/core/text/verbs')).hasVerb;
  if (spelling.variety === 'off' || !needsAdviser(asks, 'spelling')) return work(advisers);
  const speller = await spellerOf(spelling.variety);
  advisers.misspelt = (text) => [...new Set(speller.misspellings(text).map(({ word }) => word))];
  // The speller serves everybody: one person's words are in it for as long as their text is looked at.
  const news = spelling.own.filter((word) => speller.misspellings(word).length > 0);
  for (const word of news) speller.learn(word);
  try {
    return work(advisers);
  } finally {
    for (const word of news) speller.forget(word);
  }
}

/** The ready check over what is stored, and the documents as they would be frozen; no check where one cannot be. */
export async function checkWork(
  given: Given,
): Promise<{ readonly documents: readonly ReadDocument[]; readonly check: ReadyCheck | null }> {
  const documents: ReadDocument[] = [];
  for (const stored of given.documents) documents.push(await read(stored));
  if (documents.some((document) => document.overflow !== null)) return { documents, check: null };
  const { asks, locale, files, names } = given;
  const check = await withAdvisers(given, (advisers) =>
    readyCheck(
      {
        asks,
        doc: together(documents.map(({ written }) => measuredOf(written))),
        starter: given.starters.length > 0 ? together(given.starters.map((one) => measuredOf(preparedOf(one)))) : null,
        locale,
        files,
        names,
      },
      new Measures(locale, advisers),
    ),
  );
  return { documents, check };
}
