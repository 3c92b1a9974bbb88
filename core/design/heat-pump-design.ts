import { byRule, decided, type Figure, given } from '../figure/figure.ts';
import { DEFAULT_HEAT_PUMP, defaultCop, frostShare } from '../plant/default-heat-pump.ts';
import { heatPumpAt } from '../plant/heat-pump-map.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { Context } from './context.ts';

/** What a heat pump does on the design day. */
export interface HeatPumpDesign {
  /** Null while its data sheet is not entered: its capacity is then what was decided. */
  output: Figure | null;
  cop: Figure;
  covered: boolean;
}

/** Output and COP on the design day from the data points, or the COP as a usual share of the ideal without any. */
export function designHeatPump(context: Context): HeatPumpDesign | null {
  const { job, book, rules } = context;
  const { heatPump, defrosts } = traitsOf(job.source);
  if (!heatPump) return null;
  // A ground source knows nothing of the air: it draws on its brine.
  const outdoor = defrosts ? job.site.outdoorDesignTemperature : rules.brine.limit;
  const flow = job.source.flowTemperature;
  const at = {
    T_o: defrosts
      ? decided('outdoor design temperature', 'temperature', outdoor, 'site/outdoorDesignTemperature')
      : byRule(rules.brine),
    T_f: decided('source flow temperature', 'temperature', flow, 'source/flowTemperature'),
  };
  const enclosed = job.source.standing === 'enclosed';
  const state = heatPumpAt(job.source.points, outdoor, flow);
  if (!state) {
    const { aboveFlow, belowAir, belowBrine, share } = DEFAULT_HEAT_PUMP;
    return {
      output: null,
      covered: true,
      cop: book.add({
        id: 'source/cop',
        label: 'Heat pump: COP on the design day',
        kind: 'factor',
        value: defaultCop(outdoor, flow, !defrosts) * (enclosed ? rules.enclosedShare.limit : 1),
        formula: `COP = s · T_c / (T_c − T_e)${defrosts ? ' · f' : ''}${enclosed ? ' · s_enclosed' : ''}, T_c = T_f + a_c, T_e = T_o − a_e, absolute`,
        source: 'the default map of a heat pump without data points, from memory; enter its data points',
        terms: {
          s: given('share of the ideal', 'factor', defrosts ? share.air : share.ground, 'from memory'),
          a_c: given('refrigerant above the flow', 'temperatureDifference', aboveFlow, 'from memory'),
          a_e: given(
            'refrigerant below what it draws on',
            'temperatureDifference',
            defrosts ? belowAir : belowBrine,
            'from memory',
          ),
          ...(defrosts
            ? { f: given('left by defrosting', 'fraction', frostShare(outdoor), 'most ice forms about 2 °C, from memory') }
            : {}),
          ...at,
          ...(enclosed ? { s_enclosed: byRule(rules.enclosedShare) } : {}),
        },
      }),
    };
  }
  const points = given('data points entered', 'factor', job.source.points.length, 'data sheet of the heat pump');
  return {
    covered: state.covered,
    output: book.add({
      id: 'source/output',
      label: 'Heat pump: output on the design day',
      kind: 'power',
      value: state.output * (enclosed ? rules.enclosedShare.limit : 1),
      formula: enclosed ? 'P = P(T_o, T_f) · s' : 'P = P(T_o, T_f), straight lines between the data points',
      source: 'data sheet of the heat pump',
      terms: { ...at, n: points, ...(enclosed ? { s: byRule(rules.enclosedShare) } : {}) },
    }),
    cop: book.add({
      id: 'source/cop',
      label: 'Heat pump: COP on the design day',
      kind: 'factor',
      value: state.cop * (enclosed ? rules.enclosedShare.limit : 1),
      formula: enclosed ? 'COP = COP(T_o, T_f) · s' : 'COP = COP(T_o, T_f), straight lines between the data points',
      source: 'data sheet of the heat pump',
      terms: { ...at, n: points, ...(enclosed ? { s: byRule(rules.enclosedShare) } : {}) },
    }),
  };
}
