import type { Job } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { boreArea } from '../pipe/friction.ts';

/** What one water of the plant takes. */
export interface FillWater {
  place: string;
  name: string;
  /** m3 of the whole, and of it glycol to buy; the rest is water. */
  content: number;
  glycol: number;
  fluid: Job['fluid'];
  /** Pa: gas side of the vessel with its water side empty, and what the gauge beside it shows cold at rest. */
  gasPressure: number;
  fillPressure: number | null;
}

/** One stretch that is filled and purged by itself. */
export interface PurgeStretch {
  place: string;
  name: string;
  circuitId: string;
  /** m3 in it, m3/s that carries air along, s to purge it. */
  content: number;
  flow: number;
  seconds: number;
  /** Whether a meter or a valve of its own lets it be purged alone. */
  alone: boolean;
}

/** Water carries bubbles down and out from this velocity, m/s: common practice. */
const CARRIES_AIR = 0.3;
/** So many contents have to pass until no more air comes: common practice; what shows is that no bubble comes for one content. */
const CONTENTS = 3;

/** Litres of each water. Glycol is by volume of the whole content, as its share is entered. */
export function fillWaters(job: Job, design: Design): FillWater[] {
  const { vessel, waters } = design;
  if (!vessel) return [];
  const water = (place: string, name: string, of: typeof vessel, fluid: Job['fluid']): FillWater => ({
    place,
    name,
    content: of.content.value,
    glycol: fluid.kind === 'water' ? 0 : of.content.value * fluid.concentration,
    fluid,
    gasPressure: of.gasPressure.value,
    fillPressure: of.fillPressure?.value ?? null,
  });
  return [
    water('vessel', waters.length > 0 ? 'Water of the source' : 'Water of the plant', vessel, job.fluid),
    ...waters.map(({ id, place, name, vessel: own }) =>
      water(`${place}/vessel`, name, own, job.waters.find((each) => each.id === id)?.fluid ?? job.fluid),
    ),
  ];
}

/** The stretches in the order they are purged: run of each circuit from the lowest up, then its loops one by one. */
export function purgeStretches(job: Job, design: Design): PurgeStretch[] {
  const heightOf = (id: string) => job.circuits.find((each) => each.id === id)?.height ?? 0;
  const circuits = [...builtCircuits(design)].sort((a, b) => heightOf(a.id) - heightOf(b.id));
  return circuits.flatMap(({ id, name, sized }): PurgeStretch[] => {
    if (!sized) return [];
    const circuit = job.circuits.find((each) => each.id === id);
    const stretch = (place: string, label: string, length: number, bore: number, alone: boolean): PurgeStretch => {
      const content = length * boreArea(bore);
      const flow = CARRIES_AIR * boreArea(bore);
      return { place, name: label, circuitId: id, content, flow, seconds: (CONTENTS * content) / flow, alone };
    };
    const run = stretch(`circuits/${id}/run`, `${name}: pipes to it`, 2 * (circuit?.run.length ?? 0), sized.run.size.bore, true);
    const loops = (sized.loops ?? [])
      .filter(({ behind }) => behind === null)
      .map(({ place, roomName, length, bore }) => {
        const beside = (sized.loops ?? []).filter((each) => each.roomName === roomName);
        const number = beside.length > 1 ? `, loop ${beside.findIndex((each) => each.place === place) + 1}` : '';
        return stretch(place, `${roomName}${number}`, length, bore, true);
      });
    return [run, ...loops];
  });
}

/** Litres a minute that a purge stretch asks of the filling hose. */
export const litresPerMinute = ({ flow }: PurgeStretch): number => flow * 60_000;
