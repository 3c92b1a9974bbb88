import type { FocusEvent } from 'react';

/**
 * What stands in a field of a number is chosen when one comes to it, so that typing replaces it; a second click sets the caret. After
 * the frame in which the pointer has put its own caret; not once something was typed, which would be chosen and typed over.
 */
export function selectAll({ currentTarget: field }: FocusEvent<HTMLInputElement | HTMLTextAreaElement>): void {
  const before = field.value;
  requestAnimationFrame(() => {
    if (document.activeElement === field && field.value === before) field.select();
  });
}
