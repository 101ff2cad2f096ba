import type { AssignmentId, ClassId, DocumentId, HandInId, PersonId, StepId, TalkId } from './ids';

/** A screen that stands for itself. */
const SCREENS = {
  home: '/',
  today: '/today',
  work: '/work',
  classes: '/classes',
  timetable: '/classes#timetable',
  shelf: '/shelf',
  news: '/whats-new',
  help: '/help',
  asides: '/asides',
  reports: '/office/reports',
  receipts: '/receipts',
  check: '/check',
  password: '/password',
  'sign-in': '/sign-in',
  begin: '/begin',
  lessons: '/office/lessons',
  year: '/office/year',
  rosters: '/office/rosters',
} as const;

export type Screen = keyof typeof SCREENS;

/** The sheets that can be open on a Desk. */
export const SHEETS = ['brief', 'rubric', 'feedback', 'pieces', 'floor', 'aside', 'notes'] as const;
export type SheetName = (typeof SHEETS)[number];

type Query = Readonly<Record<string, string | null | undefined>>;

/** A place of the application that can be gone to. What becomes of it as an address is decided in `addressOf` alone. */
export type Place =
  | { readonly at: Screen }
  | { readonly at: 'guide'; readonly guide: string }
  /** Today, with some of its folds open. */
  | { readonly at: 'unfolded'; readonly open: readonly string[] }
  /** All work, narrowed and sorted. */
  | { readonly at: 'chosen-work'; readonly chosen: Query }
  | {
      readonly at: 'class';
      readonly class: ClassId | string;
      readonly order?: string;
      readonly show?: string;
      /** One unit of it by itself. */
      readonly unit?: string | null;
    }
  /** Messages; those with one person open. */
  | { readonly at: 'messages'; readonly with?: PersonId | string | null; readonly talk?: TalkId | string | null }
  /** What a class talks about openly: of everything, of the class itself, or of one assignment. */
  | { readonly at: 'floor'; readonly class: ClassId | string; readonly about?: AssignmentId | string | null }
  | { readonly at: 'material'; readonly class: ClassId | string; readonly material: string }
  | {
      readonly at: 'desk';
      readonly assignment: AssignmentId | string;
      readonly step?: StepId | null;
      readonly sheet?: SheetName;
      readonly piece?: string;
    }
  | {
      readonly at: 'compare';
      readonly assignment: AssignmentId | string;
      readonly from?: string;
      readonly to?: string;
    }
  | { readonly at: 'marking'; readonly assignment: AssignmentId | string; readonly student?: string | null }
  /** How a class answers what is asked at a step. */
  | { readonly at: 'answers'; readonly step: StepId | string }
  /** A discussion as its teacher reads it. */
  | { readonly at: 'discussion'; readonly step: StepId | string }
  /** Where work is set: the Desk as its teacher writes it. */
  | { readonly at: 'set'; readonly draft: DocumentId | string }
  /** Some work as it comes out on paper. */
  | { readonly at: 'printed-work'; readonly draft: DocumentId | string }
  /** Where a course is taken over into a class. */
  | {
      readonly at: 'course';
      readonly class: ClassId | string;
      readonly from?: string | null;
      readonly unit?: string | null;
      readonly first?: string | null;
    }
  /** The people of the school, narrowed and sorted; one of them beside the list. */
  | { readonly at: 'people'; readonly shown?: Query; readonly person?: string | null }
  | { readonly at: 'office-classes'; readonly find?: string | null; readonly from?: number }
  | { readonly at: 'office-class'; readonly class: ClassId | string }
  | { readonly at: 'office-log'; readonly before?: number | null }
  | { readonly at: 'roster'; readonly roster: string }
  /** Where a slip is used; its code stands behind the sign that no server is sent. */
  | { readonly at: 'slip'; readonly code?: string }
  | { readonly at: 'receipt'; readonly handIn: HandInId | string }
  | { readonly at: 'own-document'; readonly document: DocumentId | string }
  | { readonly at: 'print'; readonly document: DocumentId | string };

/** A sign and what is said behind it; nothing where nothing is said. */
function said(sign: '?' | '#', query: Query): string {
  const words = new URLSearchParams();
  for (const [name, value] of Object.entries(query)) if (value !== null && value !== undefined) words.set(name, value);
  return words.size === 0 ? '' : `${sign}${words}`;
}

/**
 * The address of a place within the school, from its root.
 *
 * @example addressOf({ at: 'desk', assignment: 'salt', sheet: 'feedback' }) // '/desk/salt#sheet=feedback'
 */
export function addressOf(place: Place): string {
  switch (place.at) {
    case 'guide':
      return `/help#guide-${place.guide}`;
    case 'unfolded':
      return `/today${said('?', { open: place.open.length > 0 ? place.open.join(' ') : null })}`;
    case 'chosen-work':
      return `/work${said('?', place.chosen)}`;
    case 'class':
      return `/classes/${place.class}${said('?', { order: place.order, show: place.show, unit: place.unit })}`;
    case 'messages':
      return `/messages${said('?', { with: place.with, talk: place.talk })}`;
    case 'floor':
      return `/classes/${place.class}/floor${said('?', { about: place.about })}`;
    case 'material':
      return `/classes/${place.class}/materials/${place.material}`;
    case 'desk':
      return `/desk/${place.assignment}${said('#', { step: place.step, sheet: place.sheet, piece: place.piece })}`;
    case 'compare':
      return `/desk/${place.assignment}/compare${said('?', { from: place.from, to: place.to })}`;
    case 'marking':
      return `/marking/${place.assignment}${said('?', { student: place.student })}`;
    case 'answers':
      return `/answers/${place.step}`;
    case 'discussion':
      return `/discussions/${place.step}`;
    case 'set':
      return `/set/${place.draft}`;
    case 'printed-work':
      return `/set/${place.draft}/print`;
    case 'course':
      return `/classes/${place.class}/course${said('?', { from: place.from, unit: place.unit, first: place.first })}`;
    case 'people':
      return `/office/people${said('?', { ...place.shown, person: place.person })}`;
    case 'office-classes':
      return `/office/classes${said('?', { find: place.find, from: place.from ? String(place.from) : null })}`;
    case 'office-class':
      return `/office/classes/${place.class}`;
    case 'office-log':
      return `/office/log${said('?', { before: place.before ? String(place.before) : null })}`;
    case 'roster':
      return `/office/rosters/${place.roster}`;
    case 'slip':
      return place.code === undefined ? '/slip' : `/slip#${place.code}`;
    case 'receipt':
      return `/receipts/${place.handIn}`;
    case 'own-document':
      return `/shelf/${place.document}`;
    case 'print':
      return `/print/${place.document}`;
    default:
      return SCREENS[place.at];
  }
}
