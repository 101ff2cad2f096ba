import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parse } from 'acorn';

/**
 * A script of the built application with its modules in brackets. A browser compiles a function in brackets while the script comes,
 * beside the page; any other, and so each module as the build writes them, when it is called, while the page stands still. What
 * is no list of modules stays as it is.
 *
 * @param {string} script
 * @returns {string}
 */
export function eagerModules(script) {
  const { body } = parse(script, { ecmaVersion: 'latest' });
  const call = body[0]?.type === 'ExpressionStatement' ? body[0].expression : null;
  if (call?.type !== 'CallExpression' || call.callee.property?.name !== 'push') return script;
  const [list] = call.arguments;
  if (list?.type !== 'ArrayExpression') return script;
  let made = '';
  let from = 0;
  for (const { type, start, end } of list.elements.filter(Boolean)) {
    if (type !== 'ArrowFunctionExpression' && type !== 'FunctionExpression') continue;
    if (script[start - 1] === '(') continue;
    made += `${script.slice(from, start)}(${script.slice(start, end)})`;
    from = end;
  }
  return made + script.slice(from);
}

// As a program: with every script that a browser is given.
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const folder = join('.next', 'static', 'chunks');
  for (const name of readdirSync(folder)) {
    if (!name.endsWith('.js')) continue;
    const path = join(folder, name);
    const script = readFileSync(path, 'utf8');
    const eager = eagerModules(script);
    if (eager !== script) writeFileSync(path, eager);
  }
}
