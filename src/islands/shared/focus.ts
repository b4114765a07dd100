/** Microtasks until React has drawn what a key press changed; it draws within one or two. */
const MICROTASKS = 4;

/**
 * Puts the focus on an element that is about to be drawn; `select`: its text too. It is done before the next key press can
 * arrive, so that fast typing goes into the new field; and once more a moment later, for an element that was moved in the page.
 */
export function focusSoon(id: string, select = true): void {
  const focus = () => {
    const element = document.getElementById(id);
    if (element === null || document.activeElement === element) return;
    element.focus();
    if (select && element instanceof HTMLInputElement) element.select();
  };
  let left = MICROTASKS;
  const wait = () => (left-- > 0 ? queueMicrotask(wait) : focus());
  wait();
  setTimeout(focus, 0);
}
