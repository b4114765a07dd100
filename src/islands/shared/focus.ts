/** Microtasks until React has drawn what a key press changed; it draws within one or two. */
const MICROTASKS = 4;
let latest = 0;

/**
 * Puts the focus on an element that is about to be drawn; `select`: its text too. It is done before the next key press
 * can arrive, so that fast typing goes into the new field. A moment later it is done again where the element came late
 * or lost the focus by being moved in the page; never where another was asked for since, or somebody went elsewhere.
 */
export function focusSoon(id: string, select = true): void {
  const mine = ++latest;
  const focus = (): boolean => {
    const element = document.getElementById(id);
    if (element === null) return false;
    if (document.activeElement === element) return true;
    element.focus();
    if (select && element instanceof HTMLInputElement) element.select();
    return true;
  };
  let found = false;
  let left = MICROTASKS;
  const wait = () => {
    if (left-- > 0) queueMicrotask(wait);
    else found = focus();
  };
  wait();
  setTimeout(() => {
    const lost = document.activeElement === null || document.activeElement === document.body;
    if (mine === latest && (!found || lost)) focus();
  }, 0);
}
