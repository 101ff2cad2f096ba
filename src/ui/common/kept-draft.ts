'use client';

import { useEffect, useState } from 'react';
import { keepWords, wordsHere } from '@/ui/device/kept-words';
import { NAMES, personKey } from '@/ui/device/person-store';

/** Where a half-typed text of this person is kept. */
export const draftKey = (name: string): string => personKey(`${NAMES.draft}${name}`);

/** Adds words to a half-typed text that is not on the screen. */
export function addToDraft(name: string, words: string): void {
  const before = wordsHere(draftKey(name)) ?? '';
  keepWords(draftKey(name), before === '' ? words : `${before}\n${words}`);
}

/** A half-typed text that survives a reload: kept in this browser until it is sent. */
export function useKeptDraft(name: string): [string, (text: string) => void] {
  const [text, setText] = useState('');
  useEffect(() => setText(wordsHere(draftKey(name)) ?? ''), [name]);
  const change = (next: string): void => {
    setText(next);
    keepWords(draftKey(name), next === '' ? null : next);
  };
  return [text, change];
}
