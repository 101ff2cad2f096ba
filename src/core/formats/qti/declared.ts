import type { Element } from 'domhandler';
import type { Mapping } from '../../kinds/question/mapping';
import { textOf } from '../markup';
import { attribute, child, children } from './names';

/** What a response is declared as: what it holds, what is right, and what each thing that can be given is worth. */
export interface Declared {
  readonly id: string;
  readonly single: boolean;
  readonly baseType: string;
  readonly correct: readonly string[];
  readonly mapping: Mapping | null;
  readonly caseSensitive: boolean;
  readonly areas: readonly { readonly shape: string; readonly coords: readonly number[]; readonly value: number }[];
}

export function numberIn(text: string | null): number | null {
  const n = text === null || text.trim() === '' ? Number.NaN : Number(text);
  return Number.isFinite(n) ? n : null;
}

export const coordsIn = (element: Element): number[] => (attribute(element, 'coords') ?? '').split(',').map(Number);

export const valuesIn = (element: Element | null): string[] => (element ? children(element, 'value').map(textOf) : []);

export function declaredIn(element: Element): Declared {
  const table = child(element, 'mapping');
  const entries = table ? children(table, 'mapEntry') : [];
  const areas = child(element, 'areaMapping');
  return {
    id: attribute(element, 'identifier') ?? '',
    single: attribute(element, 'cardinality') === 'single',
    baseType: attribute(element, 'baseType') ?? 'identifier',
    correct: valuesIn(child(element, 'correctResponse')),
    mapping: table && {
      entries: Object.fromEntries(
        entries.map((entry) => [attribute(entry, 'mapKey') ?? '', numberIn(attribute(entry, 'mappedValue')) ?? 0]),
      ),
      otherwise: numberIn(attribute(table, 'defaultValue')) ?? 0,
      least: numberIn(attribute(table, 'lowerBound')),
      most: numberIn(attribute(table, 'upperBound')),
    },
    caseSensitive: entries.some((entry) => attribute(entry, 'caseSensitive') === 'true'),
    areas: (areas ? children(areas, 'areaMapEntry') : []).map((entry) => ({
      shape: attribute(entry, 'shape') ?? '',
      coords: coordsIn(entry),
      value: numberIn(attribute(entry, 'mappedValue')) ?? 0,
    })),
  };
}

/** What is taken for a response that nobody declared. */
export const UNDECLARED: Declared = {
  id: '',
  single: true,
  baseType: 'identifier',
  correct: [],
  mapping: null,
  caseSensitive: false,
  areas: [],
};
