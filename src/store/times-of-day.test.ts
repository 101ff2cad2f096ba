import { z } from 'zod';
import { dayStart, wallTime } from '@/core/calendar/due-words';
import { many } from './database';
import { type TestSchool, testSchool } from './test-school';

// An independent implementation of clocks and their changes: the database's own (`AT TIME ZONE`), by the IANA time zone
// database that it carries, and none of Node's.
let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

/** Zones whose clocks change, in either half of the world, by an hour or by half of one, at midnight, or not at all. */
const ZONES = [
  'Europe/Lisbon',
  'Europe/Berlin',
  'America/New_York',
  'Australia/Lord_Howe',
  'Africa/Cairo',
  'America/Santiago',
  'Asia/Kathmandu',
];
const DAY = 86_400_000;
const WALL = new Map(
  ZONES.map((timeZone) => [
    timeZone,
    new Intl.DateTimeFormat('sv', { timeZone, dateStyle: 'short', timeStyle: 'short' }),
  ]),
);

/** A moment of a day in a zone: noon in Greenwich may be another day there. */
function dayOf(zone: string, day: string): number {
  const noon = Date.parse(`${day}T12:00:00Z`);
  return [noon - DAY, noon, noon + DAY].find((at) => WALL.get(zone)?.format(at).startsWith(day)) as number;
}

const found = z.object({
  zone: z.string(),
  day: z.string(),
  minutes: z.number(),
  at: z.coerce.number(),
  back: z.string(),
});

/** Days on which the clocks of a zone change, with the days beside them. */
const CHANGES = `SELECT DISTINCT z.zone, c.day + beside * interval '1 day' AS day
  FROM unnest($1::text[]) z (zone), generate_series(timestamp '2027-01-02', '2027-12-30', '1 day') c (day),
    generate_series(-1, 1) beside
  WHERE (c.day + interval '1 day') AT TIME ZONE z.zone - c.day AT TIME ZONE z.zone <> interval '1 day'`;

test('every half hour around every change of the clocks is the moment that the database says, where there is that time', async () => {
  const rows = await many(
    school.db,
    found,
    `SELECT d.zone, to_char(d.day, 'YYYY-MM-DD') AS day, m.minutes, extract(epoch FROM w.at) * 1000 AS at,
       to_char(w.at AT TIME ZONE d.zone, 'YYYY-MM-DD HH24:MI') AS back
     FROM (${CHANGES}) d, generate_series(0, 1410, 30) m (minutes),
       LATERAL (SELECT (d.day + m.minutes * interval '1 minute') AT TIME ZONE d.zone AS at) w`,
    [ZONES],
  );
  // Six zones change their clocks twice in that year.
  expect(rows.length).toBe(12 * 3 * 48);
  const clock = (minutes: number) =>
    `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
  let gone = 0;
  for (const { zone, day, minutes, at, back } of rows) {
    const ours = wallTime(dayOf(zone, day), zone, 0, Math.floor(minutes / 60), minutes % 60);
    if (back !== `${day} ${clock(minutes)}`) {
      // A time that there is not: clocks go past it. Ours is within the hour that is left out or right after it.
      gone += 1;
      expect([zone, day, minutes, Math.abs(ours - at) <= 3_600_000]).toEqual([zone, day, minutes, true]);
    } else if (ours !== at) {
      // A time that there is twice: it is one of the two.
      expect([zone, day, minutes, WALL.get(zone)?.format(ours)]).toEqual([
        zone,
        day,
        minutes,
        `${day} ${clock(minutes)}`,
      ]);
    }
  }
  // Five lose two half hours, one a single one.
  expect(gone).toBe(11);
});

test('a day begins when the database says, also where midnight is left out', async () => {
  const rows = await many(
    school.db,
    found.pick({ zone: true, day: true, at: true }),
    `SELECT z.zone, to_char(d.day, 'YYYY-MM-DD') AS day, extract(epoch FROM d.day AT TIME ZONE z.zone) * 1000 AS at
     FROM unnest($1::text[]) z (zone), generate_series(timestamp '2027-01-01', '2027-12-31', '1 day') d (day)`,
    [ZONES],
  );
  for (const { zone, day, at } of rows)
    expect([zone, day, dayStart(at + 6 * 3_600_000, zone)]).toEqual([zone, day, at]);
});
