/** What a kind of finding is, whatever job it is found in. */
export interface FindingKind {
  title: string;
  /** Why it matters. */
  why: string;
  /** Where the rule comes from. */
  source: string;
}

const PRACTICE = 'common practice';
export const CODES = 'common practice; local codes, the maker and licensed trades decide';
export const HERE = 'follows from the job itself';
export const SUM = 'worked out by the program; the figure shows its sum';

export const kind = (title: string, why: string, source: string = PRACTICE): FindingKind => ({ title, why, source });
