/** An element with attributes and what is in it. */
export function make<K extends keyof HTMLElementTagNameMap>(
  name: K,
  attributes: Readonly<Record<string, string>> = {},
  ...inside: readonly (Node | string)[]
): HTMLElementTagNameMap[K] {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  made.append(...inside);
  return made;
}
