/** What one window tells the others of its firm. Never the thing itself: whoever wants it asks for it, and may or may not get it. */
export type NewsEvent =
  | { of: 'saved'; job: string; revision: number; by: string }
  | { of: 'comment'; job: string }
  /** Entries or photos came into its site book. */
  | { of: 'book'; job: string }
  /** A window that has a job open, said again every while; it counts its words by `turn`, for they overtake each other. */
  | { of: 'here'; job: string; tab: string; turn: number; person: string; name: string; page: string }
  | { of: 'gone'; job: string; tab: string; turn: number };

/** Something may have been missed: look for yourself. */
export type News = NewsEvent | { of: 'again' };

/** Whether a value is news, as far as its kind goes. */
export const isNews = (value: unknown): value is News =>
  typeof value === 'object' && value !== null && typeof (value as { of?: unknown }).of === 'string';

/** How often a window says that it is there, ms. */
export const HERE_EVERY = 15_000;
/** A window that was not heard of for so long is gone, ms. */
export const GONE_AFTER = 40_000;
