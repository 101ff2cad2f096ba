/** @jest-environment jsdom */
import { Editor } from '@tiptap/core';
import { CleanedPaste } from './cleaned-paste';
import { Pictures } from './pictures';
import { TABLE_CHANGES, type TableChange } from './tables';
import { TEXT_NODES } from './text-nodes';

let editor: Editor;
beforeEach(() => {
  document.elementFromPoint = () => null;
  // The window has none; the editor makes one of plain words.
  Object.assign(globalThis, { ClipboardEvent: Event });
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => document.body.getBoundingClientRect();
  editor = new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: [...TEXT_NODES, Pictures, CleanedPaste],
    content: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Before' }] }] } as never,
  });
});
afterEach(() => editor.destroy());

/** The rows of the first table: what stands in each cell, the heads in capitals. */
function rows(): string[][] {
  const all: string[][] = [];
  editor.state.doc.descendants((node) => {
    if (node.type.name === 'tableRow') all.push([]);
    if (node.type.name === 'tableHeader') all.at(-1)?.push(node.textContent.toUpperCase());
    if (node.type.name === 'tableCell') all.at(-1)?.push(node.textContent);
  });
  return all;
}

function inTable(): void {
  editor.commands.insertTable(2, 2);
  for (const word of ['day', 'wind', 'monday', 'four']) {
    editor.commands.insertContent(word);
    if (word !== 'four') press('Tab');
  }
}

const press = (key: string, shiftKey = false) =>
  editor.view.someProp('handleKeyDown', (handle) =>
    handle(editor.view, new KeyboardEvent('keydown', { key, shiftKey })),
  );
const change = (name: TableChange) => editor.commands.changeTable(name);

describe('a table', () => {
  test('begins with its heads, the caret in the first; Tab goes from cell to cell and back', () => {
    inTable();
    expect(rows()).toEqual([
      ['DAY', 'WIND'],
      ['monday', 'four'],
    ]);
    press('Tab', true);
    editor.commands.insertContent('!');
    expect(rows()[1]?.[0]).toContain('!');
  });

  test('rows and columns come after the one that one is in, and go', () => {
    inTable();
    change('row-on');
    change('column-on');
    expect(rows()).toEqual([
      ['DAY', 'WIND', ''],
      ['monday', 'four', ''],
      ['', '', ''],
    ]);
    change('row-off');
    change('column-off');
    expect(rows().map((row) => row.length)).toEqual([2, 2]);
  });

  test('goes whole, and outside of one nothing changes', () => {
    inTable();
    expect(change('table-off')).toBe(true);
    expect(rows()).toEqual([]);
    expect(editor.getText()).toContain('Before');
    for (const name of TABLE_CHANGES) expect(change(name)).toBe(false);
  });

  test('Tab in words that are in no table is left to others', () => {
    expect(press('Tab')).toBeFalsy();
  });
});

describe('what is pasted', () => {
  const paste = (data: Readonly<Record<string, string>>) => {
    const event = new Event('paste') as ClipboardEvent;
    Object.defineProperty(event, 'clipboardData', { value: { getData: (type: string) => data[type] ?? '' } });
    return editor.view.someProp('handlePaste', (handle) => handle(editor.view, event, null as never));
  };

  test('a line flows into the line that is written, with nothing of where it comes from but its form', () => {
    editor.commands.setTextSelection(7);
    expect(paste({ 'text/html': '<p style="color:red"> and <b>after</b></p>' })).toBe(true);
    expect(editor.state.doc.childCount).toBe(1);
    expect(editor.getText()).toBe('Beforeand after');
    expect(JSON.stringify(editor.getJSON())).toContain('"bold"');
    expect(JSON.stringify(editor.getJSON())).not.toContain('red');
  });

  test('a table comes as one', () => {
    paste({ 'text/html': '<table><tr><td>a</td><td>b</td></tr></table>' });
    expect(rows()).toEqual([['a', 'b']]);
  });

  test('more than a text may hold is pasted as plain words', () => {
    // A table of more cells than there may be.
    const html = `<table>${'<tr><td>x</td><td>y</td></tr>'.repeat(6000)}</table>`;
    paste({ 'text/html': html, 'text/plain': 'plain words' });
    expect(rows()).toEqual([]);
    expect(editor.getText()).toContain('plain words');
  });

  test('what was copied here, and plain words, are left to the editor', () => {
    expect(paste({ 'text/html': '<p data-pm-slice="0 0 []">own</p>' })).toBeFalsy();
    expect(paste({ 'text/plain': 'plain' })).toBeFalsy();
    expect(editor.getText()).toBe('Before');
  });
});
