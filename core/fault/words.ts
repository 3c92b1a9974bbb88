/**
 * What people say of a plant before anybody has measured, by kind. Some are said of one room or circuit, others of the whole.
 */
export const COMPLAINTS = {
  'room-cold': { label: 'A room stays cold', of: 'room' },
  'room-hot': { label: 'A room gets too warm, or warm without a call', of: 'room' },
  'all-cold': { label: 'The whole house stays cold', of: 'plant' },
  'no-flow': { label: 'The meters of a circuit show nothing', of: 'circuit' },
  'pump-noisy': { label: 'A pump is noisy', of: 'circuit' },
  'pump-hot': { label: 'A pump is hot', of: 'circuit' },
  'heater-shuts-off': { label: 'The heater shuts itself off', of: 'plant' },
  'short-cycling': { label: 'The heater starts and stops all the time', of: 'plant' },
  gurgling: { label: 'It gurgles in the pipes', of: 'plant' },
  'relief-drips': { label: 'The relief valve drips', of: 'plant' },
  'pressure-falls': { label: 'The pressure keeps falling', of: 'plant' },
  defrosts: { label: 'The outdoor unit defrosts every quarter of an hour', of: 'plant' },
  'cold-pipe-warm': { label: 'A cold water pipe gets warm', of: 'plant' },
  'cold-mornings': { label: 'It is cold in the mornings', of: 'plant' },
} as const satisfies Record<string, { label: string; of: 'room' | 'circuit' | 'plant' }>;

export type Complaint = keyof typeof COMPLAINTS;

/** A complaint as it was made: of a room or a circuit by its id, or of the whole; or that it is not so. */
export interface Said {
  complaint: Complaint;
  /** Id of the room or circuit; null for the plant. */
  of: string | null;
  /** False where somebody said that it is not so. */
  so: boolean;
}
