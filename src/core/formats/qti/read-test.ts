import type { Element } from 'domhandler';
import type { Question, QuestionSet, Section } from '../../questions/question-set';
import { parseMarkup, TooIntricate } from '../markup';
import { guardXml } from '../xml-guard';
import { numberIn } from './declared';
import { attribute, child, children, named } from './names';
import type { Naming, NotKept } from './not-kept';
import { readItem } from './read-item';

/** What was read of a file: a set, and what could not be kept of it. */
export interface ReadTest {
  readonly set: QuestionSet;
  readonly title: string;
  readonly notKept: readonly NotKept[];
}

/** The files of an archive: their names, and the text of one. */
export interface Files {
  readonly names: readonly string[];
  readonly text: (name: string) => string | null;
}

/** So many items one file may hold. */
const MOST_ITEMS = 500;

/** The name of a file as another one says it: from where that lies. */
export function besides(from: string, href: string): string {
  const path = [...from.split('/').slice(0, -1), ...href.split('/')];
  const out: string[] = [];
  for (const step of path) {
    if (step === '..') out.pop();
    else if (step !== '.' && step !== '') out.push(step);
  }
  return out.join('/');
}

class TestReader {
  readonly notKept: NotKept[] = [];
  #items = 0;

  constructor(
    private readonly files: Files,
    private readonly naming: Naming,
    private readonly picture: (name: string) => string | null,
  ) {}

  item(name: string): Question | null {
    this.#items += 1;
    if (this.#items > MOST_ITEMS) throw new TooIntricate('items');
    const xml = this.files.text(name);
    if (xml === null) {
      this.notKept.push({ item: name, code: 'missing', detail: name });
      return null;
    }
    const read = readItem(xml, this.naming, (address) => this.picture(besides(name, address)));
    this.notKept.push(...read.notKept);
    return read.question;
  }

  section(element: Element, from: string): Section {
    const select = child(element, 'selection');
    const ordering = child(element, 'ordering');
    const draw = select && numberIn(attribute(select, 'select'));
    if (child(element, 'timeLimits'))
      this.notKept.push({ item: attribute(element, 'identifier') ?? '', code: 'time', detail: '' });
    return {
      id: this.naming(),
      title: attribute(element, 'title') ?? '',
      draw: draw !== null && Number.isInteger(draw) && draw > 0 ? draw : null,
      shuffle: ordering !== null && attribute(ordering, 'shuffle') === 'true',
      questions: named(element, new Set(['assessmentItemRef'])).flatMap(
        (one) => this.item(besides(from, attribute(one, 'href') ?? '')) ?? [],
      ),
    };
  }
}

/** The root of a file, where it is an XML of the standard. */
const rootOf = (xml: string, name: string): Element | null =>
  named(parseMarkup(guardXml(xml), { xmlMode: true }), new Set([name]))[0] ?? null;

/**
 * Reads a test of QTI 2.1 or 3.0, or items without one, as they lie in an archive or alone.
 *
 * @param naming makes a new id each time
 * @throws TooIntricate for what was made to keep a reader busy
 */
export function readTest(
  files: Files,
  naming: Naming,
  picture: (name: string) => string | null = () => null,
): ReadTest {
  const reader = new TestReader(files, naming, picture);
  const xmls = files.names
    .filter((name) => name.endsWith('.xml') && !name.endsWith('imsmanifest.xml'))
    .slice(0, MOST_ITEMS + 1);
  for (const name of xmls) {
    const test = rootOf(files.text(name) ?? '', 'assessmentTest');
    if (!test) continue;
    const parts = children(test, 'testPart');
    if (child(test, 'timeLimits') || parts.some((one) => child(one, 'timeLimits')))
      reader.notKept.push({ item: '', code: 'time', detail: '' });
    const sections = parts.flatMap((one) => children(one, 'assessmentSection')).map((one) => reader.section(one, name));
    return {
      set: { sections: sections.filter(({ questions }) => questions.length > 0) },
      title: attribute(test, 'title') ?? '',
      notKept: reader.notKept,
    };
  }
  const questions = xmls.flatMap((name) => reader.item(name) ?? []);
  const sections = questions.length > 0 ? [{ id: naming(), title: '', draw: null, shuffle: false, questions }] : [];
  return { set: { sections }, title: '', notKept: reader.notKept };
}
