import { byRule, decided, type Figure } from '../figure/figure.ts';
import { boreForVelocity } from '../plant/separation.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';

export interface HeaderDesign {
  bore: Figure;
  boreByVelocity: Figure;
  boreByDiameters: Figure;
  velocity: Figure;
  pinned: boolean;
}

/** Bore of a low-loss header: by velocity and by the three-diameter habit; the wider one wins. */
export function designHeader(context: Context, source: SourceFlow): HeaderDesign {
  const { job, book, rules } = context;
  const flow = Math.max(source.massFlow.value, source.secondaryFlow.value) / source.fluid.density;
  const boreByVelocity = book.add({
    id: 'header/boreByVelocity',
    label: 'Header: bore by velocity',
    kind: 'bore',
    value: boreForVelocity(flow, rules.headerVelocity.limit),
    formula: 'd = √(4 V / (π v)), V = the larger of m_p and m_s over ρ',
    source: 'continuity',
    terms: {
      m_p: source.massFlow,
      m_s: source.secondaryFlow,
      ρ: context.densityOf(source.fluid),
      v: byRule(rules.headerVelocity),
    },
  });
  const boreByDiameters = book.add({
    id: 'header/boreByDiameters',
    label: 'Header: bore by three diameters',
    kind: 'bore',
    value: rules.headerDiameters.limit * source.run.pipe.bore.value,
    formula: 'd = 3 · d_pipe',
    source: rules.headerDiameters.source,
    terms: { n: byRule(rules.headerDiameters), d_pipe: source.run.pipe.bore },
  });
  const wanted = Math.max(boreByVelocity.value, boreByDiameters.value);
  const pinned = job.separation.bore;
  const bore = book.add({
    id: 'header/bore',
    label: 'Header: bore',
    kind: 'bore',
    value: pinned === 'auto' ? wanted : pinned,
    formula: pinned === 'auto' ? 'd = the wider of the two' : 'd decided in the job',
    source: pinned === 'auto' ? 'both habits kept' : 'decided in the job',
    terms: {
      ...(pinned === 'auto' ? {} : { d: decided('bore of the header', 'bore', pinned, 'separation/bore') }),
      'd by velocity': boreByVelocity,
      'd by diameters': boreByDiameters,
    },
  });
  const velocity = book.add({
    id: 'header/velocity',
    label: 'Header: velocity inside',
    kind: 'velocity',
    value: boreForVelocity(flow, 1) ** 2 / bore.value ** 2,
    formula: 'v = V / (π d² / 4)',
    source: 'continuity',
    terms: { m_p: source.massFlow, m_s: source.secondaryFlow, d: bore },
  });
  return { bore, boreByVelocity, boreByDiameters, velocity, pinned: pinned !== 'auto' };
}
