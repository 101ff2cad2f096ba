import { lazy, type ReactNode, Suspense } from 'react';
import type { DocNode } from '@/core/text/document-json';
import classes from './document-view.module.css';

/** A place within the same book, or an address elsewhere, which is told nothing of where one came from. */
function linked(href: unknown, inner: ReactNode): ReactNode {
  if (typeof href !== 'string' || !/^(#|https?:|mailto:)/i.test(href)) return inner;
  if (href.startsWith('#')) return <a href={href}>{inner}</a>;
  return (
    <a href={href} target="_blank" rel="noopener noreferrer">
      {inner}
    </a>
  );
}

// Drawn only where there is one: the typesetter is larger than most screens.
const Drawn = lazy(() => import('./formula').then(({ DrawnFormula }) => ({ default: DrawnFormula })));

const Formula = ({ tex }: { tex: string }) => (
  <Suspense fallback={<code>{tex}</code>}>
    <Drawn tex={tex} />
  </Suspense>
);

function marked(node: DocNode): ReactNode {
  return (node.marks ?? []).reduce<ReactNode>((inner, { type, attrs }) => {
    if (type === 'bold') return <strong>{inner}</strong>;
    if (type === 'italic') return <em>{inner}</em>;
    if (type === 'underline') return <u>{inner}</u>;
    if (type === 'code') return <code>{inner}</code>;
    if (type === 'subscript') return <sub>{inner}</sub>;
    if (type === 'superscript') return <sup>{inner}</sup>;
    if (type === 'ink' && typeof attrs?.tone === 'string') return <span data-ink={attrs.tone}>{inner}</span>;
    if (type === 'glow' && typeof attrs?.tone === 'string') return <mark data-glow={attrs.tone}>{inner}</mark>;
    if (type === 'link') return linked(attrs?.href, inner);
    if (type === 'remark' && typeof attrs?.id === 'string')
      return (
        <mark className="remarked" data-remark={attrs.id}>
          {inner}
        </mark>
      );
    return inner;
  }, node.text);
}

/** Where a block begins in the text that remarks count, for what is selected in it. */
const at = (node: DocNode) => (typeof node.attrs?.at === 'number' ? { 'data-at': node.attrs.at } : {});

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
      return <p {...at(node)}>{children(node)}</p>;
    case 'heading':
      return Number(node.attrs?.level ?? 2) > 2 ? (
        <h3 {...at(node)}>{children(node)}</h3>
      ) : (
        <h2 {...at(node)}>{children(node)}</h2>
      );
    case 'codeBlock':
      return <pre {...at(node)}>{children(node)}</pre>;
    case 'horizontalRule':
      return <hr />;
    case 'table':
      return (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
        <div className={classes.wide} tabIndex={0}>
          <table>
            <tbody>{children(node)}</tbody>
          </table>
        </div>
      );
    case 'tableRow':
      return <tr>{children(node)}</tr>;
    case 'tableCell':
      return <td>{children(node)}</td>;
    case 'tableHeader':
      return <th>{children(node)}</th>;
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
      if (typeof src !== 'string' || !/^\/api\/(pictures\/|text-pictures\/|materials\/[\w-]+\/parts\/)/.test(src))
        return null;
      // biome-ignore lint/performance/noImgElement: a drawing of our own, served after a permission check
      return <img src={src} alt={typeof alt === 'string' ? alt : ''} loading="lazy" />;
    }
    case 'formula':
      return (
        <span data-length={String(node.attrs?.tex ?? '').length}>
          <Formula tex={String(node.attrs?.tex ?? '')} />
        </span>
      );
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
