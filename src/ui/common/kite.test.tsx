import { STATES } from '@/core/work/standing';
import { rendered } from '../rendered';
import { Kite } from './kite';

describe('the kite glyph', () => {
  test('has another shape for each of the nine states', () => {
    const shapes = STATES.map((state) => rendered(<Kite state={state} />).replace(/<style.*<\/style>/s, ''));
    expect(new Set(shapes).size).toBe(STATES.length);
  });

  test.each([
    ['handed-in', 'handed in'],
    ['another-go', 'another go'],
    ['opens-later', 'opens later'],
  ] as const)('%s carries its word where none stands beside it', (state, word) => {
    expect(rendered(<Kite state={state} labelled />)).toContain(`role="img" aria-label="${word}"`);
    expect(rendered(<Kite state={state} />)).toContain('aria-hidden="true"');
  });

  test('the word is in the language of the interface', () => {
    expect(rendered(<Kite state="handed-in" labelled />, 'ar')).toContain('aria-label="سُلّم"');
  });
});
