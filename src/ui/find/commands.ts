/** What Find can do beside finding places: the words of each are in the catalogue. Some are for those in classes, some for the office. */
export const COMMANDS = [
  { key: 'today', to: { at: 'today' } },
  { key: 'work', to: { at: 'work' }, of: 'classes' },
  { key: 'classes', to: { at: 'classes' }, of: 'classes' },
  { key: 'shelf', to: { at: 'shelf' }, of: 'classes' },
  { key: 'news', to: { at: 'news' } },
  { key: 'messages', to: { at: 'messages' }, of: 'classes' },
  { key: 'help', to: { at: 'help' } },
  { key: 'join', to: { at: 'classes' }, of: 'classes' },
  { key: 'timetable', to: { at: 'timetable' }, of: 'classes' },
  { key: 'people', to: { at: 'people' }, of: 'office' },
  { key: 'office-classes', to: { at: 'office-classes' }, of: 'office' },
  { key: 'lessons', to: { at: 'lessons' }, of: 'office' },
  { key: 'year', to: { at: 'year' }, of: 'office' },
  { key: 'rosters', to: { at: 'rosters' }, of: 'office' },
  { key: 'office-log', to: { at: 'office-log' }, of: 'office' },
  { key: 'reports', to: { at: 'reports' }, of: 'office' },
  { key: 'dark', scheme: 'dark' },
  { key: 'light', scheme: 'light' },
  { key: 'sign-out', act: 'sign-out' },
] as const;

export type Command = (typeof COMMANDS)[number];

/** Where somebody is at work: in classes, in the office, or in both. */
export interface WhereAtWork {
  readonly classes: boolean;
  readonly office: boolean;
}

/** What Find offers to somebody. */
export const commandsFor = (where: WhereAtWork): readonly Command[] =>
  COMMANDS.filter((command) => !('of' in command) || where[command.of]);
