/** @jest-environment jsdom */
import { getSchema } from '@tiptap/core';
import { MARK_NAMES, NODE_NAMES, NODES, type NodeName } from '@/core/text/nodes';
import { Pictures } from './pictures';
import { TEXT_NODES } from './text-nodes';

const schema = getSchema([...TEXT_NODES, Pictures]);
const inEditor = (name: string): name is NodeName => Object.hasOwn(schema.nodes, name);

test('the editor makes every kind of node that a text has but what only comes in from elsewhere, and no other', () => {
  expect(Object.keys(schema.nodes).filter((name) => !Object.hasOwn(NODES, name))).toEqual([]);
  expect(NODE_NAMES.filter((name) => !inEditor(name))).toEqual(['codeBlock', 'horizontalRule']);
  const marks: readonly string[] = MARK_NAMES;
  expect(Object.keys(schema.marks).filter((name) => !marks.includes(name))).toEqual([]);
  expect(marks.filter((name) => !schema.marks[name])).toEqual(['strike', 'code', 'subscript', 'superscript', 'remark']);
});

test.each(NODE_NAMES.filter(inEditor))('%s keeps in the editor the attributes that it has everywhere', (name) => {
  const known = Object.keys(NODES[name].attrs).filter((key) => key !== 'at');
  const kept = Object.keys(schema.nodes[name]?.spec.attrs ?? {}).filter((key) => key !== 'at');
  // How wide a column is drawn, and how a list is numbered by whoever pasted it, belongs to the editor alone.
  const editors = ['colwidth', 'start', 'type', 'title'];
  const own = kept.filter((key) => !editors.includes(key));
  expect([name, own.sort()]).toEqual([name, known.sort()]);
});

test.each(NODE_NAMES.filter(inEditor))('%s may hold in the editor what it may hold everywhere', (name) => {
  const { holds } = NODES[name] as { readonly holds?: string };
  const type = schema.nodes[name];
  const may = NODE_NAMES.filter(inEditor).filter((inner) => {
    const found = schema.nodes[inner];
    return found && type?.contentMatch.matchType(found);
  });
  const first = (holds ?? '').split(/[ (|)+*]+/).filter(Boolean);
  for (const inner of may) {
    const { group } = NODES[inner] as { readonly group?: string };
    expect([name, inner, first.includes(inner) || first.includes(group ?? '')]).toEqual([name, inner, true]);
  }
  expect(may.length > 0).toBe(holds !== undefined);
});
