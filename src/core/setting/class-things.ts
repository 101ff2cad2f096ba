import { overflow } from '../documents/limits';
import type { Instant } from '../ids';
import { type MaterialKind, needsOf } from '../kinds/material';
import { isAddress } from '../text/address';
import type { Doc } from '../text/nodes';
import { times, titled, type Unmet, whole } from './unmet';
import { isWeave } from './weaves';

/** Something to read, see or hear, as a teacher sets it. */
export interface MaterialDraft {
  readonly title: string;
  readonly unit: string | null;
  readonly kind: MaterialKind;
  /** The text itself, or what stands beside a file. */
  readonly body: Doc;
  readonly minutes: number;
  readonly file: { readonly sha256: string; readonly name: string } | null;
  readonly captions: string | null;
  readonly address: string | null;
  readonly alt: string | null;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
  /** Does it stand in the Class line by itself, and not only where a step or an announcement opens it? */
  readonly listed: boolean;
}

/** What belongs to a material that is a text and nothing more, there from the beginning. */
export const TEXT_ALONE = {
  kind: 'text',
  file: null,
  captions: null,
  address: null,
  alt: null,
  opensAt: null,
  closesAt: null,
} as const satisfies Partial<MaterialDraft>;

/** What a class is told. */
export interface AnnouncementDraft {
  readonly title: string;
  readonly body: string;
  readonly unit: string | null;
  /** Materials that hang on it, in order. */
  readonly attachments: readonly string[];
}

/** A stretch of a class's year. */
export interface UnitDraft {
  readonly title: string;
  readonly startsAt: Instant | null;
  readonly endsAt: Instant | null;
}

/** A class, without anybody in it yet. */
export interface ClassDraft {
  readonly name: string;
  readonly weave: string;
  readonly room: string;
  /** BCP 47 tag of the language that is taught in. */
  readonly locale: string;
  /** When it came to its end; `null` while it runs. */
  readonly endedAt: Instant | null;
}

type Known = { readonly units: ReadonlySet<string>; readonly materials: ReadonlySet<string> };

const inUnit = (unit: string | null, { units }: Pick<Known, 'units'>): Unmet<'unknown-unit'>[] =>
  unit !== null && !units.has(unit) ? [{ part: 'unit', id: null, code: 'unknown-unit' }] : [];

const at = <Code extends string>(part: Unmet['part'], codes: readonly Code[]): Unmet<Code>[] =>
  codes.map((code) => ({ part, id: null, code }));

/** What keeps a material from being posted. */
export function materialUnmet(draft: MaterialDraft, known: Pick<Known, 'units'>) {
  const needs = needsOf(draft.kind);
  return [
    ...at('title', titled(draft.title)),
    ...inUnit(draft.unit, known),
    ...at('times', times(draft)),
    ...at('minutes', whole(draft.minutes, 0, 60 * 24)),
    ...at('body', overflow(draft.body) === null ? [] : (['too-much'] as const)),
    ...at('file', (needs === 'file') === (draft.file !== null) ? [] : (['no-file'] as const)),
    ...at('address', needs !== 'address' || isAddress(draft.address ?? '') ? [] : (['no-address'] as const)),
  ];
}

const LONGEST_ANNOUNCEMENT = 10_000;
const MOST_ATTACHMENTS = 20;

/** What keeps an announcement from being posted. */
export function announcementUnmet({ title, body, unit, attachments }: AnnouncementDraft, known: Known) {
  return [
    ...at('title', titled(title)),
    ...inUnit(unit, known),
    ...at('body', body.length <= LONGEST_ANNOUNCEMENT ? [] : (['too-long'] as const)),
    ...attachments
      .filter((material) => !known.materials.has(material))
      .map((id) => ({ part: 'attachments' as const, id, code: 'unknown-material' as const })),
    ...at('attachments', attachments.length <= MOST_ATTACHMENTS ? [] : (['too-much'] as const)),
    ...at('attachments', new Set(attachments).size === attachments.length ? [] : (['same-id'] as const)),
  ];
}

/** What keeps a unit from being added. */
export function unitUnmet({ title, startsAt, endsAt }: UnitDraft) {
  return [...at('title', titled(title)), ...at('times', times({ opensAt: startsAt, closesAt: endsAt }))];
}

/** What keeps a class from being opened. */
export function classUnmet({ name, weave, room, locale }: ClassDraft) {
  return [
    ...at('name', titled(name)),
    ...at('name', room.length <= 100 && isLocale(locale) ? [] : (['no-word'] as const)),
    ...at('weave', isWeave(weave) ? [] : (['no-weave'] as const)),
  ];
}

/** Is it the tag of a language (BCP 47)? */
function isLocale(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag).length === 1;
  } catch {
    return false;
  }
}
