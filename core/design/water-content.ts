import { ownContent } from '../emitter/emitter.ts';
import { byRule, decided, type Figure, given } from '../figure/figure.ts';
import { boreArea } from '../pipe/friction.ts';
import type { RuleId } from '../rules/rulebooks.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';

/** Water in the source, and beyond the manifold of each circuit by its id. */
export interface Contents {
  source: Figure;
  beyond: Map<string, Figure>;
}

export const waterContents = (context: Context, circuits: readonly CircuitFlow[], source: SourceFlow): Contents => ({
  source: sourceContent(context, source),
  beyond: new Map(circuits.map((flow) => [flow.circuit.id, emitterContent(context, flow)])),
});

const EMITTER_CONTENT: Record<CircuitFlow['circuit']['emitters'], RuleId> = {
  radiators: 'radiatorContent',
  floor: 'floorContent',
  'air-units': 'airUnitContent',
};

/** Water content after the manifold of one circuit: decided, or so many litres per kW. */
function emitterContent(context: Context, flow: CircuitFlow): Figure {
  const { circuit, place, load } = flow;
  // Floors are known pipe by pipe; the rest stands for the usual litres per kW.
  const floors = flow.parts.filter((part) => part.emitter?.kind === 'floor');
  const inFloors = flow.loops
    .filter((loop) => floors.some((part) => part.emitter?.id === loop.emitterId && part.room.id === loop.roomId))
    .reduce((sum, loop) => sum + loop.length * boreArea(loop.bore), 0);
  // A panel's water is known by its type and size.
  const panels = flow.parts.flatMap((part) =>
    part.emitter && ownContent(part.emitter) !== null ? [{ part, held: ownContent(part.emitter) ?? 0 }] : [],
  );
  const inPanels = panels.reduce((sum, { held }) => sum + held, 0);
  const rest = [...floors, ...panels.map(({ part }) => part)].reduce((sum, part) => sum - part.load, load.value);
  const known = inFloors + inPanels;
  const rule = context.rules[EMITTER_CONTENT[circuit.emitters]];
  const decidedContent = circuit.waterContent;
  return context.book.add({
    id: `${place}/waterContent`,
    label: `${circuit.name}: water beyond the manifold`,
    kind: 'volume',
    value: decidedContent === 'auto' ? (rule.limit * Math.max(rest, 0)) / 1000 + known : decidedContent,
    formula:
      decidedContent !== 'auto'
        ? 'V decided in the job'
        : known > 0
          ? 'V = litres per kW · Q + V_known'
          : 'V = litres per kW · Q',
    source: decidedContent === 'auto' ? rule.source : 'decided in the job',
    terms:
      decidedContent === 'auto'
        ? {
            'per kW': byRule(rule),
            Q:
              known > 0
                ? given(
                    'load of what is neither floor nor panel',
                    'heatLoad',
                    Math.max(rest, 0),
                    'load of the circuit less those',
                  )
                : load,
            ...(inFloors > 0
              ? { V_loops: given('water in floor loops', 'volume', inFloors, 'length times bore of each loop') }
              : {}),
            ...(inPanels > 0
              ? { V_panels: given('water in panels', 'volume', inPanels, 'by type, height and length; from memory') }
              : {}),
          }
        : { V: decided('water content', 'volume', decidedContent, `${place}/waterContent`) },
  });
}

function sourceContent({ job, book, rules }: Context, source: SourceFlow): Figure {
  return book.add({
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
}
