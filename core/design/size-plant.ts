import type { Figure } from '../figure/figure.ts';
import { inspectNetwork } from '../network/inspect.ts';
import { jobWaters } from '../piping/job-waters.ts';
import { findCirculator, type PumpState, speedsOf } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { assemble } from './assemble.ts';
import type { LoopSetting } from './balancing.ts';
import { lossAtDesign } from './behind-bars.ts';
import { type BufferDesign, designBuffer } from './buffer-design.ts';
import { type Charging, designCharging } from './charging-design.ts';
import type { ChosenPump, PumpDesign } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { Design, SourceDesign } from './design.ts';
import { type DistributionDesign, designZoneValve, type ZoneValveDesign } from './distribution-design.ts';
import { designExchanger } from './exchanger-design.ts';
import { designFurther, type FurtherDesign } from './further-design.ts';
import { designHeader } from './header-design.ts';
import type { HeatPumpDesign } from './heat-pump-design.ts';
import { designInjection, type InjectionDesign } from './injection-design.ts';
import { type LinkSized, plainLink } from './link-design.ts';
import { designValve, type SizedValve } from './mixing-design.ts';
import { Plant } from './operate.ts';
import type { PipeDesign } from './pipe-design.ts';
import type { Parts } from './plant-parts.ts';
import { BACKUP_CALL, HOT_WATER_CALL, type PlantState, SUN_CALL } from './plant-state.ts';
import { type ChosenPumps, choosePumps, finishPump } from './pump-design.ts';
import { designRegulating } from './regulating-design.ts';
import { type SolvedDesign, solvedDesign } from './solved-design.ts';
import { designSource } from './source-design.ts';
import { plainStation, type StationDesign } from './station-design.ts';
import { designVessels, type VesselDesign, type WaterDesign } from './vessel-design.ts';
import { waterContents } from './water-content.ts';

export interface Sized {
  valves: (SizedValve | null)[];
  injections: (InjectionDesign | null)[];
  zoneValves: (ZoneValveDesign | null)[];
  pumps: (PumpDesign | null)[];
  loops: LoopSetting[][];
  regulating: (Figure | null)[];
  source: SourceDesign;
  further: FurtherDesign[];
  links: LinkSized[];
  stations: StationDesign[];
  distribution: DistributionDesign | null;
  charging: { pump: PumpDesign | null; run: PipeDesign } | null;
  vessel: VesselDesign;
  waters: WaterDesign[];
  buffer: BufferDesign;
  pumpPower: Figure;
  solved: SolvedDesign;
  plant: Plant;
  /** What the network was built from. */
  parts: Parts;
  /** Kelvin that a ring main has lost before it gets to each circuit. */
  below: number[];
}

/**
 * Sizes everything at design flows, builds the plant from it as one network, and runs it to see what really comes.
 * @param alsoFilled circuits that rest in winter and are filled with the same water @param built a plant as it was set: what it has is kept
 */
export function sizePlant(
  context: Context,
  flows: CircuitFlow[],
  load: Figure,
  heatPump: HeatPumpDesign | null,
  { alsoFilled, built }: { alsoFilled: readonly CircuitFlow[]; built: Design | undefined },
): Sized {
  const source = designSource(context, flows, load, heatPump?.output ?? null);
  const injected = flows.map(({ circuit }) => circuit.connection === 'mixed' && circuit.mixing.startsWith('injection'));
  const mixing = flows.map((flow, i) => flow.circuit.connection === 'mixed' && !injected[i]);
  const valves = flows.map((flow, i) => (mixing[i] ? designValve(context, flow, source) : null));
  const injections = flows.map((flow, i) => (injected[i] ? designInjection(context, flow, source) : null));
  const zoneValves = flows.map((flow) => designZoneValve(context, flow));
  const charging = designCharging(context, source);
  const platesBetween = context.piping.between().traits.partsWater ? context.job.separation.approach : 0;
  const chosen = asBuilt(context, choosePumps(context, flows, { valves, zoneValves, source, load, charging }), built);
  const further = designFurther(context, source);
  const filled = [...flows, ...alsoFilled];
  const contents = waterContents(context, filled, source);
  const buffer = designBuffer(context, flows, source, contents);
  const { kind, traits } = context.piping.between();
  const header = kind === 'header' ? designHeader(context, { ...source.first, id: 'header', label: 'Header' }) : null;
  const exchanger = traits.partsWater ? designExchanger(context, { ...source.first, id: 'exchanger', label: 'Exchanger' }) : null;
  const { vessel, waters } = designVessels(context, filled, source, header, contents, buffer, charging);
  const loops = flows.map((flow) => flow.loops.map((loop) => ({ ...loop, kv: kvAsBuilt(loop.place, built) ?? loop.kv })));
  const { sharedLink, drives, sourceMovesCircuits: bySource } = context.piping;
  const sourceLoss = sharedLink ? lossAtDesign(context, source, drives.of(sharedLink).beyond).loss : 0;
  const regulating = flows.map((flow, i) =>
    designRegulating(context, flow, {
      own: chosen.circuits[i] ?? null,
      ...(bySource
        ? { shared: chosen.source, sourceLoss: source.lossAt(source.volumeFlow.value), control: context.job.source.pumpControl }
        : { shared: chosen.shared, sourceLoss, control: context.job.distribution.pumpControl }),
      zoneValve: zoneValves[i] ?? null,
    }),
  );
  const parts: Parts = {
    flows,
    valves,
    injections,
    zoneValves,
    source,
    further,
    header,
    exchanger,
    tank: buffer.tank,
    circuitPumps: chosen.circuits,
    sourcePump: chosen.source,
    shared: chosen.shared,
    linkPumps: chosen.links,
    charging,
    loops,
    regulating: regulating.map((figure, i) => {
      const was = built?.circuits.find((circuit) => circuit.id === flows[i]?.circuit.id)?.sized;
      return (was ? was.regulating : figure)?.value ?? null;
    }),
    vesselPressure: (vessel.fillPressure ?? vessel.gasPressure).value,
    waters: jobWaters(context.job)
      .filter(({ ofSource }) => !ofSource)
      .map((water) => {
        const own = waters.find((each) => each.water === water)?.vessel ?? vessel;
        return { water, pressure: (own.fillPressure ?? own.gasPressure).value };
      }),
  };
  const assembly = assemble(context, parts);
  const plant = new Plant(assembly, context.fluid);
  const state = plant.runAll();
  const good = state.converged ? state : null;
  const finish = (pump: ChosenPump | null, at: PumpState | null | undefined) => pump && finishPump(context, pump, at ?? null);
  const circuitPumps = chosen.circuits.map((pump, i) => finish(pump, good?.circuits[i]?.pump));
  const sourcePump = finish(chosen.source, good?.source.pump);
  const shared = finish(chosen.shared, good?.shared);
  const injectionPumps = injections.map((injection, i) => injection && finish(injection.pump, good?.circuits[i]?.injection));
  const elsewhere = new Set(context.piping.elsewhere.map(({ id }) => id));
  const onBackup = good && further.some(({ id, backup }) => backup && elsewhere.has(id)) ? backupState(plant, good) : null;
  const inSun = good && further.some(({ bySun }) => bySun) ? stateInSun(plant) : null;
  const furtherPumps = further.map((each, i) => {
    const state = each.bySun ? inSun : each.backup && elsewhere.has(each.id) ? onBackup : good;
    return finishPump(context, each.pump, state?.further[i]?.pump ?? null);
  });
  // What stands on the design day is shown as it runs when it does.
  const charged = good && chargingState(plant, charging, good);
  const links = source.beyond.links.map((link, i): LinkSized => {
    const pump = chosen.links.get(link.place);
    const at = (good?.links[i]?.running ? good : charged)?.links[i]?.pump;
    return { ...plainLink(link), pump: pump ? finishPump(context, pump, at ?? null) : null };
  });
  const all = [...circuitPumps, ...injectionPumps, shared, sourcePump, ...links.map(({ pump }) => pump)].filter(
    (pump) => pump !== null,
  );
  // Backups stand by; the pump of the cylinder runs beside the heating at most.
  const running = [...all, ...furtherPumps.filter((_, i) => !further[i]?.backup)];
  return {
    valves,
    injections: injections.map((injection, i) => injection && { ...injection, pump: injectionPumps[i] as PumpDesign }),
    zoneValves,
    pumps: circuitPumps,
    loops,
    regulating,
    source: {
      load: source.load,
      capacity: source.capacity,
      runHeat: source.runHeat.loss,
      massFlow: source.massFlow,
      volumeFlow: source.volumeFlow,
      returnTemperature: source.returnTemperature,
      supplyTemperature: source.supplyTemperature,
      pairs: source.pairs,
      circuitsReturn: source.circuitsReturn,
      secondaryFlow: source.secondaryFlow,
      run: source.run.pipe,
      loss: source.loss,
      lift: source.lift,
      pump: sourcePump,
      header,
      exchanger,
      supplyAtDuty:
        good && sourcePump && all.every((pump) => pump.duty) ? supplyAtDuty(context, good, source.supplyTemperature, all) : null,
    },
    further: further.map(({ id, name, backup, bySun, capacity, flow, conductance }, i) => ({
      id,
      name,
      backup,
      bySun,
      capacity,
      flow,
      conductance,
      pump: furtherPumps[i] as PumpDesign,
    })),
    links,
    stations: source.beyond.stations.map(plainStation),
    distribution: shared && { pump: shared },
    charging: charging && {
      pump: finish(charging.pump, charged?.hotWater?.pump),
      run: charging.run.pipe,
    },
    vessel,
    waters: waters.map(({ water: _, ...plain }) => plain),
    buffer,
    pumpPower: context.book.add({
      id: 'pumpPower',
      label: 'Electric power of all pumps',
      kind: 'electricPower',
      value: running.reduce((sum, pump) => sum + (pump.duty?.power.value ?? 0), 0),
      formula: 'P = Σ P_pump',
      source: 'sum of the pumps at their duty points',
      terms: Object.fromEntries(running.flatMap((pump, i) => (pump.duty ? [[`P${i + 1}`, pump.duty.power]] : []))),
    }),
    solved: solvedDesign(context, flows, circuitPumps, assembly, state, [
      ...plant.twin.network.problems,
      ...inspectNetwork(plant.twin.network),
    ]),
    plant,
    parts,
    below: flows.map(({ place }) => {
      const lost = source.ring || source.beyond.supplyAt(place);
      return lost ? context.job.source.flowTemperature - platesBetween - source.supplyAt(place).value : 0;
    }),
  };
}

/** The plant while the cylinder is charged; null where no pump does that. It is left as it was found. */
function chargingState(plant: Plant, charging: Charging | null, good: PlantState): PlantState | null {
  if (!charging?.pump) return null;
  const { first } = plant.assembly.cylinder ?? { first: true };
  const charged = plant.run([...(first ? [] : good.calling), HOT_WATER_CALL]);
  return charged.converged ? charged : null;
}

/** The plant with its backups in place of the first source. It is left as it was found. */
function backupState(plant: Plant, good: PlantState): PlantState | null {
  const state = plant.run([...good.calling, BACKUP_CALL]);
  return state.converged ? state : null;
}

/** The plant with nothing but the sun moving water. */
function stateInSun(plant: Plant): PlantState | null {
  const state = plant.run([SUN_CALL]);
  return state.converged ? state : null;
}

/** Pumps with the speeds a plant was set to; the choice stands where that plant had none. */
function asBuilt(context: Context, chosen: ChosenPumps, built: Design | undefined): ChosenPumps {
  if (!built) return chosen;
  const was = [
    ...built.circuits.map((circuit) => circuit.sized?.pump),
    built.source?.pump,
    built.distribution?.pump,
    ...built.links.map(({ pump }) => pump),
  ];
  const keep = (pump: ChosenPump | null): ChosenPump | null => {
    if (!pump) return null;
    const before = was.find((each) => each?.place === pump.place);
    const duty = before?.duty;
    const model = duty && findCirculator(duty.modelId, context.job.ownPumps);
    const speed = model && speedsOf(model).find((each) => each.step === duty.step);
    // A set pressure was dialled in for the index run of that plant, and stays.
    return speed && before ? { ...pump, speed, indexLoss: before.head.value * pump.fluid.density * GRAVITY } : pump;
  };
  return {
    circuits: chosen.circuits.map(keep),
    shared: keep(chosen.shared),
    source: keep(chosen.source),
    links: new Map([...chosen.links].map(([place, pump]) => [place, keep(pump) as ChosenPump])),
  };
}

const kvAsBuilt = (place: string, built: Design | undefined): number | undefined =>
  built?.circuits.flatMap((circuit) => circuit.sized?.loops ?? []).find((loop) => loop.place === place)?.kv;

/** What really goes to the circuits once every pump runs at its duty point. */
function supplyAtDuty(context: Context, state: PlantState, atDesign: Figure, pumps: readonly PumpDesign[]): Figure {
  return context.book.add({
    id: 'header/supplyAtDuty',
    label: 'Supply to the circuits, pumps at their duty points',
    kind: 'temperature',
    value: state.toCircuits,
    formula: 'T_s: water from the source and water coming back, mixed as they meet',
    source: 'flow and temperature of the whole plant solved together',
    terms: {
      'T_s at design flows': atDesign,
      ...Object.fromEntries(pumps.flatMap((pump, i) => (pump.duty ? [[`V${i + 1}`, pump.duty.flow]] : []))),
    },
  });
}
