'use client';

import { useEffect, useState } from 'react';
import type { Comparison } from '@/core/compare/compare';
import { runsOf, type Written } from '@/core/kinds/document';
import type { ToCompare } from '@/workers/comparing';

function ask(question: ToCompare): Promise<Comparison> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('../../workers/comparing.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Comparison>) => {
      worker.terminate();
      resolve(data);
    };
    worker.postMessage(question);
  });
}

/** What was asked for, for as long as both documents are there: many remarks on one text need one comparison. */
const asked = new WeakMap<Written, WeakMap<Written, Promise<Comparison>>>();

function comparisonOf(before: Written, after: Written, locale: string): Promise<Comparison> {
  const ofBefore = asked.get(before) ?? new WeakMap<Written, Promise<Comparison>>();
  asked.set(before, ofBefore);
  const found = ofBefore.get(after) ?? ask({ before: runsOf(before), after: runsOf(after), locale });
  ofBefore.set(after, found);
  return found;
}

/** What changed between two versions, found in a worker; `null` while it is being looked for, or while one is missing. */
export function useComparison(before: Written | null, after: Written | null, locale: string): Comparison | null {
  const [found, setFound] = useState<{ before: Written; after: Written; comparison: Comparison } | null>(null);
  useEffect(() => {
    if (!before || !after) return;
    let left = false;
    void comparisonOf(before, after, locale).then((comparison) => {
      if (!left) setFound({ before, after, comparison });
    });
    return () => {
      left = true;
    };
  }, [before, after, locale]);
  return found && found.before === before && found.after === after ? found.comparison : null;
}
