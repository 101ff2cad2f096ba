import { Temporal } from 'temporal-polyfill';
import type { Locale } from '@/i18n/locales';
import { rendered, words } from '../rendered';
import { type Times, useTimes } from './times';

const ZONE = 'Europe/Lisbon';
const at = (text: string): number => Temporal.ZonedDateTime.from(`${text}[${ZONE}]`).epochMilliseconds;
const NOW = at('2027-03-09T10:42');

function Probe({ say }: { say: (times: Times) => string }) {
  return say(useTimes(ZONE));
}

const said = (say: (times: Times) => string, locale: Locale = 'en') => words(rendered(<Probe say={say} />, locale));

describe('moments in words', () => {
  test.each([
    ['2027-03-09T15:00', 'today 15:00'],
    ['2027-03-10T09:05', 'tomorrow 9:05'],
    ['2027-03-08T00:00', 'yesterday 0:00'],
    ['2027-03-12T18:00', 'Friday 18:00'],
    ['2027-03-16T12:00', 'Tue 16 March 12:00'],
    ['2027-03-05T12:00', 'Fri 5 March 12:00'],
  ])('%s is "%s"', (moment, expected) => {
    expect(said((times) => times.moment(at(moment), NOW))).toBe(expected);
  });

  test('the clock is the school’s, before and after the change to summer time', () => {
    const eve = at('2027-03-27T23:30');
    expect(said((times) => times.moment(at('2027-03-28T15:00'), eve))).toBe('tomorrow 15:00');
    expect(said((times) => times.clock(Temporal.Instant.from('2027-03-28T14:00Z').epochMilliseconds))).toBe('15:00');
    expect(said((times) => times.clock(Temporal.Instant.from('2027-03-27T14:00Z').epochMilliseconds))).toBe('14:00');
  });

  test('a receipt’s time goes to the second', () => {
    expect(said((times) => times.exact(at('2027-03-09T10:42:07')))).toMatch(/^Tuesday,? 9 March 2027.* 10:42:07$/);
  });

  test.each([
    ['2027-03-09T10:30', '12 min'],
    ['2027-03-09T08:30', '2 h'],
    ['2027-03-08T09:00', 'yesterday'],
  ])('%s was %s ago', (moment, expected) => {
    expect(said((times) => times.ago(at(moment), NOW))).toBe(expected);
  });

  test('in Arabic the words and the order are Arabic', () => {
    expect(said((times) => times.moment(at('2027-03-10T15:00'), NOW), 'ar')).toBe('غدًا 15:00');
    expect(said((times) => times.length(130), 'ar')).toBe('2 س 10 د');
  });
});

describe('lengths in words', () => {
  test.each([
    [0, '0 min'],
    [45, '45 min'],
    [89, '89 min'],
    [90, '1 h 30 min'],
    [120, '2 h'],
  ])('%i minutes of work: %s', (minutes, expected) => {
    expect(said((times) => times.length(minutes))).toBe(expected);
  });

  test.each([
    [1, '1 min'],
    [59 * 60_000, '59 min'],
    [61 * 60_000, '1 h 1 min'],
    [25 * 3_600_000, '1 day 1 h'],
    [49 * 3_600_000, '2 days 1 h'],
  ])('late by %i ms: %s', (ms, expected) => {
    expect(said((times) => times.late(ms))).toBe(expected);
  });
});
