// Line breaks and tabs can be kept. Other control characters break files that are written, and the database refuses
// NUL.
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f\u2028\u2029]/;

/** Text without what cannot be kept: line ends as \n, no control characters, no half characters. */
export function keepableText(text: string): string {
  return text
    .replace(/\r\n?|[\u2028\u2029]/g, '\n')
    .replace(new RegExp(CONTROLS, 'g'), '')
    .toWellFormed();
}

/** The name of a file or a thing from outside, on one line and not longer than `most`; null: nothing is left of it. */
export function keepableName(name: string, most: number): string | null {
  const kept = keepableText(name.replace(/[\u0000-\u001f]/g, ' '))
    .trim()
    .slice(0, most)
    .toWellFormed();
  return kept === '' ? null : kept;
}

/** Where a text or a field's name cannot be kept; null: nowhere. */
export function unkeepable(
  value: unknown,
  path: readonly (string | number)[] = [],
): readonly (string | number)[] | null {
  if (typeof value === 'string') return CONTROLS.test(value) || !value.isWellFormed() ? path : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const at = [...path, Array.isArray(value) ? Number(key) : key];
    const bad = CONTROLS.test(key) || !key.isWellFormed() ? at : unkeepable(inner, at);
    if (bad !== null) return bad;
  }
  return null;
}

/** A value whose texts can be kept; what is the same as in `before` is not looked at. */
export function keepable<T>(next: T, before: unknown): T {
  if (Object.is(next, before)) return next;
  if (typeof next === 'string') return keepableText(next) as T;
  if (typeof next !== 'object' || next === null) return next;
  const old = (typeof before === 'object' && before !== null ? before : {}) as Record<string, unknown>;
  let changed = false;
  const kept = Object.entries(next).map(([key, value]) => {
    const clean: unknown = keepable(value as unknown, old[key]);
    if (!Object.is(clean, value)) changed = true;
    return [key, clean] as const;
  });
  if (!changed) return next;
  return (Array.isArray(next) ? kept.map(([, value]) => value) : Object.fromEntries(kept)) as T;
}
