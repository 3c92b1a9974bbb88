import type { UnitSystem } from './quantities.ts';

/** A job as a list shows it. */
export interface JobSummary {
  id: string;
  name: string;
  place: string;
  roomCount: number;
  /** W */
  heatLoad: number;
  /** Whether the job is read in metric or US units. */
  system: UnitSystem;
  revision: number;
  updatedAt: string;
  /** When a deleted job is taken out for good; null for one at work. */
  goneOn: string | null;
}

/** A page of a list of jobs. */
export interface JobsFound {
  jobs: JobSummary[];
  /** How many there are in all. */
  total: number;
}

/** A save of a job, as its history shows it. */
export interface Revision {
  revision: number;
  savedAt: string;
  author: string;
  summary: string;
}
