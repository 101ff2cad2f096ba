import type { ReactNode } from 'react';
import type { DocNode } from '@/core/text/document-json';
import classes from './document-view.module.css';

function marked(node: DocNode): ReactNode {
  return (node.marks ?? []).reduce<ReactNode>((inner, { type }) => {
    if (type === 'bold') return <strong>{inner}</strong>;
    if (type === 'italic') return <em>{inner}</em>;
    if (type === 'underline') return <u>{inner}</u>;
    return inner;
  }, node.text);
}

function children(node: DocNode): ReactNode {
  return (node.content ?? []).map((child, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the tree never changes while it is shown
    <Node key={i} node={child} />
  ));
}

function Node({ node }: { node: DocNode }): ReactNode {
  switch (node.type) {
    case 'text':
      return marked(node);
    case 'paragraph':
      return <p>{children(node)}</p>;
    case 'heading':
      return <h2>{children(node)}</h2>;
    case 'bulletList':
      return <ul>{children(node)}</ul>;
    case 'orderedList':
      return <ol>{children(node)}</ol>;
    case 'listItem':
      return <li>{children(node)}</li>;
    case 'blockquote':
      return <blockquote>{children(node)}</blockquote>;
    case 'hardBreak':
      return <br />;
    case 'image': {
      const { src, alt } = node.attrs ?? {};
      // Only our own pictures are shown: nothing is fetched from elsewhere.
      if (typeof src !== 'string' || !src.startsWith('/api/pictures/')) return null;
      // biome-ignore lint/performance/noImgElement: a drawing of our own, served after a permission check
      return <img src={src} alt={typeof alt === 'string' ? alt : ''} loading="lazy" />;
    }
    case 'question':
      return (
        <h2 className={classes.question}>
          <span className="num">{String(node.attrs?.number ?? '')}</span> {String(node.attrs?.text ?? '')}
        </h2>
      );
    case 'answer':
      return <div className={classes.answer}>{children(node)}</div>;
    default:
      return children(node);
  }
}

/** A document to be read: no caret, no tool bar. */
export function DocumentView({ document, lang }: { document: DocNode; lang: string }) {
  return (
    <div className={classes.text} lang={lang} dir="auto">
      {children(document)}
    </div>
  );
}
