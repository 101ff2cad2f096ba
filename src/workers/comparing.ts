import { type Comparison, compare } from '@/core/compare/compare';
import type { DocNode } from '@/core/text/document-json';

// Off the main thread: two long versions take longer to compare than a key press may.

export interface ToCompare {
  readonly n: number;
  readonly before: DocNode;
  readonly after: DocNode;
  readonly locale: string;
}

export interface Compared {
  readonly n: number;
  readonly comparison: Comparison;
}

self.onmessage = ({ data }: MessageEvent<ToCompare>) => {
  const { n, before, after, locale } = data;
  self.postMessage({ n, comparison: compare(before, after, locale) } satisfies Compared);
};
