/**
 * Something that the whole process has once, under a name. The web server and its pages are bundled apart, each with a
 * copy of every file: what both must share lies where both find it. Made where it is not there yet.
 */
export function processWide<T>(name: string, make: () => T): { value: T } {
  const shared = globalThis as unknown as Record<symbol, { value: T } | undefined>;
  return (shared[Symbol.for(`euphon.${name}`)] ??= { value: make() });
}
