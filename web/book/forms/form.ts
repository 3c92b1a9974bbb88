import type { useTyped } from '../use-typed.ts';

/** What a form of the book is asked with: the place it is about, and what comes after it. */
export interface FormOf {
  place: string | null;
  placeLabel: string;
  done: () => void;
}

/** The texts of a form, by the names of its fields. */
export type Fields = ReturnType<typeof useTyped>;
