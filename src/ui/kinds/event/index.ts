import type { EventName } from '@/core/kinds/event';
import type { NewsLine } from '@/server/reading/news/news';

/** The sentences under `news`, by their keys. */
export type NewsSaying =
  | 'unlocked'
  | 'handed-in'
  | 'taken-back'
  | 'another-go'
  | 'handed-back'
  | 'handed-back-graded'
  | 'announced'
  | 'posted-material'
  | 'posted'
  | 'aside-written'
  | 'amended'
  | 'extra-time'
  | 'extra-time-due'
  | 'excused'
  | 'asked-again'
  | 'remark-answered'
  | 'asked'
  | 'asked-class'
  | 'told-floor'
  | 'told-floor-class'
  | 'answered'
  | 'answered-class'
  | 'replied'
  | 'paused'
  | 'unpaused';

/** Which of them says what happened. */
type Saying = (one: NewsLine) => NewsSaying;

/** How each kind of event is told in What's new and on Today; `null` for what is told nowhere. */
export const EVENT_LINES: Readonly<Record<EventName, Saying | null>> = {
  unlocked: () => 'unlocked',
  opened: null,
  edited: null,
  'step-done': null,
  'handed-in': () => 'handed-in',
  'taken-back': () => 'taken-back',
  'handed-back': ({ anotherGo, earned }) =>
    anotherGo ? 'another-go' : earned === null ? 'handed-back' : 'handed-back-graded',
  posted: ({ announcement, material }) => (announcement ? 'announced' : material ? 'posted-material' : 'posted'),
  changed: null,
  'aside-written': () => 'aside-written',
  'aside-changed': null,
  asked: ({ title }) => (title === '' ? 'asked-class' : 'asked'),
  'told-floor': ({ title }) => (title === '' ? 'told-floor-class' : 'told-floor'),
  answered: ({ title }) => (title === '' ? 'answered-class' : 'answered'),
  replied: () => 'replied',
  paused: () => 'paused',
  unpaused: () => 'unpaused',
  amended: () => 'amended',
  attempt: null,
  'class-answered': null,
  'extra-time': ({ dueAt }) => (dueAt === null ? 'extra-time' : 'extra-time-due'),
  excused: () => 'excused',
  'asked-again': () => 'asked-again',
  'remark-answered': () => 'remark-answered',
  opens: () => 'unlocked',
  due: null,
  closes: null,
};

/** The sentence that tells something new, by its key under `news`. */
export function sayingOf(one: NewsLine): NewsSaying {
  const say = EVENT_LINES[one.kind];
  if (say === null) throw new Error(`${one.kind} is no news`);
  return say(one);
}
