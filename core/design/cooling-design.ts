import type { Circuit, Job, Room } from '../../model/job.ts';
import { shifted } from '../../model/quantities.ts';
import { type Cooling, coolingOf } from '../emitter/cooling.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { decided, type Figure, given } from '../figure/figure.ts';
import { dewPoint } from '../fluid/moist-air.ts';
import { massFlowFor } from './circuit-design.ts';
import type { Context } from './context.ts';

/** An emitter that takes heat out of a room in summer. */
export interface CoolingPart extends Cooling {
  roomId: string;
  emitterId: string;
  label: string;
  circuitId: string;
}

/** A circuit with cold water in it. */
export interface CircuitCooling {
  circuitId: string;
  /** All it takes out of its rooms, drying included, and the flow that carries it. */
  output: Figure;
  volumeFlow: Figure;
}

/** What the plant does in summer. */
export interface CoolingDesign {
  dewPoint: Figure;
  parts: CoolingPart[];
  circuits: CircuitCooling[];
}

/** Emitters and circuits with cold water, at the air the site names; null for a plant that only heats. */
export function designCooling(context: Context): CoolingDesign | null {
  const { job, book } = context;
  if (job.mode !== 'heating-and-cooling') return null;
  const air = { temperature: job.site.summerRoom, humidity: job.site.summerHumidity };
  const dew = book.add({
    id: 'dewPoint',
    label: 'Dew point of the room air',
    kind: 'temperature',
    value: dewPoint(air.temperature, air.humidity),
    formula: 'p_s(T_d) = φ · p_s(T_i)',
    source: 'saturation pressure after the ASHRAE Handbook, Fundamentals',
    terms: {
      T_i: decided('rooms on the hottest day', 'temperature', air.temperature, 'site/summerRoom'),
      φ: decided('humidity on the hottest day', 'fraction', air.humidity, 'site/summerHumidity'),
    },
  });
  const circuits = new Map(job.circuits.map((circuit) => [circuit.id, circuit]));
  const parts = job.rooms.flatMap((room) => coolingParts(job, room, circuits, air));
  return {
    dewPoint: dew,
    parts,
    circuits: job.circuits.flatMap((circuit) => {
      const own = parts.filter((part) => part.circuitId === circuit.id);
      return circuit.cooling && own.length > 0 ? [circuitCooling(context, circuit, own)] : [];
    }),
  };
}

function coolingParts(
  job: Job,
  room: Room,
  circuits: ReadonlyMap<string, Circuit>,
  air: Parameters<typeof coolingOf>[2],
): CoolingPart[] {
  return room.emitters.flatMap((emitter) => {
    const circuit = circuits.get(emitter.circuit ?? room.circuit ?? '');
    if (!circuit?.cooling) return [];
    const { flowTemperature: flow, temperatureDifference: rise } = circuit.cooling;
    const cooling = coolingOf(emitter, { flow, rise }, air);
    if (!cooling) return [];
    return [
      { ...cooling, roomId: room.id, emitterId: emitter.id, label: emitterLabel(emitter, job.display), circuitId: circuit.id },
    ];
  });
}

function circuitCooling(context: Context, circuit: Circuit, parts: readonly CoolingPart[]): CircuitCooling {
  const { book } = context;
  const place = `circuits/${circuit.id}/cooling`;
  const { flowTemperature, temperatureDifference } = circuit.cooling as NonNullable<Circuit['cooling']>;
  const output = book.add({
    id: `${place}/output`,
    label: `${circuit.name}: cooling`,
    kind: 'power',
    value: parts.reduce((sum, part) => sum + part.sensible + part.latent, 0),
    formula: 'Q = Σ sensible + Σ latent',
    source: 'EN 1264-5 for floors; fan units by their rating, drying as an estimate',
    terms: Object.fromEntries(
      parts.map((part, i) => [
        `Q${i + 1}`,
        given(part.label, 'heatLoad', part.sensible + part.latent, 'at the cold water of the circuit'),
      ]),
    ),
  });
  const fluid = context.fluidAt(shifted(flowTemperature, temperatureDifference / 2));
  const volumeFlow = book.add({
    id: `${place}/volumeFlow`,
    label: `${circuit.name}: flow when cooling`,
    kind: 'volumeFlow',
    value: massFlowFor(output.value, fluid.specificHeat, temperatureDifference) / fluid.density,
    formula: 'V = Q / (ρ · c_p · ΔT)',
    source: 'energy balance',
    terms: {
      Q: output,
      ρ: context.densityOf(fluid),
      c_p: context.specificHeatOf(fluid),
      ΔT: decided('delta T when cooling', 'temperatureDifference', temperatureDifference, `${place}/temperatureDifference`),
    },
  });
  return { circuitId: circuit.id, output, volumeFlow };
}
