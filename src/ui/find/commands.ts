/** What Find can do beside finding places: the words of each are in the catalogue. */
export const COMMANDS = [
  { key: 'today', href: '/today' },
  { key: 'work', href: '/work' },
  { key: 'classes', href: '/classes' },
  { key: 'shelf', href: '/shelf' },
  { key: 'news', href: '/whats-new' },
  { key: 'help', href: '/help' },
  { key: 'join', href: '/classes' },
  { key: 'timetable', href: '/classes#timetable' },
  { key: 'dark', scheme: 'dark' },
  { key: 'light', scheme: 'light' },
  { key: 'sign-out', act: 'sign-out' },
] as const;

export type Command = (typeof COMMANDS)[number];
