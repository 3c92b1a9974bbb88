/** What became of an entry that was sent. */
export type EntryAnswer =
  | { id: string; outcome: 'taken' | 'had'; seq: number }
  /** `renumber`: the device has used its number before; with a new one it can be sent again. */
  | { id: string; outcome: 'refused'; problem: string; renumber?: boolean };

/** A page of a book, in the order the server received its entries. */
export interface BookPage {
  /** When the job was made. */
  madeAt: string;
  /** Number of the last entry there is. */
  head: number;
  entries: { seq: number; receivedAt: string; entry: unknown }[];
}

/** How far a photo has come. */
export interface PhotoState {
  size: number;
  received: number;
  done: boolean;
}
