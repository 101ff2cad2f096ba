import type en from '@messages/en';

/** The parts of the catalogue. */
export type Area = keyof typeof en;

/** What stands around every screen, and what any of them may need. */
export const EVERYWHERE = ['frame', 'keeper', 'lost', 'time'] as const;

/** What opens over any screen: its words are fetched when it does (`messages/<language>/later.ts`). */
export const LATER = ['find', 'guide', 'help', 'reading', 'told'] as const;

/** The parts of the catalogue that each screen needs in the browser besides those. A test follows its imports. */
export const SCREEN_WORDS = {
  '(frame)/answers/[step]': ['answers', 'questions', 'remarks', 'rubric'],
  '(frame)/asides': ['aside'],
  '(frame)/classes': ['join'],
  '(frame)/classes/[class]': ['class', 'giving', 'moments', 'setting', 'telling'],
  '(frame)/classes/[class]/course': ['course'],
  '(frame)/classes/[class]/materials/[material]': ['aloud', 'giving', 'material', 'meaning', 'moments', 'reading'],
  '(frame)/desk/[assignment]': [
    'aloud',
    'aside',
    'bar',
    'brief',
    'check',
    'compare',
    'countdown',
    'desk',
    'feedback',
    'hand-in',
    'material',
    'meaning',
    'pieces',
    'questions',
    'reading',
    'receipt',
    'remarks',
    'rubric',
    'safety',
    'state',
    'writing',
  ],
  '(frame)/desk/[assignment]/compare': ['compare'],
  '(frame)/help': ['device', 'material'],
  '(frame)/marking/[assignment]': [
    'aloud',
    'answers',
    'aside',
    'class-tools',
    'compare',
    'feedback',
    'foreign',
    'marking',
    'material',
    'meaning',
    'pieces',
    'reading',
    'remarks',
    'setting',
    'sound',
    'spread',
    'state',
    'writing',
  ],
  '(frame)/password': ['password', 'sign-in'],
  '(frame)/print/[document]': ['foreign', 'meaning', 'writing'],
  '(frame)/receipts': ['receipt'],
  '(frame)/receipts/[handIn]': ['check', 'receipt'],
  '(frame)/set/[draft]': [
    'aloud',
    'check',
    'compare',
    'desk',
    'giving',
    'material',
    'moments',
    'pieces',
    'questions',
    'reading',
    'rubric',
    'safety',
    'set',
    'state',
    'writing',
  ],
  '(frame)/set/[draft]/print': ['set'],
  '(frame)/shelf': ['shelf', 'state'],
  '(frame)/shelf/[document]': ['meaning', 'safety', 'shelf', 'writing'],
  '(frame)/today': ['not-today', 'setting'],
  '(frame)/whats-new': ['news'],
  '(frame)/work': ['class', 'work'],
  check: ['check-receipt'],
  'sign-in': ['sign-in'],
} as const satisfies Readonly<Record<string, readonly Area[]>>;

export type ScreenName = keyof typeof SCREEN_WORDS;
