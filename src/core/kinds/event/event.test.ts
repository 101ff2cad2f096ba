import type { HandInId, Instant, StepId } from '../../ids';
import { addressOf } from '../../places';
import { EVENT_NAMES, FACT_NAMES, factOf, leadsTo, newsTo, OWN_NEWS } from '.';

const about = {
  kind: 'posted',
  class: 'sky',
  assignment: 'salt',
  material: null,
  announcement: null,
  student: null,
} as const;

describe('the kinds of event', () => {
  test('a fact keeps what the state is folded from, and what changes no state is none', () => {
    const data = { step: 'one' as StepId, handIn: 'h' as HandInId, anotherGo: true };
    const made = EVENT_NAMES.map((name) => factOf(name, 5 as Instant, data));
    expect(made.flatMap((fact) => fact?.kind ?? [])).toEqual([...FACT_NAMES]);
    expect(factOf('handed-in', 5, { handIn: 'h' as HandInId, counts: 3 })).toEqual({
      kind: 'handed-in',
      at: 5,
      handIn: 'h',
      counts: 3,
    });
    expect(factOf('posted', 5, {})).toBeNull();
    expect(() => factOf('step-done', 5, {})).toThrow('without its step');
  });

  test('each is news to whom it concerns, and to whoever did it only where it follows from their act', () => {
    expect(newsTo('student')).toEqual([
      'unlocked',
      'handed-back',
      'aside-written',
      'answered',
      'replied',
      'paused',
      'unpaused',
      'amended',
      'extra-time',
      'excused',
      'asked-again',
    ]);
    expect(newsTo('teachers')).toEqual(['handed-in', 'taken-back', 'aside-written', 'asked', 'remark-answered']);
    expect(newsTo('class')).toEqual(['posted', 'told-floor', 'opens']);
    expect(OWN_NEWS).toEqual(['unlocked']);
  });

  test.each([
    [{}, false, '/desk/salt'],
    [{ kind: 'handed-back' }, false, '/desk/salt#sheet=feedback'],
    [{ kind: 'amended' }, false, '/desk/salt#sheet=feedback'],
    [{ kind: 'aside-written' }, false, '/desk/salt#sheet=aside'],
    [{ kind: 'extra-time' }, false, '/desk/salt#sheet=brief'],
    [{ kind: 'handed-in', student: 's-wren' }, true, '/marking/salt?student=s-wren'],
    [{}, true, '/marking/salt'],
    [{ assignment: null, material: 'kites' }, false, '/classes/sky/materials/kites'],
    [{ assignment: null, announcement: 'a1' }, true, '/classes/sky?order=newest&show=announcements'],
    [{ assignment: null }, false, '/classes/sky'],
    [{ kind: 'replied' }, false, '/desk/salt'],
    [{ kind: 'answered' }, false, '/desk/salt#sheet=floor'],
    [{ kind: 'answered', assignment: null }, false, '/classes/sky/floor'],
    [{ kind: 'asked', student: 's-wren' }, true, '/classes/sky/floor?about=salt'],
  ] as const)('%j, to a teacher: %s, leads to %s', (more, asTeacher, address) => {
    expect(addressOf(leadsTo({ ...about, ...more }, asTeacher))).toBe(address);
  });
});
