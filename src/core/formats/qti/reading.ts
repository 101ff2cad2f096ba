import { type AnyNode, Element } from 'domhandler';
import { type Mapping, mostMapped } from '../../kinds/question/mapping';
import type { Thing } from '../../kinds/question/parts';
import type { Doc } from '../../text/nodes';
import { isElement, TooIntricate, textOf } from '../markup';
import { toDocument } from '../markup-to-document';
import { safeAddress } from '../safe-address';
import { type Declared, declaredIn, numberIn, UNDECLARED, valuesIn } from './declared';
import { attribute, child, children, named, nameOf } from './names';
import type { Naming, NotKept } from './not-kept';

/** Nobody reads more than that. */
const MOST_THINGS = 100;

/** What the usual patterns of scoring are made of. Anything else is a program that we do not run. */
const SCORING = new Set([
  'responseProcessing',
  'responseCondition',
  'responseIf',
  'responseElse',
  'responseElseIf',
  'match',
  'variable',
  'correct',
  'setOutcomeValue',
  'baseValue',
  'sum',
  'mapResponse',
  'mapResponsePoint',
  'isNull',
  'not',
  'and',
]);

/** Things that can be chosen, with the names they had. */
export interface Named {
  readonly things: Thing[];
  readonly ids: ReadonlyMap<string, string>;
}

/** One item while it is read: what it declares, how it scores, and what of it could not be kept. */
export class Reading {
  readonly notKept: NotKept[] = [];
  readonly #declared: ReadonlyMap<string, Declared>;

  constructor(
    readonly item: Element,
    readonly naming: Naming,
    readonly picture: (address: string) => string | null,
  ) {
    this.#declared = new Map(
      children(item, 'responseDeclaration')
        .map(declaredIn)
        .map((one) => [one.id, one]),
    );
  }

  lose(code: NotKept['code'], detail: string): void {
    this.notKept.push({ item: attribute(this.item, 'identifier') ?? '', code, detail });
  }

  /** Names what a text cannot hold: pictures that are not there, formulas as markup. */
  losses(root: Element): void {
    for (const image of named(root, new Set(['img', 'object'])))
      if (nameOf(image) !== 'img' || this.picture(image.attribs.src ?? '') === null)
        this.lose('picture', image.attribs.src ?? image.attribs.data ?? '');
    for (const formula of named(root, new Set(['math']))) this.lose('formula', textOf(formula).slice(0, 80));
  }

  doc(nodes: readonly AnyNode[]): Doc {
    const root = new Element('div', {}, [...nodes] as never);
    this.losses(root);
    return toDocument(root, { picture: this.picture, link: (href) => safeAddress(href) });
  }

  declared(interaction: Element): Declared {
    return this.#declared.get(attribute(interaction, 'responseIdentifier') ?? '') ?? UNDECLARED;
  }

  get #processing(): Element | null {
    return child(this.item, 'responseProcessing');
  }

  /** Is a response worth what its mapping says, by a pattern of the standard or by the rules of the item? */
  maps({ id, mapping }: Declared): boolean {
    if (!mapping) return false;
    const processing = this.#processing;
    const template = processing && attribute(processing, 'template');
    if (!processing) return true;
    if (template !== null) return template.includes('map_response');
    return named(processing, new Set(['mapResponse'])).some((one) => attribute(one, 'identifier') === id);
  }

  checkScoring(): void {
    const processing = this.#processing;
    if (!processing) return;
    const template = attribute(processing, 'template');
    if (template !== null && !template.includes('match_correct') && !template.includes('map_response'))
      this.lose('scoring', template);
    const open: Element[] = [processing];
    for (let at = open.pop(); at; at = open.pop()) {
      if (!SCORING.has(nameOf(at))) {
        this.lose('scoring', nameOf(at));
        return;
      }
      open.push(...at.children.filter(isElement));
    }
  }

  /** What a rule of the item gives where a response is right; `null` where it has no such rule. */
  #ruled(id: string): number | null {
    const processing = this.#processing;
    for (const rule of processing ? named(processing, new Set(['responseIf', 'responseElseIf'])) : []) {
      const about = named(rule, new Set(['match'])).some((match) =>
        children(match, 'variable').some((one) => attribute(one, 'identifier') === id),
      );
      const set = child(rule, 'setOutcomeValue');
      const value = about && set ? named(set, new Set(['baseValue']))[0] : undefined;
      if (value) return numberIn(textOf(value));
    }
    return null;
  }

  /** Points of a response: what its mapping gives at most, what a rule gives, what the item says of its only one, or one. */
  points(declared: Declared): number {
    const { mapping } = declared;
    if (mapping && this.maps(declared)) {
      const below = Object.values(mapping.entries).some((n) => n < 0) || mapping.otherwise < 0;
      if (below && (mapping.least ?? Number.NEGATIVE_INFINITY) < 0)
        this.lose('below-zero', String(mapping.least ?? ''));
      return mostMapped(mapping, declared.single);
    }
    const ruled = this.#ruled(declared.id);
    if (ruled !== null) return ruled;
    if (declared.areas.length > 0) return Math.max(...declared.areas.map(({ value }) => value));
    if (this.#processing !== null && attribute(this.#processing, 'template') !== null) return 1;
    const most = children(this.item, 'outcomeDeclaration').find((one) => attribute(one, 'identifier') === 'MAXSCORE');
    const said = most && numberIn(valuesIn(child(most, 'defaultValue'))[0] ?? null);
    return this.#declared.size === 1 ? (said ?? 1) : 1;
  }

  /** Things that can be chosen, under new names. */
  things(parent: Element, name: string): Named {
    const ids = new Map<string, string>();
    const all = children(parent, name);
    if (all.length > MOST_THINGS) throw new TooIntricate('choices');
    const things = all.map((one) => {
      const id = this.naming();
      ids.set(attribute(one, 'identifier') ?? '', id);
      const isFeedback = (node: AnyNode) => isElement(node) && nameOf(node) === 'feedbackInline';
      if (one.children.some(isFeedback)) this.lose('feedback', textOf(one).slice(0, 80));
      return { id, says: this.doc(one.children.filter((node) => !isFeedback(node))) };
    });
    return { things, ids };
  }

  /** What each thing is worth, under its new name; `null` where the response is not scored by that. */
  mapping(declared: Declared, ids: ReadonlyMap<string, string> = new Map()): Mapping | null {
    if (!declared.mapping || !this.maps(declared)) return null;
    const renamed = (old: string) =>
      old
        .split(' ')
        .map((one) => ids.get(one) ?? one)
        .join(' ');
    return {
      ...declared.mapping,
      entries: Object.fromEntries(
        Object.entries(declared.mapping.entries).map(([old, points]) => [ids.size > 0 ? renamed(old) : old, points]),
      ),
    };
  }
}
