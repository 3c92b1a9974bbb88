import type { BuildingClass, Display, EmitterKind, Job, SourceKind } from '../../model/job.ts';

/** What is there: nothing, pipes and emitters that stay, or a whole plant that runs and gets one more zone. */
export type There = 'nothing' | 'pipes' | 'plant';

/** What a person says before a job is drafted: everything else follows from these and can be changed afterwards. */
export interface StartAnswers {
  name: string;
  display: Display;
  there: Exclude<There, 'plant'>;
  /** Degrees C; null keeps what a new job has. */
  outdoor: number | null;
  source: SourceKind;
  /** W */
  capacity: number | 'auto';
  /** Cylinder in m3; null for no hot water. */
  cylinder: number | null;
  emitters: readonly EmitterKind[];
  school: Job['rulebook'];
  /** Floor in m2, rooms and class of the building, where no list of rooms is at hand. */
  rough: { area: number; rooms: number; building: BuildingClass } | null;
}

/** A zone that is there. W; the size of its pipe as the catalogue has it. */
export interface ZoneThere {
  name: string;
  load: number;
  size: string | null;
}

/** What a person says of a plant that runs and gets one more zone. */
export interface AdditionAnswers {
  name: string;
  display: Display;
  source: SourceKind;
  /** W, degrees C and K. */
  capacity: number;
  flowTemperature: number;
  temperatureDifference: number;
  /** Circulator of the catalogue that is there; null where nobody knows. */
  pump: string | null;
  zones: readonly ZoneThere[];
  added: {
    name: string;
    kind: EmitterKind;
    load: number;
    /** Rated output in W at water and air in degrees C; null where an emitter follows later. */
    rating: { output: number; flow: number; return: number; room: number } | null;
    /** Pipe one way, m. */
    run: number;
  };
}
