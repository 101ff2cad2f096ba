import { STATES } from '@/core/work/standing';
import { rendered } from '../rendered';
import { Kite } from './kite';
import { Shapes } from './shapes';

describe('the kite glyph', () => {
  test('has another shape for each of the nine states', () => {
    const drawn = new Map(
      [...rendered(<Shapes />).matchAll(/<symbol id="kite-([a-z-]+)"[^>]*>(.*?)<\/symbol>/gs)].map(
        ([, state, shape]) => [state, shape],
      ),
    );
    expect([...drawn.keys()]).toEqual([...STATES]);
    expect(new Set(drawn.values()).size).toBe(STATES.length);
    for (const state of STATES) expect(rendered(<Kite state={state} />)).toContain(`href="#kite-${state}"`);
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
