import type { Ask } from '@/core/asks/ask';
import type { Advisers } from '@/core/asks/measures';
import { makeSpeller, type Variety } from '@/core/text/spelling';
import type { Queryable } from '@/store/database';
import { ownWordsOf } from '@/store/own-words';
import type { Person } from '@/store/people';

type Texts = { readonly aff: string; readonly dic: string };

const dictionaries = new Map<Variety, Promise<Texts>>();

/** The dictionary of one kind of English, read once. */
function dictionary(variety: Variety): Promise<Texts> {
  let read = dictionaries.get(variety);
  if (!read) {
    const decoder = new TextDecoder();
    read = (variety === 'en-US' ? import('dictionary-en') : import('dictionary-en-gb')).then(({ default: found }) => ({
      aff: decoder.decode(found.aff),
      dic: decoder.decode(found.dic),
    }));
    dictionaries.set(variety, read);
  }
  return read;
}

/** Who advises on a student's text: a speller and a tagger for English, where the brief asks for them; nobody otherwise. */
export async function advisersFor(
  db: Queryable,
  asks: readonly Ask[],
  locale: string,
  student: Person,
): Promise<Advisers> {
  if (!locale.startsWith('en')) return {};
  const spells = student.spelling !== 'off' && asks.some(({ kind }) => kind === 'spelling');
  const tags = asks.some(({ kind }) => kind === 'whole-sentences');
  const advisers: { -readonly [Key in keyof Advisers]: Advisers[Key] } = {};
  if (spells) {
    const { aff, dic } = await dictionary(student.spelling as Variety);
    const speller = makeSpeller(aff, dic, await ownWordsOf(db, student.id));
    advisers.misspelt = (text) => [...new Set(speller.misspellings(text).map(({ word }) => word))];
  }
  if (tags) advisers.hasVerb = (await import('@/core/text/verbs')).hasVerb;
  return advisers;
}
