/** Puts the focus on an element that is about to be drawn; `select`: its text too. */
export function focusSoon(id: string, select = true): void {
  setTimeout(() => {
    const element = document.getElementById(id);
    element?.focus();
    if (select && element instanceof HTMLInputElement) element.select();
  }, 0);
}
