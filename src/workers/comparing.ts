import type { Block } from '@/core/compare/blocks';
import { compare } from '@/core/compare/compare';

// Off the main thread: two long versions take longer to compare than a key press may.

export interface ToCompare {
  readonly before: readonly Block[];
  readonly after: readonly Block[];
  readonly locale: string;
}

self.onmessage = ({ data }: MessageEvent<ToCompare>) => {
  self.postMessage(compare(data.before, data.after, data.locale));
};
