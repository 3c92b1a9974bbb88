import type { PlantState } from '../../design/plant-state.ts';
import { boreArea } from '../../pipe/friction.ts';
import type { PumpState } from '../../plant/circulator.ts';
import { sayOnTag } from '../../quantity/format.ts';
import type { Tag } from '../sheet.ts';
import { type Look, rests } from './look.ts';

/** A pump of the plant that belongs to no circuit. */
function pumpAt(state: PlantState, owner: string): PumpState | null {
  if (owner === 'source') return state.source.pump;
  if (owner === 'distribution') return state.shared;
  if (owner === 'hotWater') return state.hotWater?.pump ?? null;
  return state.further.find((each) => owner === `furtherSources/${each.id}`)?.pump ?? null;
}

/** What a part does in a state other than the design day, in place of its figures; null where those stand. */
export function wordsNow({ component, word }: Tag, look: Look): [string, string?] | null {
  const { state, designDay, design, display } = look;
  if (rests(look, component) && /\/(pump|valve)$/.test(component)) return ['off'];
  if (designDay || !state) return null;
  if (component === 'source')
    return [
      `${sayOnTag(Math.abs(state.source.heat), 'power', display)}${state.cools ? ' cold' : ''}`,
      sayOnTag(state.source.flow, 'volumeFlow', display),
    ];
  const pair = state.pairs.find(({ id }, i) => component === (i === 0 ? 'header' : `pairs/${id}`));
  if (pair)
    return [
      `${sayOnTag(pair.supply, 'temperature', display)} in`,
      `${sayOnTag(Math.abs(pair.across), 'massFlow', display)} ${pair.across >= 0 ? 'past' : 'round'}`,
    ];
  if (component === 'header') {
    const through = state.pipes.header ?? 0;
    const way = through >= 0 ? 'down' : 'up';
    return [
      `${sayOnTag(state.toCircuits, 'temperature', display)} out`,
      `${sayOnTag(Math.abs(through), 'volumeFlow', display)} ${way}`,
    ];
  }
  const owner = component.split('/').slice(0, -1).join('/');
  const circuit = state.circuits.find((each) => owner === `circuits/${each.id}`);
  if (component === 'hotWater') {
    const { hotWater } = state;
    if (hotWater?.store !== undefined)
      return [
        sayOnTag(hotWater.store, 'temperature', display),
        hotWater.running ? sayOnTag(hotWater.heat, 'power', display) : 'rests',
      ];
    return hotWater?.running
      ? [sayOnTag(hotWater.heat, 'power', display), sayOnTag(hotWater.supply, 'temperature', display)]
      : null;
  }
  if (component.startsWith('furtherSources/') && !component.endsWith('/pump')) {
    const source = state.further.find((each) => component === `furtherSources/${each.id}`);
    return source?.running ? [sayOnTag(source.heat, 'power', display), sayOnTag(source.flow, 'volumeFlow', display)] : ['off'];
  }
  if (component.endsWith('/pump')) {
    if (circuit && !circuit.pump)
      return [circuit.running ? 'open' : 'shut', sayOnTag(Math.max(circuit.flow, 0), 'volumeFlow', display)];
    const pump = circuit ? circuit.pump : pumpAt(state, owner);
    if (!pump || pump.head <= 0) return ['off'];
    return [sayOnTag(pump.flow, 'volumeFlow', display), sayOnTag(pump.head, 'head', display)];
  }
  if (component.endsWith('/run')) {
    const flow = state.pipes[`${owner}/flow`] ?? 0;
    const bore = design.figures[`${component}/bore`]?.value;
    return bore ? [word ?? '', sayOnTag(Math.abs(flow) / boreArea(bore), 'velocity', display)] : null;
  }
  if (component.endsWith('/valve')) {
    const flow = state.pipes[`${owner}/flow`] ?? 0;
    const hot = state.pipes[`${owner}/hot`] ?? 0;
    return [flow > 1e-8 ? `${sayOnTag(hot / flow, 'fraction', display)} ${state.cools ? 'cold' : 'hot'}` : 'off'];
  }
  return null;
}
