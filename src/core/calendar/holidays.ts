/** Days on which no lesson is held. */
export interface Holiday {
  readonly title: string;
  /** The first day and the last, as a calendar of the school's zone has them: `2027-12-20`. */
  readonly from: string;
  readonly to: string;
}

/** The holiday that a day belongs to; nothing for a day of school. Days are written so that they compare as texts. */
export const holidayOn = (day: string, holidays: readonly Holiday[]): Holiday | undefined =>
  holidays.find(({ from, to }) => day >= from && day <= to);

/** How many days of holiday there are together, those that two have in common counted twice. */
export const daysOff = (holidays: readonly Holiday[]): number =>
  holidays.reduce((sum, { from, to }) => sum + Math.max(0, Date.parse(to) - Date.parse(from)) / 86_400_000 + 1, 0);
