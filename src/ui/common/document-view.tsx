import { lazy, type ReactNode, Suspense } from 'react';
import type { Run } from '@/core/compare/blocks';
import { firstPicture } from '@/core/text/document-json';
import {
  attrsOf,
  contentOf,
  type DocNode,
  type MarkName,
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

/** The first picture of a document, where it has one. */
type First = DocNode | null;

const children = (node: DocNode, first: First): ReactNode =>
  contentOf(node).map((child, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the tree never changes while it is shown
    <Node key={i} node={child} first={first} />
  ));

/** Only our own pictures are shown: nothing is fetched from elsewhere. */
const OWN_PICTURE = /^\/api\/(pictures\/|text-pictures\/|materials\/[\w-]+\/parts\/)/;

function picture(node: NodeOf<'image'>, first: First): ReactNode {
  const { src, alt, width, height } = attrsOf(node);
  if (!OWN_PICTURE.test(src)) return null;
  // The first is often the largest thing that is seen at once; the others wait until somebody comes near.
  const loading = node === first ? 'eager' : 'lazy';
  // biome-ignore lint/performance/noImgElement: a drawing of our own, served after a permission check
  return <img src={src} alt={alt} width={width ?? undefined} height={height ?? undefined} loading={loading} />;
}

const NODES: Visitor<ReactNode, First> = {
  doc: children,
  text: marked,
  paragraph: (node, first) => <p {...at(node)}>{children(node, first)}</p>,
  heading: (node, first) =>
    attrsOf(node).level > 2 ? (
      <h3 {...at(node)}>{children(node, first)}</h3>
    ) : (
      <h2 {...at(node)}>{children(node, first)}</h2>
    ),
  bulletList: (node, first) => <ul>{children(node, first)}</ul>,
  orderedList: (node, first) => <ol>{children(node, first)}</ol>,
  listItem: (node, first) => <li>{children(node, first)}</li>,
  blockquote: (node, first) => <blockquote>{children(node, first)}</blockquote>,
  codeBlock: (node, first) => <pre {...at(node)}>{children(node, first)}</pre>,
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
  answer: (node, first) => (
    <div className={classes.answer} data-answer>
      {children(node, first)}
    </div>
  ),
  table: (node, first) => (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <div className={classes.wide} tabIndex={0}>
      <table>
        <tbody>{children(node, first)}</tbody>
      </table>
    </div>
  ),
  tableRow: (node, first) => <tr>{children(node, first)}</tr>,
  tableHeader: (node, first) => <th>{children(node, first)}</th>,
  tableCell: (node, first) => <td>{children(node, first)}</td>,
};

const Node = ({ node, first }: { node: DocNode; first: First }): ReactNode => visit(node, NODES, first);

/** A document to be read: no caret, no tool bar. */
export function DocumentView({ document, lang }: { document: DocNode; lang: string }) {
  const first = firstPicture(document);
  return (
    <div className={`${classes.text} read-text`} lang={lang} dir="auto">
      {children(document, first)}
    </div>
  );
}
