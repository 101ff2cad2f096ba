import { type Command, Extension, Node } from '@tiptap/core';
import { TextSelection } from '@tiptap/pm/state';
import {
  addColumnAfter,
  addRowAfter,
  deleteColumn,
  deleteRow,
  deleteTable,
  goToNextCell,
  tableEditing,
} from '@tiptap/pm/tables';
import { schemaOf } from '@/core/text/nodes';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    tables: {
      insertTable: (rows: number, columns: number) => ReturnType;
      changeTable: (change: TableChange) => ReturnType;
    };
  }
}

const CHANGES = {
  'row-on': addRowAfter,
  'column-on': addColumnAfter,
  'row-off': deleteRow,
  'column-off': deleteColumn,
  'table-off': deleteTable,
} as const;
export type TableChange = keyof typeof CHANGES;
export const TABLE_CHANGES = Object.keys(CHANGES) as readonly TableChange[];

/** What each node is to the table commands; every other node is none of these. */
const ROLES: Readonly<Record<string, string>> = {
  table: 'table',
  tableRow: 'row',
  tableCell: 'cell',
  tableHeader: 'header_cell',
};

const cell = (name: 'tableCell' | 'tableHeader', tag: string) =>
  Node.create({
    ...schemaOf(name),
    isolating: true,
    // How wide a column is drawn belongs to the editor alone.
    addAttributes: () => ({ ...schemaOf(name).addAttributes(), colwidth: { default: null } }),
    parseHTML: () => [{ tag }],
    renderHTML: ({ node }) => {
      const { colspan, rowspan } = node.attrs;
      return [tag, { ...(colspan > 1 ? { colspan } : {}), ...(rowspan > 1 ? { rowspan } : {}) }, 0];
    },
  });

const Cell = cell('tableCell', 'td');
const Header = cell('tableHeader', 'th');

const Row = Node.create({
  ...schemaOf('tableRow'),
  parseHTML: () => [{ tag: 'tr' }],
  renderHTML: () => ['tr', 0],
});

/** A table with a head, edited with the keys: Tab goes from cell to cell. */
const Table = Node.create({
  ...schemaOf('table'),
  isolating: true,
  extendNodeSchema: ({ name }) => (ROLES[name] ? { tableRole: ROLES[name] } : {}),
  parseHTML: () => [{ tag: 'table' }],
  renderHTML: () => ['table', ['tbody', 0]],
  addCommands() {
    return {
      insertTable:
        (rows, columns): Command =>
        ({ tr, state, dispatch }) => {
          const { tableRow, tableHeader, tableCell, table } = state.schema.nodes;
          if (!tableRow || !tableHeader || !tableCell || !table) return false;
          const row = (of: typeof tableCell) =>
            tableRow.create(
              null,
              Array.from({ length: columns }, () => of.createAndFill()).flatMap((made) => made ?? []),
            );
          const made = table.create(null, [
            row(tableHeader),
            ...Array.from({ length: rows - 1 }, () => row(tableCell)),
          ]);
          if (dispatch) {
            const at = tr.selection.from;
            tr.replaceSelectionWith(made)
              .setSelection(TextSelection.near(tr.doc.resolve(at + 1)))
              .scrollIntoView();
          }
          return true;
        },
      changeTable:
        (change): Command =>
        ({ state, dispatch }) =>
          CHANGES[change](state, dispatch),
    };
  },
  addKeyboardShortcuts() {
    return {
      Tab: () => this.editor.commands.command(({ state, dispatch }) => goToNextCell(1)(state, dispatch)),
      'Shift-Tab': () => this.editor.commands.command(({ state, dispatch }) => goToNextCell(-1)(state, dispatch)),
    };
  },
  addProseMirrorPlugins: () => [tableEditing()],
});

/** Tables, whole. */
export const Tables = Extension.create({
  name: 'tables',
  addExtensions: () => [Table, Row, Header, Cell],
});
