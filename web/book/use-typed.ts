import { useCallback, useState } from 'react';

const KEY = 'book-typing';
const read = (key: string): string => {
  try {
    return localStorage.getItem(`${KEY}:${key}`) ?? '';
  } catch {
    return '';
  }
};
const write = (key: string, text: string): void => {
  try {
    if (text === '') localStorage.removeItem(`${KEY}:${key}`);
    else localStorage.setItem(`${KEY}:${key}`, text);
  } catch {
    // A browser without storage: what is typed lasts as long as its page.
  }
};

/** Fields of a form that this browser keeps a text of. */
function keptFields(form: string): string[] {
  const start = `${KEY}:${form}:`;
  try {
    return Object.keys(localStorage).flatMap((key) => (key.startsWith(start) ? [key.slice(start.length)] : []));
  } catch {
    return [];
  }
}

/**
 * Texts of a form by the name of its field: kept in the browser at every key, until what they became is in the book.
 * @param form names the form, the job in it
 */
export function useTyped(form: string, first: Record<string, string> = {}) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const of = (field: string): string => typed[field] ?? (read(`${form}:${field}`) || (first[field] ?? ''));
  const set = useCallback(
    (field: string, text: string) => {
      write(`${form}:${field}`, text);
      setTyped((before) => ({ ...before, [field]: text }));
    },
    [form],
  );
  const clear = useCallback(
    (...fields: string[]) => {
      for (const field of fields) write(`${form}:${field}`, '');
      setTyped((before) => ({ ...before, ...Object.fromEntries(fields.map((field) => [field, ''])) }));
    },
    [form],
  );
  /** Forgets all that was typed into the form, in this page and before it was closed. */
  const clearAll = useCallback(() => {
    clear(...new Set([...Object.keys(first), ...Object.keys(typed), ...keptFields(form)]));
  }, [clear, first, typed, form]);
  return { of, set, clear, clearAll };
}
