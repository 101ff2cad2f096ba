'use client';

import { useEffect, useState } from 'react';
import { NAMES, personKey } from '@/ui/device/person-store';

/** Where a half-typed text of this person is kept. */
export const draftKey = (name: string): string => personKey(`${NAMES.draft}${name}`);

/** Adds words to a half-typed text that is not on the screen. */
export function addToDraft(name: string, words: string): void {
  const before = localStorage.getItem(draftKey(name)) ?? '';
  localStorage.setItem(draftKey(name), before === '' ? words : `${before}\n${words}`);
}

/** A half-typed text that survives a reload: kept in this browser until it is sent. */
export function useKeptDraft(name: string): [string, (text: string) => void] {
  const [text, setText] = useState('');
  useEffect(() => setText(localStorage.getItem(draftKey(name)) ?? ''), [name]);
  const change = (next: string): void => {
    setText(next);
    if (next === '') localStorage.removeItem(draftKey(name));
    else localStorage.setItem(draftKey(name), next);
  };
  return [text, change];
}
