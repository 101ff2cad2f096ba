'use client';

import { useEffect, useState } from 'react';

/** A half-typed text that survives a reload: kept in this browser until it is sent. */
export function useKeptDraft(key: string): [string, (text: string) => void] {
  const [text, setText] = useState('');
  useEffect(() => setText(localStorage.getItem(key) ?? ''), [key]);
  const change = (next: string): void => {
    setText(next);
    if (next === '') localStorage.removeItem(key);
    else localStorage.setItem(key, next);
  };
  return [text, change];
}
