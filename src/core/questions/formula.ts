import { create, type MathNode, parseDependencies } from 'mathjs/number';

/** Are two numbers the same but for what reckoning in binary leaves over: a share of 10^-12, or 10^-15 near zero? */
const isNear = (a: number, b: number): boolean =>
  Math.abs(a - b) <= Math.max(1e-12 * Math.max(Math.abs(a), Math.abs(b)), 1e-15);

/**
 * A whole number below or above another, which a number that is whole but for what binary leaves over is by itself: (0.7 + 0.1) * 10
 * is 8, and nothing below it is its floor. A number so large that both lie as near is as it stands, as the package mathjs has it.
 */
function toWhole(n: number, way: (n: number) => number): number {
  const [nearest, other] = [Math.round(n), way(n)];
  return isNear(n, nearest) && !isNear(n, other) ? nearest : other;
}

/** What can be reckoned in a formula besides the four operations and powers. */
const FUNCTIONS: Readonly<Record<string, (...of: number[]) => number>> = {
  abs: Math.abs,
  ceil: (n) => toWhole(n, Math.ceil),
  cos: Math.cos,
  exp: Math.exp,
  floor: (n) => toWhole(n, Math.floor),
  ln: Math.log,
  log: Math.log10,
  max: Math.max,
  min: Math.min,
  round: (n, places = 0) => Math.round(n * 10 ** places) / 10 ** places,
  sin: Math.sin,
  sqrt: Math.sqrt,
  tan: Math.tan,
};
const CONSTANTS: Readonly<Record<string, number>> = { pi: Math.PI, e: Math.E };

const OPERATIONS: Readonly<Record<string, (a: number, b: number) => number>> = {
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  pow: (a, b) => a ** b,
  mod: (a, b) => a - b * Math.floor(a / b),
  unaryMinus: (a) => -a,
  unaryPlus: (a) => a,
};

/** The reader alone: nothing of what it could evaluate is made. */
const { parse } = create({ ...parseDependencies });

/** Numbers by their names. */
export type Drawn = Readonly<Record<string, number>>;

/** A formula that was understood: what it is worth, and the names in it. */
export interface Formula {
  readonly names: ReadonlySet<string>;
  /** Its value; no finite number where it divides by nothing, or a name is missing. */
  readonly of: (drawn: Drawn) => number;
}

/** Longer ones, and deeper ones, nobody writes. */
const LONGEST = 300;
const DEEPEST = 40;

type Worth = (drawn: Drawn) => number;

function understood(node: MathNode, names: Set<string>, depth: number): Worth {
  const fail = (): never => {
    throw new SyntaxError('this is nothing that can be reckoned');
  };
  if (depth > DEEPEST) return fail();
  const is = node as unknown as {
    readonly type: string;
    readonly value: unknown;
    readonly name: string;
    readonly content: MathNode;
    readonly fn: string | { readonly name: string };
    readonly args: readonly MathNode[];
  };
  const inner = (one: MathNode) => understood(one, names, depth + 1);
  switch (is.type) {
    case 'ConstantNode': {
      const { value } = is;
      return typeof value === 'number' ? () => value : fail();
    }
    case 'SymbolNode': {
      const { name } = is;
      const constant = Object.hasOwn(CONSTANTS, name) ? CONSTANTS[name] : undefined;
      if (constant === undefined) names.add(name);
      return (drawn) => (Object.hasOwn(drawn, name) ? (drawn[name] as number) : (constant ?? Number.NaN));
    }
    case 'ParenthesisNode':
      return inner(is.content);
    case 'OperatorNode': {
      const operation = OPERATIONS[String(is.fn)];
      const [a, b] = is.args.map(inner);
      if (!operation || !a) return fail();
      return (drawn) => operation(a(drawn), b ? b(drawn) : 0);
    }
    case 'FunctionNode': {
      const name = typeof is.fn === 'string' ? is.fn : is.fn.name;
      if (!Object.hasOwn(FUNCTIONS, name)) return fail();
      const call = FUNCTIONS[name] as (...of: number[]) => number;
      const args = is.args.map(inner);
      return (drawn) => call(...args.map((arg) => arg(drawn)));
    }
    default:
      return fail();
  }
}

const known = new Map<string, Formula | null>();

/**
 * Understands a formula of numbers and names: `2 * a + sqrt(b)`. It is read by a library and reckoned by the operations above;
 * nothing of it is ever run as code.
 *
 * @returns `null` for what is no formula
 */
export function formula(text: string): Formula | null {
  const before = known.get(text);
  if (before !== undefined) return before;
  if (known.size > 5000) known.clear();
  let found: Formula | null = null;
  if (text.length <= LONGEST && text.trim() !== '') {
    try {
      const names = new Set<string>();
      const worth = understood(parse(text), names, 0);
      found = { names, of: worth };
    } catch {
      found = null;
    }
  }
  known.set(text, found);
  return found;
}
