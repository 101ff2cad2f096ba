import { type AnyNode, Element } from 'domhandler';
import type { Part, Question } from '../../questions/question-set';
import { hasPicture, paragraphs, plainText } from '../../text/document-json';
import type { Doc } from '../../text/nodes';
import { isElement, parseMarkup } from '../markup';
import { guardXml } from '../xml-guard';
import { attribute, child, children, named, nameOf } from './names';
import type { Naming, NotKept } from './not-kept';
import { BLOCK_NAMES, readBlock } from './read-blocks';
import { INLINE_NAMES, readInline } from './read-inline';
import { Reading } from './reading';

export interface ReadItem {
  readonly question: Question | null;
  readonly notKept: readonly NotKept[];
}

/** Ways of asking that there is no kind of question for. */
const OTHERS = new Set([
  'associateInteraction',
  'gapMatchInteraction',
  'graphicGapMatchInteraction',
  'graphicOrderInteraction',
  'graphicAssociateInteraction',
  'hottextInteraction',
  'mediaInteraction',
  'drawingInteraction',
  'positionObjectStage',
  'positionObjectInteraction',
  'customInteraction',
  'portableCustomInteraction',
  'endAttemptInteraction',
]);

const NOTHING: Doc = { type: 'doc', content: [{ type: 'paragraph' }] };
const saying = (words: string): Doc => ({ type: 'doc', content: paragraphs(words) });

/** What is left of some nodes without some elements, wherever they are in them. */
function without(nodes: readonly AnyNode[], gone: ReadonlySet<Element>): AnyNode[] {
  return nodes.flatMap((node): AnyNode[] => {
    if (!isElement(node)) return [node];
    if (gone.has(node)) return [];
    return [new Element(node.name, node.attribs, without(node.children, gone) as never)];
  });
}

/** A piece of a body: a text with lines in it, or interactions that stand by themselves. */
interface Piece {
  readonly inline: readonly Element[];
  readonly blocks: readonly Element[];
  readonly root: Element;
}

/**
 * The pieces of a body that ask something, in their order, and the words that stand around them. A division with lines in it is
 * a text of its own; lines in paragraphs beside each other are one text, with all that stands between.
 */
function piecesOf(body: Element): { readonly pieces: readonly Piece[]; readonly rest: readonly AnyNode[] } {
  const pieces: Piece[] = [];
  const rest: AnyNode[] = [];
  let text: AnyNode[] | null = null;
  const closeText = () => {
    if (!text) return;
    const root = new Element('div', {}, text as never);
    pieces.push({ inline: named(root, INLINE_NAMES), blocks: [], root });
    text = null;
  };
  const divided = body.children.some((node) => isElement(node) && node.name === 'div');
  for (const node of body.children) {
    const blocks = isElement(node) ? (BLOCK_NAMES.has(nameOf(node)) ? [node] : named(node, BLOCK_NAMES)) : [];
    const inline = isElement(node) ? named(node, INLINE_NAMES) : [];
    if (isElement(node) && (blocks.length > 0 || (inline.length > 0 && node.name === 'div'))) {
      closeText();
      pieces.push({ inline, blocks, root: node });
      if (inline.length === 0) rest.push(...without([node], new Set(blocks)));
    } else if (inline.length > 0) {
      // What stood above the first line belongs to its text, unless other questions stand there, too.
      text ??= pieces.length === 0 && !divided ? rest.splice(0) : [];
      text.push(node);
    } else (text ?? rest).push(node);
  }
  closeText();
  return { pieces, rest };
}

function partsIn(reading: Reading, pieces: readonly Piece[]): Part[] {
  const said = children(reading.item, 'modalFeedback');
  // Which of several is shown depends on the answer; what is kept is what there is to be said of the question.
  if (said.length > 1) reading.lose('feedback', `${said.length}`);
  const why = said.length > 0 ? reading.doc(said.flatMap((one) => one.children)) : null;
  const parts: Part[] = [];
  const add = (prompt: Doc, places: readonly Element[], asked: Pick<Part, 'kind' | 'set'>) => {
    const points = places.map((place) => reading.points(reading.declared(place)));
    // Gaps of one text are worth the same each.
    if (new Set(points).size > 1) reading.lose('mapping', 'gaps');
    const sum = points.reduce((all, one) => all + one, 0);
    parts.push({ id: reading.naming(), points: sum, prompt, hint: null, why, ...asked } as Part);
  };
  for (const { root, inline, blocks } of pieces) {
    for (const interaction of blocks) {
      const prompt = child(interaction, 'prompt');
      const asked = readBlock(reading, interaction, reading.declared(interaction));
      if (asked) add(prompt ? reading.doc(prompt.children) : NOTHING, [interaction], asked);
    }
    if (inline.length === 0) continue;
    const { asked, words } = readInline(reading, new Element('div', {}, without([root], new Set(blocks)) as never));
    add(words === null ? NOTHING : saying(words), inline, asked);
  }
  return parts;
}

/**
 * Reads one item of QTI 2.1 or 3.0 as a question. What cannot be kept is named.
 *
 * @param naming makes a new id each time
 * @param picture the address under which a picture of the file is served; `null` for one that is not
 * @throws TooIntricate for one that was made to keep a reader busy, or that has a document type
 * @throws Error where it is not well formed
 */
export function readItem(
  xml: string,
  naming: Naming,
  picture: (address: string) => string | null = () => null,
): ReadItem {
  const [item] = named(parseMarkup(guardXml(xml), { xmlMode: true }), new Set(['assessmentItem']));
  if (!item) return { question: null, notKept: [{ item: '', code: 'not-an-item', detail: '' }] };
  const reading = new Reading(item, naming, picture);
  const body = child(item, 'itemBody');
  if (!body) {
    reading.lose('broken', 'itemBody');
    return { question: null, notKept: reading.notKept };
  }
  const others = named(body, OTHERS);
  for (const one of others) reading.lose('interaction', nameOf(one));
  for (const one of children(item, 'templateDeclaration')) reading.lose('template', attribute(one, 'identifier') ?? '');
  for (const one of children(item, 'stylesheet')) reading.lose('style', one.attribs.href ?? '');
  reading.checkScoring();
  const { pieces, rest } = piecesOf(new Element('div', {}, without(body.children, new Set(others)) as never));
  const parts = partsIn(reading, pieces);
  const stem = reading.doc(rest);
  const bare = plainText(stem).trim() === '' && !hasPicture(stem);
  if (parts.length === 0) {
    if (others.length === 0) reading.lose('broken', 'itemBody');
    return { question: null, notKept: reading.notKept };
  }
  const question = { id: naming(), stem: bare ? null : stem, material: null, draws: [], parts };
  return { question, notKept: reading.notKept };
}
