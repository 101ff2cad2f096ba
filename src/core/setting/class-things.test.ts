import {
  announcementUnmet,
  classUnmet,
  type MaterialDraft,
  materialUnmet,
  TEXT_ALONE,
  unitUnmet,
} from './class-things';

const KNOWN = { units: new Set(['unit']), materials: new Set(['map']) };
const MATERIAL: MaterialDraft = {
  title: 'A map',
  unit: 'unit',
  ...TEXT_ALONE,
  kind: 'pdf',
  body: { type: 'doc', content: [{ type: 'paragraph' }] },
  minutes: 3,
  file: { sha256: 'f', name: 'map.pdf' },
  listed: true,
};
const codes = (unmet: readonly { readonly part: string; readonly code: string }[]) =>
  unmet.map(({ part, code }) => `${part} ${code}`);

test.each([
  [{}, []],
  [{ title: '' }, ['title no-title']],
  [{ unit: 'elsewhere' }, ['unit unknown-unit']],
  [{ file: null }, ['file no-file']],
  [{ kind: 'text' as const }, ['file no-file']],
  [{ kind: 'text' as const, file: null }, []],
  [{ kind: 'link' as const, file: null, address: 'https://example.org/' }, []],
  [{ kind: 'link' as const, file: null, address: 'javascript:alert(1)' }, ['address no-address']],
  [{ opensAt: 2, closesAt: 1 }, ['times closes-before-opens']],
  [{ minutes: -1 }, ['minutes no-number']],
  [{ body: { type: 'doc' as const, content: [{ type: 'script' } as never] } }, ['body too-much']],
])('a material with %j', (more, expected) => {
  expect(codes(materialUnmet({ ...MATERIAL, ...more }, KNOWN))).toEqual(expected);
});

test.each([
  [{}, []],
  [{ title: ' ' }, ['title no-title']],
  [{ body: 'a'.repeat(10_001) }, ['body too-long']],
  [{ attachments: ['elsewhere'] }, ['attachments unknown-material']],
  [{ attachments: ['map', 'map'] }, ['attachments same-id']],
])('an announcement with %j', (more, expected) => {
  const draft = { title: 'Low water', body: 'Boots, please.', unit: null, attachments: ['map'] };
  expect(codes(announcementUnmet({ ...draft, ...more }, KNOWN))).toEqual(expected);
});

test('a unit has a name and ends after it has begun; a class has a name, a language and a weave that is drawn', () => {
  expect(codes(unitUnmet({ title: 'Clouds', startsAt: 1, endsAt: 2 }))).toEqual([]);
  expect(codes(unitUnmet({ title: '', startsAt: 2, endsAt: 1 }))).toEqual([
    'title no-title',
    'times closes-before-opens',
  ]);
  const school = { name: 'Weather', weave: 'waves', room: '6', locale: 'en', endedAt: null };
  expect(codes(classUnmet(school))).toEqual([]);
  expect(codes(classUnmet({ ...school, name: '', weave: 'tartan', locale: '?' }))).toEqual([
    'name no-title',
    'name no-word',
    'weave no-weave',
  ]);
});
