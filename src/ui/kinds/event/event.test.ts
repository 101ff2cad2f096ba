import { EVENT_NAMES, newsTo } from '@/core/kinds/event';
import { EVENT_LINES } from '.';

test('what is news to anybody has a sentence on What’s new and Today, and nothing else has', () => {
  const told = new Set([...newsTo('student'), ...newsTo('class'), ...newsTo('teachers')]);
  const said = EVENT_NAMES.filter((name) => EVENT_LINES[name] !== null);
  expect(said).toEqual(EVENT_NAMES.filter((name) => told.has(name)));
});
