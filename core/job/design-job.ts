import type { Job } from '../../model/job.ts';
import { designCooling, wantedCooling } from '../cooling/design-cooling.ts';
import { flowsThatOnlyCool } from '../cooling/only-cools.ts';
import { withCycling } from '../design/buffer-design.ts';
import { circuitLoad, designCircuitFlow } from '../design/circuit-design.ts';
import { circuitParts } from '../design/circuit-parts.ts';
import { type Context, contextOf, type Laid } from '../design/context.ts';
import type { CircuitDesign, Design } from '../design/design.ts';
import { designHeatPump } from '../design/heat-pump-design.ts';
import { designHotWater } from '../design/hot-water-design.ts';
import type { Plant } from '../design/operate.ts';
import { type Sized, sizePlant } from '../design/size-plant.ts';
import { sizedCircuit } from '../design/sized-circuit.ts';
import { designTaps } from '../design/taps-design.ts';
import { decided, type Figure, given } from '../figure/figure.ts';
import type { Finding } from '../finding/finding.ts';
import { worstFirst } from '../finding/finding.ts';
import { review } from '../review/review.ts';
import { reviewLater } from '../review/review-later.ts';
import { designCycling } from './cycling-design.ts';
import { hasPhases, jobThen, laidFor, laterFindings } from './phases.ts';

/** Less than this is nothing to heat, in W. */
const LEAST_LOAD = 1;

/**
 * The one entry: everything that follows from a job. Pure; the same job gives the same design.
 *
 * Loads -> flow and pipes of each circuit -> flow through source and separation -> mixing valves -> pumps -> vessel ->
 * settings of the loops -> the whole plant as one network, solved -> review.
 */
export const designJob = (job: Job): Design => designWithPlant(job).design;

/** A design with the plant it describes, and the same with cold water in it; null where there is none. */
export interface DesignedPlant {
  design: Design;
  plant: Plant | null;
  coldPlant: Plant | null;
}

/**
 * The design together with the plant it describes, which can be run in other states of its thermostats.
 * @param built a plant already built and set: its pump speeds and valve settings are kept instead of chosen anew
 */
export function designWithPlant(asEntered: Job, built?: Design): DesignedPlant {
  if (!hasPhases(asEntered)) return designOnce(asEntered, built);
  // Two designs: as it will be, for what is laid once; and as it is, with that laid.
  const then = designOnce(jobThen(asEntered)).design;
  const { design, plant, coldPlant } = designOnce(asEntered, built, laidFor(then));
  const findings = [
    ...design.findings,
    ...laterFindings(design.findings, then.findings),
    ...accepted(asEntered, reviewLater(asEntered, design, then)),
  ];
  return { design: { ...design, findings: worstFirst(findings) }, plant, coldPlant };
}

/** Findings with the reasons of those that somebody lets stand. */
const accepted = ({ accepted: kept }: Job, findings: readonly Finding[]): Finding[] =>
  findings.map((finding) => {
    const reason = kept.find((each) => each.finding === finding.id)?.reason;
    return reason === undefined ? finding : { ...finding, accepted: reason };
  });

/** @param laid what everything that is laid once has to be at least, for what comes later */
function designOnce(asEntered: Job, built?: Design, laid?: Laid): DesignedPlant {
  const context = contextOf(asEntered, laid);
  const { job } = context;
  const partsOf = circuitParts(context);
  const withLoad = job.circuits.map((circuit) => {
    const parts = partsOf.get(circuit.id) ?? [];
    return { circuit, parts, load: circuitLoad(context, circuit, parts) };
  });
  const load = totalLoad(
    context,
    withLoad.filter((each) => each.circuit.phase !== 'later').map((each) => each.load),
  );
  const roomLoad = sumOfRooms(context);
  const flows = withLoad
    // A circuit of a later stage is laid and not connected.
    .filter((each) => each.load.value >= LEAST_LOAD && each.circuit.phase !== 'later')
    .map((each) => designCircuitFlow(context, each.circuit, each.parts, each.load));
  const heatPump = designHeatPump(context);
  const wanted = wantedCooling(context);
  const onlyCool = wanted ? flowsThatOnlyCool(context, wanted, flows) : [];
  const sized = flows.length > 0 ? sizePlant(context, flows, load, heatPump, { alsoFilled: onlyCool, built }) : null;
  const cooled = wanted && designCooling(context, wanted, sized?.parts ?? null, onlyCool);
  const sizedById = new Map(flows.map((flow, i) => [flow.circuit.id, sized && sizedCircuit(flow, gotBy(sized, i))]));
  const circuits: CircuitDesign[] = withLoad.map(({ circuit, parts, load: ofCircuit }) => ({
    id: circuit.id,
    name: circuit.name,
    load: ofCircuit,
    roomIds: [...new Set(parts.map((part) => part.room.id))],
    sized: sizedById.get(circuit.id) ?? null,
    onlyCools: cooled?.onlyCool.get(circuit.id) ?? null,
  }));
  const partial = {
    rulebook: context.rulebook.label,
    load,
    loadGap: loadGap(context, roomLoad),
    circuits,
    source: sized?.source ?? null,
    vessel: sized?.vessel ?? null,
    waters: sized?.waters ?? [],
    buffer: sized?.buffer ?? null,
    cooling: cooled?.design ?? null,
    heatPump,
    furtherSources: sized?.further ?? [],
    links: sized?.links ?? [],
    stations: sized?.stations ?? [],
    distribution: sized?.distribution ?? null,
    taps: designTaps(context),
    hotWater: designHotWater(context, sized?.source ?? null, sized?.charging ?? null),
    pumpPower: sized?.pumpPower ?? null,
    solved: sized?.solved ?? null,
    figures: context.book.figures,
  };
  const cycling = sized && designCycling(context, partial, sized.plant);
  const whole = { ...partial, cycling, buffer: partial.buffer && withCycling(context, partial.buffer, cycling) };
  return {
    design: { ...whole, findings: review(context, whole) },
    plant: sized?.plant ?? null,
    coldPlant: cooled?.plant ?? null,
  };
}

/** What the circuit at a place in the list got when the plant was sized. */
const gotBy = (sized: Sized, i: number) => ({
  below: sized.below[i] ?? 0,
  valve: sized.valves[i]?.valve ?? null,
  pump: sized.pumps[i] ?? null,
  zoneValve: sized.zoneValves[i] ?? null,
  injection: sized.injections[i] ?? null,
  loops: sized.loops[i] ?? [],
  regulating: sized.regulating[i] ?? null,
});

function totalLoad(context: Context, loads: readonly Figure[]): Figure {
  return context.book.add({
    id: 'load',
    label: 'Heat load on the plant',
    kind: 'power',
    value: loads.reduce((sum, load) => sum + load.value, 0),
    formula: loads.length === 0 ? 'Q = 0' : 'Q = Σ circuit loads',
    source: 'sum of the circuits',
    terms: Object.fromEntries(loads.map((load, i) => [`Q${i + 1}`, load])),
  });
}

function sumOfRooms(context: Context): Figure {
  const { job, book } = context;
  return book.add({
    id: 'roomLoad',
    label: 'All rooms together',
    kind: 'power',
    value: job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0),
    formula: 'Q = Σ room loads',
    source: 'sum of all rooms, also those on no circuit',
    terms: Object.fromEntries(
      job.rooms.map((room, i) => [
        `Q${i + 1}`,
        context.isRough(room)
          ? given(`${room.name || `room ${room.id}`}, rough`, 'heatLoad', room.heatLoad ?? 0, 'provisional: a rough load')
          : decided(room.name || `room ${room.id}`, 'heatLoad', room.heatLoad ?? 0, `rooms/${room.id}/heatLoad`),
      ]),
    ),
  });
}

function loadGap(context: Context, rooms: Figure): Figure | null {
  const whole = context.job.wholeHouseLoad;
  if (whole === null) return null;
  return context.book.add({
    id: 'loadGap',
    label: 'Gap between rooms and whole house',
    kind: 'fraction',
    value: (rooms.value - whole) / whole,
    formula: 'gap = (Q_rooms − Q_house) / Q_house',
    source: 'definition',
    terms: { Q_rooms: rooms, Q_house: decided('whole-house heat load', 'power', whole, 'wholeHouseLoad') },
  });
}
