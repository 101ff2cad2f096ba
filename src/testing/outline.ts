import type { DocNode } from '@/core/text/nodes';

/**
 * A document as lists: the kind, then what is in it; words with the names of their marks. `leaf` says what stands for a node
 * that holds nothing.
 */
export const outline = (node: DocNode, leaf: (node: DocNode) => string = ({ type }) => type): unknown =>
  node.text !== undefined
    ? [node.text, ...(node.marks ?? []).map(({ type }) => type)]
    : node.content
      ? [node.type, ...node.content.map((child) => outline(child, leaf))]
      : leaf(node);
