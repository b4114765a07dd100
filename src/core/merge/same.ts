/** Whether two JSON values are equal; a field that is not there equals one that is undefined. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((v, i) => same(v, b[i]));
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const key in x) if (!same(x[key], y[key])) return false;
  for (const key in y) if (y[key] !== undefined && x[key] === undefined) return false;
  return true;
}
