/** What Find can do beside finding places: the words of each are in the catalogue. */
export const COMMANDS = [
  { key: 'today', to: { at: 'today' } },
  { key: 'work', to: { at: 'work' } },
  { key: 'classes', to: { at: 'classes' } },
  { key: 'shelf', to: { at: 'shelf' } },
  { key: 'news', to: { at: 'news' } },
  { key: 'help', to: { at: 'help' } },
  { key: 'join', to: { at: 'classes' } },
  { key: 'timetable', to: { at: 'timetable' } },
  { key: 'dark', scheme: 'dark' },
  { key: 'light', scheme: 'light' },
  { key: 'sign-out', act: 'sign-out' },
] as const;

export type Command = (typeof COMMANDS)[number];
