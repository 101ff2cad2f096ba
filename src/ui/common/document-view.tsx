import { lazy, type ReactNode, Suspense, useMemo } from 'react';
import type { Run } from '@/core/compare/blocks';
import { firstPicture } from '@/core/text/document-json';
import {
  attrsOf,
  contentOf,
  type DocNode,
  type MarkName,
  type NodeName,
  type NodeOf,
  type TextNode,
  type Visitor,
  visit,
} from '@/core/text/nodes';
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

/** How each mark looks; what it says is read here, whatever is stored. */
const MARKS: {
  readonly [Name in MarkName]: (inner: ReactNode, attrs: Readonly<Record<string, unknown>>) => ReactNode;
} = {
  bold: (inner) => <strong>{inner}</strong>,
  italic: (inner) => <em>{inner}</em>,
  underline: (inner) => <u>{inner}</u>,
  strike: (inner) => <s>{inner}</s>,
  code: (inner) => <code>{inner}</code>,
  subscript: (inner) => <sub>{inner}</sub>,
  superscript: (inner) => <sup>{inner}</sup>,
  link: (inner, { href }) => linked(href, inner),
  ink: (inner, { tone }) => (typeof tone === 'string' ? <span data-ink={tone}>{inner}</span> : inner),
  glow: (inner, { tone }) => (typeof tone === 'string' ? <mark data-glow={tone}>{inner}</mark> : inner),
  remark: (inner, { id }) =>
    typeof id === 'string' ? (
      <mark className="remarked" data-remark={id}>
        {inner}
      </mark>
    ) : (
      inner
    ),
};

const marked = ({ text, marks = [] }: TextNode): ReactNode =>
  marks.reduce<ReactNode>((inner, { type, attrs = {} }) => MARKS[type]?.(inner, attrs) ?? inner, text);

/** Where a block begins in the text that remarks count, for what is selected in it. */
const at = (node: Run) => {
  const start = attrsOf(node).at;
  return start === null ? {} : { 'data-at': start };
};

/** What is drawn. */
interface Drawing {
  /** The first picture of it, where it has one. */
  readonly first: DocNode | null;
  readonly look: Visitor<ReactNode, Drawing>;
}

const children = (node: DocNode, drawing: Drawing): ReactNode =>
  contentOf(node).map((child, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the tree never changes while it is shown
    <Node key={i} node={child} drawing={drawing} />
  ));

/** Only our own pictures are shown: nothing is fetched from elsewhere. */
const OWN_PICTURE = /^\/api\/(pictures\/|text-pictures\/|materials\/[\w-]+\/parts\/)/;

function picture(node: NodeOf<'image'>, { first }: Drawing): ReactNode {
  const { src, alt, width, height } = attrsOf(node);
  if (!OWN_PICTURE.test(src)) return null;
  // The first is often the largest thing that is seen at once; the others wait until somebody comes near.
  const loading = node === first ? 'eager' : 'lazy';
  // biome-ignore lint/performance/noImgElement: a drawing of our own, served after a permission check
  return <img src={src} alt={alt} width={width ?? undefined} height={height ?? undefined} loading={loading} />;
}

const NODES: Visitor<ReactNode, Drawing> = {
  doc: children,
  text: marked,
  paragraph: (node, drawing) => <p {...at(node)}>{children(node, drawing)}</p>,
  heading: (node, drawing) =>
    attrsOf(node).level > 2 ? (
      <h3 {...at(node)}>{children(node, drawing)}</h3>
    ) : (
      <h2 {...at(node)}>{children(node, drawing)}</h2>
    ),
  bulletList: (node, drawing) => <ul>{children(node, drawing)}</ul>,
  orderedList: (node, drawing) => <ol>{children(node, drawing)}</ol>,
  listItem: (node, drawing) => <li>{children(node, drawing)}</li>,
  blockquote: (node, drawing) => <blockquote>{children(node, drawing)}</blockquote>,
  codeBlock: (node, drawing) => <pre {...at(node)}>{children(node, drawing)}</pre>,
  horizontalRule: () => <hr />,
  hardBreak: () => <br />,
  image: picture,
  formula: (node) => {
    const { tex } = attrsOf(node);
    return (
      <span data-length={tex.length}>
        <Formula tex={tex} />
      </span>
    );
  },
  question: (node) => {
    const { number, text } = attrsOf(node);
    return (
      <h2 className={`${classes.question} question`}>
        <span className="num">{number}</span> {text}
      </h2>
    );
  },
  answer: (node, drawing) => (
    <div className={classes.answer} data-answer>
      {children(node, drawing)}
    </div>
  ),
  table: (node, drawing) => (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <div className={classes.wide} tabIndex={0}>
      <table>
        <tbody>{children(node, drawing)}</tbody>
      </table>
    </div>
  ),
  tableRow: (node, drawing) => <tr>{children(node, drawing)}</tr>,
  tableHeader: (node, drawing) => <th>{children(node, drawing)}</th>,
  tableCell: (node, drawing) => <td>{children(node, drawing)}</td>,
};

const Node = ({ node, drawing }: { node: DocNode; drawing: Drawing }): ReactNode => visit(node, drawing.look, drawing);

/** How some nodes look otherwise than where a document is only read; what stands in one is `inner`. */
export type OtherLook = {
  readonly [Name in NodeName]?: (node: NodeOf<Name>, inner: () => ReactNode) => ReactNode;
};

/** What stands in a document, with some nodes in another look. */
export function DocumentNodes({ document, other = {} }: { document: DocNode; other?: OtherLook }) {
  const look = useMemo((): Visitor<ReactNode, Drawing> => {
    const others = Object.entries(other).map(([name, draw]) => [
      name,
      (node: DocNode, drawing: Drawing) =>
        (draw as (node: DocNode, inner: () => ReactNode) => ReactNode)(node, () => children(node, drawing)),
    ]);
    return { ...NODES, ...Object.fromEntries(others) };
  }, [other]);
  return children(document, { first: firstPicture(document), look });
}

/** A document to be read: no caret, no tool bar. */
export function DocumentView({ document, lang }: { document: DocNode; lang: string }) {
  return (
    <div className={`${classes.text} read-text`} lang={lang} dir="auto">
      <DocumentNodes document={document} />
    </div>
  );
}
