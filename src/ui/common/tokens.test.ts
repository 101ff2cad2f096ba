import { readFileSync } from 'node:fs';
import { wcagContrast } from 'culori';
import { GLOW_ON_PAPER, INK_ON_PAPER } from '@/core/text/tones';
import { GLOW_TONES, INK_TONES, schemeVariables, TOKENS, WEAVE_HUES } from './tokens';

test('the style sheet has the colours of the tokens, and no others', () => {
  const css = readFileSync('src/ui/common/tokens.css', 'utf8');
  for (const scheme of ['light', 'dark'] as const) {
    const block = css.split(`[data-mantine-color-scheme="${scheme}"] {`)[1]?.split('}')[0] ?? '';
    const stated = [...block.matchAll(/(--[\w-]+): ([^;]+);/g)].map(([, name, value]) => [name, value]);
    expect(Object.fromEntries(stated)).toEqual(schemeVariables(scheme));
  }
});

test('on paper the palette is that of the light scheme', () => {
  expect(Object.entries(INK_TONES).map(([name, tone]) => [name, tone.light.slice(1)])).toEqual(
    Object.entries(INK_ON_PAPER),
  );
  expect(Object.entries(GLOW_TONES).map(([name, tone]) => [name, tone.light.slice(1)])).toEqual(
    Object.entries(GLOW_ON_PAPER),
  );
});

// WCAG 2.2, relative luminance and contrast ratio (the formula of its glossary), as `culori` has it.
describe('contrast', () => {
  // Published values: #767676 on white just passes 4.5 to 1, #777777 just fails.
  test.each([
    ['#767676', 4.54],
    ['#777777', 4.48],
    ['#000000', 21],
  ])('%s on white is %d to 1', (colour, ratio) => {
    expect(wcagContrast(colour, '#ffffff')).toBeCloseTo(ratio, 2);
  });

  describe.each(['light', 'dark'] as const)('%s', (scheme) => {
    const token = TOKENS[scheme];
    const grounds = [token.sky, token['sky-deep'], token.sheet];

    test.each(['ink', 'ink-soft', 'thread', 'moss', 'amber', 'plum'] as const)(
      '%s can be read on every ground',
      (name) => {
        for (const ground of grounds) expect(wcagContrast(token[name], ground)).toBeGreaterThanOrEqual(4.5);
      },
    );

    test('the words on a button can be read, and the word that is being spoken', () => {
      expect(wcagContrast(token.ink, token.spoken)).toBeGreaterThanOrEqual(4.5);
      expect(wcagContrast(token['on-button'], token.button)).toBeGreaterThanOrEqual(4.5);
      expect(wcagContrast(token['ink-soft'], token['line-soft'])).toBeGreaterThanOrEqual(4.5);
    });

    test('words in any colour of the palette can be read on the sheet and on any colour behind them', () => {
      const glows = Object.values(GLOW_TONES).map((tone) => tone[scheme]);
      for (const ground of [token.sheet, ...glows]) {
        expect(wcagContrast(token.ink, ground)).toBeGreaterThanOrEqual(4.5);
        for (const ink of Object.values(INK_TONES)) {
          expect([ink, ground, wcagContrast(ink[scheme], ground) >= 4.5]).toEqual([ink, ground, true]);
        }
      }
    });

    test('edges of fields and every weave stand out 3 to 1', () => {
      for (const ground of grounds) {
        expect(wcagContrast(token.edge, ground)).toBeGreaterThanOrEqual(3);
        for (const hue of Object.values(WEAVE_HUES)) {
          expect(wcagContrast(hue[scheme], ground)).toBeGreaterThanOrEqual(3);
        }
      }
    });
  });
});
