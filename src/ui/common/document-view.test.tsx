import type { DocNode, Mark, MarkName } from '@/core/text/nodes';
import { rendered, words } from '../rendered';
import { DocumentView } from './document-view';

const text = (value: string, ...marks: MarkName[]): DocNode => ({
  type: 'text',
  text: value,
  ...(marks.length > 0 ? { marks: marks.map((type): Mark => ({ type })) } : {}),
});
const paragraph = (...content: DocNode[]): DocNode => ({ type: 'paragraph', content });
const shown = (...content: DocNode[]) => rendered(<DocumentView document={{ type: 'doc', content }} lang="en" />);

describe('a document that is read', () => {
  test('shows marks, lists and breaks', () => {
    const html = shown(
      paragraph(text('plain '), text('bold', 'bold'), text(' both', 'italic', 'underline'), { type: 'hardBreak' }),
      { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(text('one'))] }] },
      { type: 'orderedList', content: [{ type: 'listItem', content: [paragraph(text('two'))] }] },
      { type: 'blockquote', content: [paragraph(text('said'))] },
    );
    expect(html).toContain('<strong>bold</strong>');
    expect(html).toContain('<u><em> both</em></u><br/>');
    expect(html).toContain('<ul><li><p>one</p></li></ul>');
    expect(html).toContain('<ol><li><p>two</p></li></ol>');
    expect(html).toContain('<blockquote><p>said</p></blockquote>');
  });

  test('shows questions with their numbers, and the answers below them', () => {
    const html = shown(
      { type: 'question', attrs: { number: 2, text: 'Which cloud?' } },
      { type: 'answer', attrs: { id: 'q2' }, content: [paragraph(text('The thin one.'))] },
    );
    expect(words(html)).toBe('2 Which cloud? The thin one.');
    expect(html).toMatch(/<h2[^>]*><span[^>]*>2<\/span> Which cloud\?<\/h2>/);
  });

  test('runs nothing and fetches nothing from elsewhere, whatever a student typed', () => {
    const html = shown(
      paragraph(text('<script>alert(1)</script><img src=x onerror=alert(1)>')),
      { type: 'image', attrs: { src: 'https://elsewhere.example/track.png', alt: 'x' } },
      { type: 'image', attrs: { src: 'javascript:alert(1)', alt: 'x' } },
      { type: 'image', attrs: { src: 7 } } as unknown as DocNode,
      { type: 'unheardOf', content: [paragraph(text('still read'))] } as unknown as DocNode,
    );
    expect(html).not.toMatch(/<script|<img/);
    expect(html).toContain('&lt;script&gt;');
    expect(words(html)).toContain('still read');
  });

  test('shows our own pictures with their words', () => {
    const html = shown({ type: 'image', attrs: { src: '/api/pictures/ladder', alt: 'A ladder of heights' } });
    expect(html).toContain('<img src="/api/pictures/ladder" alt="A ladder of heights"');
    expect(html).not.toContain('width=');
  });

  test('keeps room for pictures whose size is known, and waits with all but the first of them', () => {
    const image = (src: string, more: object = {}) =>
      ({ type: 'image', attrs: { src: `/api/pictures/${src}`, alt: '', ...more } }) as DocNode;
    const html = shown(
      paragraph(text('Look.')),
      image('ladder', { width: 640, height: 260 }),
      image('mast', { width: 'wide', height: -1 }),
    );
    const [first, second] = html.match(/<img[^>]*>/g) ?? [];
    expect(first).toMatch(/width="640" height="260" loading="eager"/);
    expect(second).toMatch(/height="1" loading="lazy"/);
    expect(second).not.toContain('width=');
  });
});
