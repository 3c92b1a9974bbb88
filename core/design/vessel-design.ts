import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { fluidName, fluidSource } from '../fluid/fluid.ts';
import { boreArea } from '../pipe/friction.ts';
import { endPressure, expansionShare, fillPressure, stockedVessel, VESSEL_SIZES, vesselVolume } from '../plant/expansion.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { RuleId } from '../review/rulebooks.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { HeaderDesign, SourceFlow } from './source-design.ts';

export interface VesselDesign {
  content: Figure;
  leastVolume: Figure;
  /** The vessel itself: stocked or pinned; null when none fits. */
  volume: Figure | null;
  gasPressure: Figure;
  endPressure: Figure;
  fillPressure: Figure | null;
  reliefPressure: Figure;
  pinned: boolean;
}

const EMITTER_CONTENT: Record<CircuitFlow['circuit']['emitters'], RuleId> = {
  radiators: 'radiatorContent',
  floor: 'floorContent',
  'air-units': 'airUnitContent',
};

/** Water beyond the manifold of one circuit: decided, or so many litres per kW. */
function emitterContent(context: Context, flow: CircuitFlow): Figure {
  const { circuit, place, load } = flow;
  // Floors are known pipe by pipe; the rest stands for the usual litres per kW.
  const floors = flow.parts.filter((part) => part.emitter?.kind === 'floor');
  const inFloors = flow.loops
    .filter((loop) => floors.some((part) => part.emitter?.id === loop.emitterId && part.room.id === loop.roomId))
    .reduce((sum, loop) => sum + loop.length * boreArea(loop.bore), 0);
  const rest = floors.reduce((sum, part) => sum - part.load, load.value);
  const rule = context.rules[EMITTER_CONTENT[circuit.emitters]];
  const decidedContent = circuit.waterContent;
  return context.book.add({
    id: `${place}/waterContent`,
    label: `${circuit.name}: water beyond the manifold`,
    kind: 'volume',
    value: decidedContent === 'auto' ? (rule.limit * Math.max(rest, 0)) / 1000 + inFloors : decidedContent,
    formula:
      decidedContent !== 'auto'
        ? 'V decided in the job'
        : inFloors > 0
          ? 'V = litres per kW · Q + V_loops'
          : 'V = litres per kW · Q',
    source: decidedContent === 'auto' ? rule.source : 'decided in the job',
    terms:
      decidedContent === 'auto'
        ? {
            'per kW': byRule(rule),
            Q:
              inFloors > 0
                ? given('load that is no floor', 'heatLoad', Math.max(rest, 0), 'load of the circuit less its floors')
                : load,
            ...(inFloors > 0
              ? { V_loops: given('water in floor loops', 'volume', inFloors, 'length times bore of each loop') }
              : {}),
          }
        : { V: decided('water content', 'volume', decidedContent, `${place}/waterContent`) },
  });
}

/** Water in the whole system. */
function systemContent(
  context: Context,
  circuits: readonly CircuitFlow[],
  source: SourceFlow,
  header: HeaderDesign | null,
  headerLength: number,
): Figure {
  const { job, book, rules } = context;
  const ofSource = book.add({
    id: 'source/waterContent',
    label: 'Source: water content',
    kind: 'volume',
    value:
      job.source.waterContent === 'auto' ? (rules.sourceContent.limit * source.capacity.value) / 1000 : job.source.waterContent,
    formula: job.source.waterContent === 'auto' ? 'V = litres per kW · P' : 'V decided in the job',
    source: job.source.waterContent === 'auto' ? rules.sourceContent.source : 'data sheet',
    terms:
      job.source.waterContent === 'auto'
        ? { 'per kW': byRule(rules.sourceContent), P: source.capacity }
        : { V: decided('water content', 'volume', job.source.waterContent, 'source/waterContent') },
  });
  const parts: Record<string, Figure> = { 'V source': ofSource, 'V source pipe': source.run.pipe.content };
  circuits.forEach((flow, i) => {
    parts[`V run ${i + 1}`] = flow.run.pipe.content;
    parts[`V beyond ${i + 1}`] = emitterContent(context, flow);
  });
  const terms: Record<string, Ingredient> = { ...parts };
  let inHeader = 0;
  if (header) {
    inHeader = (Math.PI / 4) * header.bore.value ** 2 * headerLength;
    terms['V header'] = given('header', 'volume', inHeader, 'bore over eight diameters of height');
  }
  return book.add({
    id: 'vessel/content',
    label: 'Water in the system',
    kind: 'volume',
    value: inHeader + Object.values(parts).reduce((sum, part) => sum + part.value, 0),
    formula: 'V = Σ parts',
    source: 'sum of source, pipes, header and emitters; the worst run is part of what lies beyond the manifold',
    terms,
  });
}

/** Height of a low-loss header in bores: common practice for a vertical header with pipes top and bottom. */
const HEADER_HEIGHT = 8;

/** Expansion vessel, gas, filling and end pressure by the method of EN 12828. */
export function designVessel(
  context: Context,
  circuits: readonly CircuitFlow[],
  source: SourceFlow,
  header: HeaderDesign | null,
): VesselDesign {
  const { job, book, rules } = context;
  const { vessel } = job;
  const content = systemContent(context, circuits, source, header, header ? HEADER_HEIGHT * header.bore.value : 0);
  const hottest = decided('source flow temperature', 'temperature', job.source.flowTemperature, 'source/flowTemperature');
  const cold = decided('filling temperature', 'temperature', vessel.fillTemperature, 'vessel/fillTemperature');
  const share = book.add({
    id: 'vessel/expansionShare',
    label: 'Expansion of the water',
    kind: 'factor',
    value: expansionShare(vessel.fillTemperature, job.source.flowTemperature, context.fluid),
    formula: 'e = ρ_cold / ρ_hot − 1',
    source: `densities by ${fluidSource(context.fluid)}`,
    terms: { T_cold: cold, T_hot: hottest },
  });
  const coldDensity = context.fluidAt(vessel.fillTemperature).density;
  const height = decided('static height', 'length', vessel.staticHeight, 'vessel/staticHeight');
  const gasPressure = book.add({
    id: 'vessel/gasPressure',
    label: 'Gas pressure of the vessel, p0',
    kind: 'pressure',
    value: coldDensity * GRAVITY * vessel.staticHeight + rules.vesselMargin.limit,
    formula: 'p0 = ρ g h + margin',
    source: 'EN 12828',
    terms: {
      ρ: given(`density of ${fluidName(context.fluid)}, cold`, 'density', coldDensity, fluidSource(context.fluid)),
      h: height,
      margin: byRule(rules.vesselMargin),
    },
    note: 'Gauge pressure at the vessel, at sea level.',
  });
  const relief = decided('relief valve setting', 'pressure', vessel.reliefPressure, 'vessel/reliefPressure');
  const reliefPressure = book.add({
    id: 'vessel/reliefPressure',
    label: 'Relief valve',
    kind: 'pressure',
    value: vessel.reliefPressure,
    formula: 'p_sv decided in the job',
    source: 'the weakest part of the system decides; the relief valve protects it',
    terms: { p_sv: relief },
  });
  const end = book.add({
    id: 'vessel/endPressure',
    label: 'End pressure',
    kind: 'pressure',
    value: endPressure(vessel.reliefPressure),
    formula: vessel.reliefPressure <= 5e5 ? 'pe = p_sv − 0.5 bar' : 'pe = 0.9 · p_sv',
    source: 'EN 12828',
    terms: { p_sv: reliefPressure },
  });
  const sum = vesselVolume(content.value, share.value, gasPressure.value, end.value, {
    reserveShare: rules.vesselReserveShare.limit,
    leastReserve: rules.vesselReserveLeast.limit,
    smallVessel: rules.vesselSmall.limit,
    smallReserveShare: rules.vesselSmallReserve.limit,
  });
  const reserve = book.add({
    id: 'vessel/reserve',
    label: 'Water reserve',
    kind: 'volume',
    value: sum.reserve,
    formula: sum.small ? 'Vwr = 20 % of the vessel' : 'Vwr = max(0.5 % · V, 3 L)',
    source: 'EN 12828',
    terms: sum.small
      ? { share: byRule(rules.vesselSmallReserve), limit: byRule(rules.vesselSmall) }
      : { V: content, share: byRule(rules.vesselReserveShare), least: byRule(rules.vesselReserveLeast) },
  });
  const leastVolume = book.add({
    id: 'vessel/leastVolume',
    label: 'Least volume of the vessel',
    kind: 'volume',
    value: sum.volume,
    formula: 'Vn = (e · V + Vwr) · (pe + 1 bar) / (pe − p0)',
    source: 'EN 12828, annex on expansion vessels',
    terms: { e: share, V: content, Vwr: reserve, pe: end, p0: gasPressure },
    ...(Number.isFinite(sum.volume)
      ? {}
      : { note: 'The gas pressure leaves no room below the end pressure: no vessel can do this.' }),
  });
  const stocked = stockedVessel(sum.volume);
  const chosen = vessel.volume === 'auto' ? stocked : vessel.volume;
  const volume =
    chosen === undefined
      ? null
      : book.add({
          id: 'vessel/volume',
          label: 'Expansion vessel',
          kind: 'volume',
          value: chosen,
          formula: vessel.volume === 'auto' ? 'smallest stocked size ≥ Vn' : 'Vn decided in the job',
          source:
            vessel.volume === 'auto'
              ? `common practice sizes ${(VESSEL_SIZES[0] as number) * 1000} to ${(VESSEL_SIZES.at(-1) as number) * 1000} L`
              : 'decided in the job',
          terms: {
            Vn: leastVolume,
            ...(vessel.volume === 'auto' ? {} : { V: decided('volume of the vessel', 'volume', vessel.volume, 'vessel/volume') }),
          },
        });
  const heldBack = volume ? (sum.small ? rules.vesselSmallReserve.limit * volume.value : sum.reserve) : 0;
  const filling = volume ? fillPressure(volume.value, heldBack, gasPressure.value) : Number.NaN;
  return {
    content,
    leastVolume,
    volume,
    gasPressure,
    endPressure: end,
    reliefPressure,
    pinned: vessel.volume !== 'auto',
    fillPressure:
      volume && Number.isFinite(filling)
        ? book.add({
            id: 'vessel/fillPressure',
            label: 'Filling pressure, cold',
            kind: 'pressure',
            value: filling,
            formula: 'pa = Vn (p0 + 1 bar) / (Vn − Vwr) − 1 bar',
            source: 'EN 12828',
            terms: {
              Vn: volume,
              p0: gasPressure,
              Vwr: given('reserve held by this vessel', 'volume', heldBack, 'as above'),
            },
          })
        : null,
  };
}
