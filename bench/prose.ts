import { ASSIGNMENTS } from '@demo/assignments';
import type { Doc, DocNode } from '@/core/text/document-json';

/** The words of the demo's answers. */
export const WORDS = ASSIGNMENTS.flatMap(({ questions }) => (questions ?? []).map(([, , answer]) => answer))
  .join(' ')
  .split(' ');

/** A document of so many words in paragraphs of a hundred, made of the demo's answers. */
export function prose(words: number): Doc {
  const content = Array.from({ length: Math.ceil(words / 100) }, (_, i): DocNode => {
    const text = Array.from({ length: 100 }, (__, j) => WORDS[(i * 100 + j) % WORDS.length]).join(' ');
    return { type: 'paragraph', content: [{ type: 'text', text }] };
  });
  return { type: 'doc', content };
}
