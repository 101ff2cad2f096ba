import { doNext, folds, minutesBefore, type Workable } from './do-next';

const HOUR = 3_600_000;
const NOW = 1_000 * HOUR;

const item = (
  id: string,
  state: Workable['state'],
  due: number | null,
  minutes = 30,
  closes: number | null = null,
): Workable => ({
  id,
  state,
  dueAt: due === null ? null : NOW + due * HOUR,
  closesAt: closes === null ? null : NOW + closes * HOUR,
  minutes,
});

describe('what to do next', () => {
  test('soonest due comes first, without a due time last', () => {
    const order = doNext(
      [item('c', 'not-started', null), item('b', 'not-started', 60), item('a', 'not-started', 50)],
      NOW,
    );
    expect(order.map((one) => one.item.id)).toEqual(['a', 'b', 'c']);
    expect(order.map((one) => one.reason.code)).toEqual(['next-due', 'next-due', 'no-due']);
  });

  test('long work comes up before short work that is due a little earlier', () => {
    const [first] = doNext([item('short', 'not-started', 72, 10), item('long', 'not-started', 76, 90)], NOW);
    expect(first).toMatchObject({ item: { id: 'long' }, reason: { code: 'long', minutes: 90 } });
  });

  test('what is begun is finished before something new that is due at the same time', () => {
    const order = doNext([item('new', 'not-started', 60), item('begun', 'under-way', 60)], NOW);
    expect(order[0]).toMatchObject({ item: { id: 'begun' }, reason: { code: 'begun' } });
  });

  test('what closes for good today is named as that, even when it is overdue', () => {
    const order = doNext([item('soon', 'not-started', 5), item('last-chance', 'overdue', -20, 30, 3)], NOW);
    expect(order[0]).toMatchObject({ item: { id: 'last-chance' }, reason: { code: 'closes-for-good' } });
    expect(order[1]).toMatchObject({ reason: { code: 'due-soon' } });
  });

  test('overdue work that stays open has a list of its own; what is done or closed is not proposed', () => {
    const items = [
      item('late', 'overdue', -20),
      item('in', 'handed-in', 5),
      item('back', 'handed-back', -50),
      item('shut', 'closed', -50),
      item('later', 'opens-later', 90),
      item('again', 'another-go', -50),
    ];
    expect(doNext(items, NOW).map((one) => one.item.id)).toEqual(['again']);
    const { overdue, later, done, closed } = folds(items, NOW);
    expect(overdue.map(({ id }) => id)).toEqual(['late']);
    expect(later.map(({ id }) => id)).toEqual(['later']);
    expect(done.map(({ id }) => id)).toEqual(['in', 'back']);
    expect(closed.map(({ id }) => id)).toEqual(['shut']);
  });

  test('what other work waits for comes up in time for that work, and says so', () => {
    const gate: Workable = {
      ...item('gate', 'not-started', 200, 10),
      unlocks: [{ title: 'The launch', dueAt: NOW + 60 * HOUR, minutes: 60 }],
    };
    const [first] = doNext([item('other', 'not-started', 70, 20), gate], NOW);
    expect(first).toMatchObject({ item: { id: 'gate' }, reason: { code: 'unlocks', title: 'The launch' } });
  });

  test('what is put off is not proposed before its time, and has a list of its own', () => {
    const off = { ...item('off', 'not-started', 5), putOffUntil: NOW + HOUR };
    const due = { ...item('late', 'overdue', -5), putOffUntil: NOW + HOUR };
    expect(doNext([off, item('next', 'not-started', 50)], NOW).map((one) => one.item.id)).toEqual(['next']);
    expect(doNext([off], NOW + 2 * HOUR).map((one) => one.item.id)).toEqual(['off']);
    const { putOff, overdue } = folds([off, due], NOW);
    expect([putOff.map(({ id }) => id), overdue]).toEqual([['late', 'off'], []]);
  });

  test('the work before a day counts what is open and due by then, overdue work included', () => {
    const items = [
      item('a', 'overdue', -5, 25),
      item('b', 'not-started', 20, 45),
      item('c', 'handed-in', 10, 60),
      item('d', 'not-started', 80, 15),
    ];
    expect(minutesBefore(items, NOW + 72 * HOUR)).toBe(70);
  });
});
