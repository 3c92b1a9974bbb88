/** What a plant shows in one state: readings by key, and what comes to each room, W. */
export interface Shown {
  readings: ReadonlyMap<string, number>;
  heats: ReadonlyMap<string, number>;
}
