import { finder } from './find-address';

const find = finder([
  '/api/people/[person]',
  '/api/people/[person]/photo',
  '/api/people/many',
  '/api/people',
  '/api/work/[work]/parts/[part]',
]);

test.each([
  ['/api/people', '/api/people', {}],
  ['/api/people/imke', '/api/people/[person]', { person: 'imke' }],
  ['/api/people/many', '/api/people/many', {}],
  // Somebody may be called as another address is.
  ['/api/people/many/photo', '/api/people/[person]/photo', { person: 'many' }],
  ['/api/work/a%2Fb/parts/%C3%A9', '/api/work/[work]/parts/[part]', { work: 'a/b', part: 'é' }],
  ['/api/people/constructor', '/api/people/[person]', { person: 'constructor' }],
])('%s is %s', (path, address, params) => {
  expect(find(path)).toEqual({ address, params });
});

test.each([
  '/api',
  '/api/work',
  '/api/work/a/parts',
  '/api/people/imke/photo/large',
  '/api/people/%zz',
  '/people',
  '/api/constructor',
  '',
])('nothing is at “%s”', (path) => {
  expect(find(path)).toBeNull();
});
