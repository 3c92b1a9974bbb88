import type { Cause, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const BACK_FED: Cause = {
  id: 'back-fed',
  label: 'Hot water flows back through the cold port of its tempering valve: a check valve is missing or stuck',
  prior: 3,
  look: LOOKS.coldInlet,
  cure: 'Put check valves into both inlets of the tempering valve. Drinking water is for who is licensed for it, where local codes say so.',
  heard: { 'cold-pipe-warm': 0.9 },
};

/** Hot water: what is heard of it while the heating shows nothing. */
export const hotWaterFaults: FaultFamily = ({ job }) =>
  job.hotWater
    ? [
        {
          id: 'back-fed',
          kind: 'back-fed',
          label: 'Hot water gets into the cold pipe',
          place: 'hotWater',
          circuitId: null,
          roomId: null,
          magnitudes: [1],
          causes: [BACK_FED],
        },
      ]
    : [];
