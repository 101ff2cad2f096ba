import { deviceProblem } from './device-problem';

// The names are those of Media Capture and Streams (W3C), 10.4, and of the storage of a browser.
test.each([
  ['NotAllowedError', 'refused'],
  ['SecurityError', 'refused'],
  ['NotFoundError', 'missing'],
  ['OverconstrainedError', 'missing'],
  ['NotReadableError', 'in-use'],
  ['AbortError', 'in-use'],
  ['QuotaExceededError', 'storage'],
  ['TypeError', 'broke'],
])('%s is %s', (name, problem) => expect(deviceProblem(new DOMException('no', name))).toBe(problem));

test('what is no error of a browser is broken, too', () => {
  expect([deviceProblem(null), deviceProblem('no'), deviceProblem({})]).toEqual(['broke', 'broke', 'broke']);
});
