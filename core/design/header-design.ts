import { byRule, decided, type Figure } from '../figure/figure.ts';
import { boreForVelocity } from '../plant/separation.ts';
import type { Context } from './context.ts';
import type { StationAsked } from './station-asked.ts';

export interface HeaderDesign {
  bore: Figure;
  boreByVelocity: Figure;
  boreByDiameters: Figure;
  velocity: Figure;
  pinned: boolean;
}

/** Bore of a low-loss header: by velocity and by the three-diameter habit; the wider one wins. */
export function designHeader(context: Context, { id, place, entry, feed, drawn, label }: StationAsked): HeaderDesign {
  const { book, rules } = context;
  const flow = Math.max(feed.massFlow.value, drawn.value) / feed.fluid.density;
  const boreByVelocity = book.add({
    id: `${id}/boreByVelocity`,
    label: `${label}: bore by velocity`,
    kind: 'bore',
    value: boreForVelocity(flow, rules.headerVelocity.limit),
    formula: 'd = √(4 V / (π v)), V = the larger of m_p and m_s over ρ',
    source: 'continuity',
    terms: {
      m_p: feed.massFlow,
      m_s: drawn,
      ρ: context.densityOf(feed.fluid),
      v: byRule(rules.headerVelocity),
    },
  });
  const boreByDiameters = book.add({
    id: `${id}/boreByDiameters`,
    label: `${label}: bore by three diameters`,
    kind: 'bore',
    value: rules.headerDiameters.limit * feed.run.pipe.bore.value,
    formula: 'd = 3 · d_pipe',
    source: rules.headerDiameters.source,
    terms: { n: byRule(rules.headerDiameters), d_pipe: feed.run.pipe.bore },
  });
  // A header is set once, also for what comes later.
  const wanted = Math.max(boreByVelocity.value, boreByDiameters.value, place === 'separation' ? context.laid.header : 0);
  const pinned = entry.bore;
  const bore = book.add({
    id: `${id}/bore`,
    label: `${label}: bore`,
    kind: 'bore',
    value: pinned === 'auto' ? wanted : pinned,
    formula: pinned === 'auto' ? 'd = the wider of the two' : 'd decided in the job',
    source: pinned === 'auto' ? 'both habits kept' : 'decided in the job',
    terms: {
      ...(pinned === 'auto' ? {} : { d: decided('bore of the header', 'bore', pinned, `${place}/bore`) }),
      'd by velocity': boreByVelocity,
      'd by diameters': boreByDiameters,
    },
  });
  const velocity = book.add({
    id: `${id}/velocity`,
    label: `${label}: velocity inside`,
    kind: 'velocity',
    value: boreForVelocity(flow, 1) ** 2 / bore.value ** 2,
    formula: 'v = V / (π d² / 4)',
    source: 'continuity',
    terms: { m_p: feed.massFlow, m_s: drawn, d: bore },
  });
  return { bore, boreByVelocity, boreByDiameters, velocity, pinned: pinned !== 'auto' };
}
