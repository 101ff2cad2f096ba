/** A value of an attribute: what it is at first, and how it is read from what is stored, whatever that is. */
interface Attribute<Value> {
  readonly initial: Value;
  readonly read: (value: unknown) => Value;
}

const words = (initial = ''): Attribute<string> => ({
  initial,
  read: (value) => (typeof value === 'string' ? value : initial),
});
const count = (initial: number, least = 0, most = 100_000): Attribute<number> => ({
  initial,
  read: (value) => {
    const n = Number(value ?? initial);
    return Number.isFinite(n) ? Math.min(most, Math.max(least, n)) : initial;
  },
});
const maybe = <Value>(of: Attribute<Value>): Attribute<Value | null> => ({
  initial: null,
  read: (value) => (typeof value === typeof of.initial ? of.read(value) : null),
});

/** A side of a picture in pixels, as far as it is known: room is kept for it before it is there. */
const side = maybe(count(1, 1, 20_000));

/** Where a block begins in the text that remarks count: only in a document that is shown with remarks. */
const at = maybe(count(0, 0, Number.MAX_SAFE_INTEGER));

interface Definition {
  readonly attrs: Readonly<Record<string, Attribute<unknown>>>;
  /** The groups it belongs to and what it may hold, in the content expressions of the editor's schema. */
  readonly group?: 'block' | 'inline';
  readonly holds?: string;
  /** What is said in it stands on a line of its own. */
  readonly line?: true;
}

const INNER = 'paragraph | heading | bulletList | orderedList | blockquote | table | image';
const CELL = {
  attrs: { colspan: count(1, 1, 64), rowspan: count(1, 1, 5000) },
  holds: '(paragraph | bulletList | orderedList)+',
};

/**
 * Every kind of node of a text document, once: the editor's schema, what is read from the store, the views and every
 * format that a document leaves in follow from it.
 */
export const NODES = {
  doc: { attrs: {}, holds: 'block+' },
  text: { attrs: {}, group: 'inline' },
  paragraph: { attrs: { at }, group: 'block', holds: 'inline*', line: true },
  heading: { attrs: { level: count(2, 1, 6), at }, group: 'block', holds: 'inline*', line: true },
  bulletList: { attrs: {}, group: 'block', holds: 'listItem+' },
  orderedList: { attrs: {}, group: 'block', holds: 'listItem+' },
  listItem: { attrs: {}, holds: 'paragraph block*', line: true },
  blockquote: { attrs: {}, group: 'block', holds: 'block+', line: true },
  codeBlock: { attrs: { at }, group: 'block', holds: 'text*', line: true },
  horizontalRule: { attrs: {}, group: 'block' },
  hardBreak: { attrs: {}, group: 'inline' },
  /** A picture, with the words that stand for it. */
  image: { attrs: { src: words(), alt: words(), width: side, height: side }, group: 'block' },
  /** A formula within a line, as TeX. */
  formula: { attrs: { tex: words() }, group: 'inline' },
  /** What the teacher asks: shown, not typed by the student. */
  question: { attrs: { number: maybe(count(1)), text: words() }, group: 'block' },
  /** The place in which a question is answered. */
  answer: { attrs: { id: maybe(words()) }, group: 'block', holds: `(${INNER})+` },
  table: { attrs: {}, group: 'block', holds: 'tableRow+' },
  tableRow: { attrs: {}, holds: '(tableCell | tableHeader)*' },
  tableHeader: CELL,
  tableCell: CELL,
} as const satisfies Readonly<Record<string, Definition>>;

export type NodeName = keyof typeof NODES;
export const NODE_NAMES = Object.keys(NODES) as readonly NodeName[];

/** What the attributes of a kind of node are. */
export type AttrsOf<Name extends NodeName> = {
  readonly [Key in keyof (typeof NODES)[Name]['attrs']]: (typeof NODES)[Name]['attrs'][Key] extends Attribute<
    infer Value
  >
    ? Value
    : never;
};

/** What a mark says besides its kind. It is read where it is used, whatever is stored. */
interface MarkAttrs {
  readonly bold: Readonly<Record<string, unknown>>;
  readonly italic: Readonly<Record<string, unknown>>;
  readonly underline: Readonly<Record<string, unknown>>;
  readonly strike: Readonly<Record<string, unknown>>;
  readonly code: Readonly<Record<string, unknown>>;
  readonly subscript: Readonly<Record<string, unknown>>;
  readonly superscript: Readonly<Record<string, unknown>>;
  readonly link: { readonly href?: unknown };
  readonly ink: { readonly tone?: unknown };
  readonly glow: { readonly tone?: unknown };
  readonly remark: { readonly id?: unknown };
}
export type MarkName = keyof MarkAttrs;
export const MARK_NAMES = [
  'bold',
  'italic',
  'underline',
  'strike',
  'code',
  'subscript',
  'superscript',
  'link',
  'ink',
  'glow',
  'remark',
] as const satisfies readonly MarkName[];

/** How words look, or where they lead. */
export type Mark = {
  readonly [Name in MarkName]: { readonly type: Name; readonly attrs?: MarkAttrs[Name] };
}[MarkName];

export interface TextNode {
  readonly type: 'text';
  readonly text: string;
  readonly marks?: readonly Mark[];
  readonly attrs?: undefined;
  readonly content?: undefined;
}

interface ElementNode<Name extends NodeName> {
  readonly type: Name;
  /** As they are stored: some may be missing. `attrsOf` gives all of them. */
  readonly attrs?: Partial<AttrsOf<Name>>;
  readonly content?: readonly DocNode[];
  readonly text?: undefined;
  readonly marks?: undefined;
}

export type NodeOf<Name extends NodeName> = Name extends 'text' ? TextNode : ElementNode<Name>;

/** A text document as JSON, or a part of one: the tree that the editor, the store and every computation share. */
export type DocNode = { [Name in NodeName]: NodeOf<Name> }[NodeName];
/** A whole text document. */
export type Doc = NodeOf<'doc'>;

/** The attributes of a node, all of them and each of its kind, whatever is stored. */
export function attrsOf<Name extends NodeName>(node: { readonly type: Name; readonly attrs?: unknown }): AttrsOf<Name> {
  const given = (node.attrs ?? {}) as Readonly<Record<string, unknown>>;
  const attrs: Readonly<Record<string, Attribute<unknown>>> = NODES[node.type].attrs;
  return Object.fromEntries(Object.entries(attrs).map(([key, { read }]) => [key, read(given[key])])) as AttrsOf<Name>;
}

/** What the editor's schema needs of a kind of node: where it may stand, what it may hold, and its attributes at first. */
export function schemaOf(name: NodeName) {
  const { attrs, group, holds } = NODES[name] as Definition;
  return {
    name,
    ...(group ? { group } : {}),
    ...(holds ? { content: holds } : {}),
    addAttributes: () =>
      Object.fromEntries(Object.entries(attrs).map(([key, { initial }]) => [key, { default: initial }])),
  };
}

/** What is to be made of each kind of node: leaving one out does not compile. */
export type Visitor<Made, Given = void> = {
  readonly [Name in NodeName]: (node: NodeOf<Name>, given: Given) => Made;
};

/** Makes of a node what the visitor says for its kind. A kind that is unknown (a document of a later version) is passed over. */
export function visit<Made, Given>(node: DocNode, visitor: Visitor<Made, Given>, given: Given): Made {
  const of = (visitor[node.type] ?? visitor.doc) as (node: DocNode, given: Given) => Made;
  return of(node, given);
}

/** The same node with something else in it. */
export const withContent = <Node extends Exclude<DocNode, TextNode>>(
  node: Node,
  content: readonly DocNode[],
): Node => ({
  ...node,
  content,
});

/** What stands directly in a node. */
export const contentOf = (node: DocNode): readonly DocNode[] => node.content ?? [];

/** A node and everything below it, in reading order; what `skip` says is left out with all that is in it. */
export function* descendants(node: DocNode, skip: (node: DocNode) => boolean = () => false): Generator<DocNode> {
  if (skip(node)) return;
  yield node;
  for (const child of contentOf(node)) yield* descendants(child, skip);
}

/** A mark of some words; nothing where they have none of that kind. */
export const markOf = <Name extends MarkName>(
  node: DocNode,
  name: Name,
): { readonly attrs?: MarkAttrs[Name] } | undefined =>
  node.marks?.find(({ type }) => type === name) as { readonly attrs?: MarkAttrs[Name] } | undefined;
