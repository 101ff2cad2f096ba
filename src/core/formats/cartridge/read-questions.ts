import type { Element } from 'domhandler';
import { EMPTY, LOOSE } from '../../kinds/question/parts';
import type { Part, Question, QuestionSet } from '../../questions/question-set';
import { together } from '../../text/document-json';
import type { Doc } from '../../text/nodes';
import { every, firstNamed, localName, parseMarkup, textOf } from '../markup';
import { fromMarkup, fromPlainText } from '../markup-in';
import { guardXml } from '../xml-guard';
import type { CourseNote } from './cartridge';

/** Something with names of its own: by chance, since those of a file may say what is right. */
type Naming = () => string;

function docOf(text: Element): Doc {
  const words = textOf(text);
  return text.attribs.texttype === 'text/html' ? fromMarkup(words) : fromPlainText(words.trim());
}

/** What some materials of an element say, without those of what is answered in. */
function says(element: Element, outside: ReadonlySet<string> = new Set()): Doc {
  const texts: Doc[] = [];
  const walk = (node: Element): void => {
    for (const child of node.children) {
      if (!('attribs' in child)) continue;
      const name = localName(child as Element);
      if (outside.has(name)) continue;
      if (name === 'mattext') texts.push(docOf(child as Element));
      else walk(child as Element);
    }
  };
  walk(element);
  return texts.length === 0 ? EMPTY : together(texts);
}

const ANSWERED = new Set(['response_lid', 'response_str', 'response_xy', 'response_num', 'response_grp']);

const fieldOf = (item: Element, label: string): string =>
  every(item, 'qtimetadatafield')
    .filter((field) => textOf(firstNamed(field, 'fieldlabel') ?? field).trim() === label)
    .map((field) => textOf(firstNamed(field, 'fieldentry') ?? field).trim())[0] ?? '';

/** Does a condition give the whole of the points? */
const isRight = (condition: Element): boolean =>
  every(condition, 'setvar').some((set) => Number(textOf(set)) > 0 && (set.attribs.action ?? 'Set') !== 'Subtract');

const within = (element: Element, name: string): boolean => {
  for (let at = element.parent; at && 'attribs' in at; at = at.parent)
    if (localName(at as Element) === name) return true;
  return false;
};

/** What is right of an item: what has to be said, and whether capitals count. */
function keyOf(item: Element): { readonly right: readonly string[]; readonly capitals: boolean } {
  const conditions = every(item, 'respcondition').filter(isRight);
  const said = conditions.flatMap((condition) => every(condition, 'varequal').filter((one) => !within(one, 'not')));
  return {
    right: [...new Set(said.map((one) => textOf(one).trim()))],
    capitals: said.some((one) => (one.attribs.case ?? '').toLowerCase() === 'yes'),
  };
}

type Answered = Pick<Part, 'kind' | 'set'> | null;

function answeredIn(item: Element, newId: Naming): Answered {
  const profile = fieldOf(item, 'cc_profile');
  const lid = every(item, 'response_lid')[0];
  const { right, capitals } = keyOf(item);
  if (lid) {
    const labels = every(lid, 'response_label');
    const ids = new Map(labels.map((label) => [label.attribs.ident ?? '', newId()]));
    const choices = labels.map((label) => ({ id: ids.get(label.attribs.ident ?? '') ?? newId(), says: says(label) }));
    const keys = right.flatMap((one) => ids.get(one) ?? []);
    const shuffle = (every(lid, 'render_choice')[0]?.attribs.shuffle ?? '').toLowerCase() === 'yes';
    if (profile.startsWith('cc.true_false') && labels.length === 2)
      return { kind: 'truth', set: { right: keys.length === 1 ? keys[0] === choices[0]?.id : null } };
    if ((lid.attribs.rcardinality ?? 'Single') === 'Multiple')
      return { kind: 'several', set: { choices, shuffle, right: keys, rule: 'whole', most: null } };
    return { kind: 'one', set: { choices, shuffle, right: keys[0] ?? null } };
  }
  if (every(item, 'response_str').length === 0) return null;
  if (profile.startsWith('cc.essay') || right.length === 0)
    return { kind: 'long', set: { asks: [], counted: 'by-a-person', rubric: [] } };
  return { kind: 'short', set: { ...LOOSE, capitals, accepted: [...right] } };
}

function questionOf(item: Element, newId: Naming): Question | null {
  const presentation = firstNamed(item, 'presentation');
  const answered = presentation && answeredIn(item, newId);
  if (!presentation || !answered) return null;
  const weight = Number(fieldOf(item, 'cc_weighting'));
  const feedback = every(item, 'itemfeedback')[0];
  const part = {
    id: newId(),
    points: Number.isFinite(weight) && weight > 0 ? weight : 1,
    prompt: says(presentation, ANSWERED),
    hint: null,
    why: feedback ? says(feedback) : null,
    ...answered,
  } as Part;
  return { id: newId(), stem: null, material: null, draws: [], parts: [part] };
}

/**
 * An assessment or a bank of the cartridge's profile of QTI 1.2.1 as a set of questions.
 *
 * @throws TooIntricate, Error where it is not well formed
 */
export function readQuestions(
  xml: string,
  newId: Naming,
): { readonly set: QuestionSet; readonly notes: readonly CourseNote[] } {
  const root = parseMarkup(guardXml(xml), { xmlMode: true });
  const notes: CourseNote[] = [];
  const sections = every(root, 'section');
  const holders: (Element | typeof root)[] = sections.length > 0 ? sections : [root];
  const read = holders.map((holder) => {
    // Of sections within sections each has its own.
    const items = every(holder, 'item').filter(
      (item) => sections.length === 0 || sections.filter((one) => every(one, 'item').includes(item)).at(-1) === holder,
    );
    const questions = items.flatMap((item) => {
      const question = questionOf(item, newId);
      if (!question) notes.push({ title: item.attribs.title ?? '', what: 'left', code: 'questions-left' });
      return question ? [question] : [];
    });
    return { id: newId(), title: '', draw: null, shuffle: false, questions };
  });
  return { set: { sections: read.filter(({ questions }) => questions.length > 0) }, notes };
}
