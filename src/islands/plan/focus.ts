/** Puts the focus on an element that is about to be drawn. */
export function focusSoon(id: string): void {
  setTimeout(() => {
    const element = document.getElementById(id);
    element?.focus();
    if (element instanceof HTMLInputElement) element.select();
  }, 0);
}
