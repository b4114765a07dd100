/**
 * Puts the focus into the line before or after one, over the edges of segments; false where there is none. In a line of
 * several rows the arrow stays inside it.
 */
export function moveBetweenLines(field: HTMLTextAreaElement, by: -1 | 1): boolean {
  const several = field.clientHeight > 2 * parseFloat(getComputedStyle(field).lineHeight || '20');
  const caret = field.selectionStart;
  if (several && ((by < 0 && caret > 40) || (by > 0 && caret < field.value.length - 40))) return false;
  const lines = [...document.querySelectorAll<HTMLTextAreaElement>('textarea[data-line]')];
  const next = lines[lines.indexOf(field) + by];
  if (next === undefined) return false;
  next.focus();
  next.setSelectionRange(next.value.length, next.value.length);
  return true;
}
