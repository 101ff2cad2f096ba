import type en from '@messages/en';

/** The parts of the catalogue. */
export type Area = keyof typeof en;

/** What stands around every screen, and what any of them may need. */
export const EVERYWHERE = ['device', 'find', 'frame', 'guide', 'help', 'lost', 'reading', 'time'] as const;

/** The parts of the catalogue that each screen needs in the browser besides those. A test follows its imports. */
export const SCREEN_WORDS = {
  '(frame)/asides': ['aside'],
  '(frame)/classes': ['join'],
  '(frame)/classes/[class]': ['class'],
  '(frame)/classes/[class]/materials/[material]': ['aloud', 'material'],
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
    'pieces',
    'receipt',
    'remarks',
    'rubric',
    'safety',
    'state',
    'writing',
  ],
  '(frame)/desk/[assignment]/compare': ['compare'],
  '(frame)/help': ['material'],
  '(frame)/marking/[assignment]': [
    'aloud',
    'aside',
    'class-tools',
    'compare',
    'feedback',
    'foreign',
    'marking',
    'material',
    'pieces',
    'remarks',
    'sound',
    'spread',
    'state',
    'writing',
  ],
  '(frame)/password': ['password', 'sign-in'],
  '(frame)/print/[document]': ['foreign', 'writing'],
  '(frame)/receipts': ['receipt'],
  '(frame)/receipts/[handIn]': ['check', 'receipt'],
  '(frame)/shelf': ['shelf', 'state'],
  '(frame)/shelf/[document]': ['safety', 'shelf', 'writing'],
  '(frame)/today': ['today'],
  '(frame)/whats-new': ['news'],
  '(frame)/work': ['class', 'work'],
  check: ['check-receipt'],
  'sign-in': ['sign-in'],
} as const satisfies Readonly<Record<string, readonly Area[]>>;

export type ScreenName = keyof typeof SCREEN_WORDS;
