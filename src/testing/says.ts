import type { Doc } from '@/core/text/nodes';

/** A text of one paragraph that says this. */
export const says = (text: string): Doc => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});
