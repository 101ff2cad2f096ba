import { hasVerb } from './verbs';

// Sentences of our own, judged by hand.
test.each([
  ['The dog ran home.', true],
  ['It climbs when the weather is good.', true],
  ['I like kites.', true],
  ['We must not go.', true],
  ['Such a storm!', false],
  ['Grey clouds over the hill.', false],
  ['Because of the wind.', false],
])('%s has a verb: %s', (sentence, has) => {
  expect(hasVerb(sentence)).toBe(has);
});
