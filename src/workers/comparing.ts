import { compare } from '@/core/compare/compare';
import type { DocNode } from '@/core/text/document-json';

// Off the main thread: two long versions take longer to compare than a key press may.

export interface ToCompare {
  readonly before: DocNode;
  readonly after: DocNode;
  readonly locale: string;
}

self.onmessage = ({ data }: MessageEvent<ToCompare>) => {
  self.postMessage(compare(data.before, data.after, data.locale));
};
