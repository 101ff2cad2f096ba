import { addressOf, type Place } from './places';

describe('the address of a place', () => {
  const table: readonly (readonly [Place, string])[] = [
    [{ at: 'today' }, '/today'],
    [{ at: 'timetable' }, '/classes#timetable'],
    [{ at: 'guide', guide: 'writing' }, '/help#guide-writing'],
    [{ at: 'chosen-work', chosen: {} }, '/work'],
    [{ at: 'chosen-work', chosen: { sort: 'title', week: '-1', class: null } }, '/work?sort=title&week=-1'],
    [{ at: 'class', class: 'sky' }, '/classes/sky'],
    [
      { at: 'class', class: 'sky', order: 'newest', show: 'announcements' },
      '/classes/sky?order=newest&show=announcements',
    ],
    [{ at: 'material', class: 'sky', material: 'kites' }, '/classes/sky/materials/kites'],
    [{ at: 'desk', assignment: 'salt' }, '/desk/salt'],
    [{ at: 'desk', assignment: 'salt', sheet: 'pieces', piece: 'p 1' }, '/desk/salt#sheet=pieces&piece=p+1'],
    [{ at: 'compare', assignment: 'salt', from: '1001', to: 'now' }, '/desk/salt/compare?from=1001&to=now'],
    [{ at: 'marking', assignment: 'salt', student: null }, '/marking/salt'],
    [{ at: 'marking', assignment: 'salt', student: 's-wren' }, '/marking/salt?student=s-wren'],
    [{ at: 'receipt', handIn: 'h1' }, '/receipts/h1'],
    [{ at: 'own-document', document: 'd1' }, '/shelf/d1'],
    [{ at: 'print', document: 'd1' }, '/print/d1'],
  ];
  test.each(table)('%j is %s', (place, address) => {
    expect(addressOf(place)).toBe(address);
  });
});
