import { type Node, Schema } from '@tiptap/pm/model';
import { EditorState } from '@tiptap/pm/state';
import { LIMITS, overflow } from '@/core/documents/limits';
import { isTooDeep } from './within-limits';

const schema = new Schema({
  nodes: {
    doc: { content: 'block+' },
    paragraph: { content: 'text*', group: 'block' },
    blockquote: { content: 'block+', group: 'block' },
    text: {},
  },
});
const paragraph = (text: string) => schema.node('paragraph', null, [schema.text(text)]);
const nested = (levels: number): Node =>
  Array.from({ length: levels }).reduce<Node>((inner) => schema.node('blockquote', null, [inner]), paragraph('deep'));
const stateOf = (...content: Node[]) => EditorState.create({ doc: schema.node('doc', null, content) });

test('a change that goes as deep as the school takes it is made, one level deeper is not', () => {
  const state = stateOf(paragraph('here'));
  const put = (levels: number) => state.tr.insert(6, nested(levels));
  const deepest = put(LIMITS.depth - 2);
  expect([isTooDeep(deepest), overflow(deepest.doc.toJSON())]).toEqual([false, null]);
  const deeper = put(LIMITS.depth - 1);
  expect([isTooDeep(deeper), overflow(deeper.doc.toJSON())]).toEqual([true, 'depth']);
});

test('what is typed beside something deep, and what is taken out of it, is never kept back', () => {
  const state = stateOf(nested(LIMITS.depth + 4), paragraph('here'));
  const end = state.doc.content.size - 1;
  expect(isTooDeep(state.tr.insertText('more', end))).toBe(false);
  expect(isTooDeep(state.tr.delete(0, state.doc.firstChild?.nodeSize ?? 0))).toBe(false);
});
