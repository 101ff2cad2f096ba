import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ChildNode, type Declaration, parse, type Rule } from 'postcss';

const ALL_SIDES = /^(padding|margin|inset|border-width|border-color|border-style|scroll-margin|scroll-padding)$/;
const ONE_SIDE = /(^|-)(left|right)(-|$)/;

/** What depends on where something lies on the screen, whichever way its words run. */
const MEANT = new Set([
  // Upright, so its sides are said as they lie on the screen, in either direction.
  'src/ui/desk/stage.module.css .which button span',
  'src/ui/desk/stage.module.css :dir(rtl) .which button span, .both:dir(ltr)[data-shown="beside"] .which button span',
  'src/ui/desk/stage.module.css .both:dir(rtl)[data-shown="beside"] .which button span',
  // It begins where a word lies.
  'src/ui/words/words.module.css .panel',
  // Turned, and the other way where words run to the left.
  'src/ui/today/today.module.css .fold > a::before',
]);

/** The values of a shorthand, one a side. */
const sidesOf = (value: string): string[] => value.match(/(?:[^\s(]+\((?:[^()]|\([^()]*\))*\)|[^\s()]+)/g) ?? [];

const isDeclaration = (node: ChildNode): node is Declaration => node.type === 'decl';

/** Of one rule, what lies on the left or the right however words run. */
function held(rule: Rule): string[] {
  const declared = rule.nodes.filter(isDeclaration);
  return declared.flatMap(({ prop, value }, at) => {
    const wrong =
      ONE_SIDE.test(prop) || (/^(text-align|float|clear)$/.test(prop) && /^(left|right)$/.test(value))
        ? true
        : ALL_SIDES.test(prop) && sidesOf(value).length === 4 && sidesOf(value)[1] !== sidesOf(value)[3];
    const mended = declared.slice(at + 1).some((later) => later.prop === `${prop}-inline`);
    return wrong && !mended ? [`${prop}: ${value}`] : [];
  });
}

test('what is beside words is on their other side where they run to the left', () => {
  const found: string[] = [];
  const meant = new Set<string>();
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.css'));
  for (const file of files)
    parse(readFileSync(join('src', file), 'utf8')).walkRules((rule) => {
      const name = `src/${file} ${rule.selectors.join(', ')}`;
      const sides = held(rule);
      if (sides.length === 0) return;
      if (MEANT.has(name)) meant.add(name);
      else found.push(`${name} { ${sides.join('; ')} }`);
    });
  expect(found).toEqual([]);
  // None that is gone stays on the list.
  expect(meant).toEqual(MEANT);
  expect(files.length).toBeGreaterThan(40);
});
