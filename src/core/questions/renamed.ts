/** Everything that has a name in a value: whatever is said under `id`, in the order in which it comes. */
function namesIn(value: unknown, found: Map<string, string>, newName: (name: string) => string): void {
  if (typeof value !== 'object' || value === null) return;
  const { id } = value as { readonly id?: unknown };
  if (typeof id === 'string' && !found.has(id)) found.set(id, newName(id));
  for (const inner of Object.values(value)) namesIn(inner, found, newName);
}

/**
 * The same with other names, wherever they are spoken of: as ids, as keys, and where something says which is right. What is asked
 * anew has to have names of its own.
 */
export function renamed<Value>(value: Value, newName: (name: string) => string): Value {
  const names = new Map<string, string>();
  namesIn(value, names, newName);
  const named = (text: string) => names.get(text) ?? text;
  const inner = (one: unknown): unknown => {
    if (typeof one === 'string') return named(one);
    if (Array.isArray(one)) return one.map(inner);
    if (typeof one !== 'object' || one === null) return one;
    return Object.fromEntries(Object.entries(one).map(([key, said]) => [named(key), inner(said)]));
  };
  return inner(value) as Value;
}
