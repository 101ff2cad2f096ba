'use client';

import { useEffect, useState } from 'react';
import type { Comparison } from '@/core/compare/compare';
import type { DocNode } from '@/core/text/document-json';
import type { Compared, ToCompare } from '@/workers/comparing';

/** What changed between two versions, found in a worker; `null` while it is being looked for, or while one is missing. */
export function useComparison(before: DocNode | null, after: DocNode | null, locale: string): Comparison | null {
  const [found, setFound] = useState<{ before: DocNode; after: DocNode; comparison: Comparison } | null>(null);
  useEffect(() => {
    if (!before || !after) return;
    const worker = new Worker(new URL('../../workers/comparing.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Compared>) => setFound({ before, after, comparison: data.comparison });
    worker.postMessage({ n: 1, before, after, locale } satisfies ToCompare);
    return () => worker.terminate();
  }, [before, after, locale]);
  return found && found.before === before && found.after === after ? found.comparison : null;
}
