import { byRule, decided, type Figure, type Ingredient } from '../figure/figure.ts';
import { water } from '../fluid/water.ts';
import { coilHeat, reheatTime } from '../plant/cylinder.ts';
import type { PumpDesign } from './choose-pump.ts';
import type { Context } from './context.ts';
import type { PipeDesign } from './pipe-design.ts';

/** What the cylinder does. */
export interface HotWaterDesign {
  /** Heat of its coil for each K above the store, and what it takes when the store is nearly warm. */
  coil: Figure;
  atEnd: Figure;
  /** What the source has for it. */
  power: Figure;
  /** What it is kept at, and how much. */
  store: Figure;
  volume: Figure;
  /** Its charging pump, where it has one of its own, and the pipe to it; null until there is a plant. */
  pump: PumpDesign | null;
  run: PipeDesign | null;
  /** Seconds from cold to warm; infinity where the water never gets it there. */
  reheat: Figure;
}

/**
 * Reheat of the cylinder; null without one, or while nothing says how large the source is.
 * @param source its capacity, and what the heating takes of it on the design day
 */
export function designHotWater(
  context: Context,
  source: { capacity: Figure; load: Figure } | null,
  charging: { pump: PumpDesign | null; run: PipeDesign } | null = null,
): HotWaterDesign | null {
  const { job, book, rules } = context;
  const { hotWater } = job;
  if (!hotWater || !source) return null;
  const field = (label: string, kind: 'temperature' | 'volume' | 'power', key: keyof typeof hotWater): Ingredient =>
    decided(label, kind, hotWater[key] as number, `hotWater/${key}`);
  const coil = book.add({
    id: 'hotWater/coil',
    label: 'Coil: heat for each kelvin above the store',
    kind: 'heatPerKelvin',
    value: coilHeat(hotWater),
    formula: 'k = ε · C, C = Q / (T_f − T_r), ε = 1 − e^(−UA / C), UA = Q / ΔT_lm',
    source: 'effectiveness of an exchanger against one temperature; flow through the coil as at its rating',
    terms: {
      Q: field('rated output', 'power', 'coilOutput'),
      T_f: field('rated at flow', 'temperature', 'coilFlow'),
      T_r: field('rated at return', 'temperature', 'coilReturn'),
      T_s: field('rated at store', 'temperature', 'coilStore'),
    },
  });
  const flow = field('flow while charging', 'temperature', 'flowTemperature');
  const store = field('temperature of the store', 'temperature', 'storeTemperature');
  const parallel = hotWater.charging === 'parallel';
  const power = book.add({
    id: 'hotWater/power',
    label: 'Source: left for hot water',
    kind: 'power',
    value: Math.max(source.capacity.value - (parallel ? source.load.value : 0), 0),
    formula: parallel ? 'P = P_source − Q_heating' : 'P = P_source',
    source: parallel ? 'charging beside the heating on the design day' : 'the heating waits while the cylinder is charged',
    terms: { P_source: source.capacity, ...(parallel ? { Q_heating: source.load } : {}) },
  });
  const atEnd = book.add({
    id: 'hotWater/atEnd',
    label: 'Coil: takes when the store is nearly warm',
    kind: 'power',
    value: Math.max(0, coil.value * (hotWater.flowTemperature - hotWater.storeTemperature)),
    formula: 'Q = k (T_f − T_store)',
    source: 'the least it takes: below what the source can hold, that cycles',
    terms: { k: coil, T_f: flow, T_store: store },
  });
  const mean = water((hotWater.coldTemperature + hotWater.storeTemperature) / 2);
  const capacity = hotWater.volume * mean.density * mean.specificHeat;
  const reheat = book.add({
    id: 'hotWater/reheat',
    label: 'Time from cold to warm',
    kind: 'duration',
    value: reheatTime(
      hotWater.coldTemperature,
      hotWater.storeTemperature,
      hotWater.flowTemperature,
      coil.value,
      power.value,
      capacity,
    ),
    formula: 't = ∫ C_store / min(P, k (T_f − T)) dT',
    source: 'energy balance of a mixed store, solved exactly',
    terms: {
      V: field('volume of the cylinder', 'volume', 'volume'),
      T_cold: field('cold water', 'temperature', 'coldTemperature'),
      T_store: store,
      T_f: flow,
      P: power,
      k: coil,
      'wanted within': byRule(rules.reheatTime),
    },
  });
  const shown = (
    key: 'store' | 'volume',
    label: string,
    kind: 'temperature' | 'volume',
    value: number,
    term: Ingredient,
  ): Figure =>
    book.add({
      id: `hotWater/${key}`,
      label,
      kind,
      value,
      formula: 'decided in the job',
      source: 'decided in the job',
      terms: { [label]: term },
    });
  return {
    coil,
    atEnd,
    power,
    reheat,
    store: shown('store', 'Cylinder kept at', 'temperature', hotWater.storeTemperature, store),
    volume: shown('volume', 'Cylinder', 'volume', hotWater.volume, field('volume of the cylinder', 'volume', 'volume')),
    pump: charging?.pump ?? null,
    run: charging?.run ?? null,
  };
}
