import { byRule, type Figure, type Ingredient } from '../figure/figure.ts';
import { type CirculatorSpeed, chooseSpeed, fastest, findCirculator } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Context, FilledState } from './context.ts';

export interface PumpDuty {
  modelId: string;
  label: string;
  step: number;
  steps: number;
  /** Share of full speed, and how it runs in words: "speed 2 of 3" or "73 % of full speed". */
  speed: number;
  running: string;
  flow: Figure;
  head: Figure;
  power: Figure;
  temperatureDifference: Figure;
  /** Points [flow m3/s, head m] of the pump curve and of the system curve, for a chart. */
  pumpCurve: [number, number][];
  systemCurve: [number, number][];
}

export interface PumpDesign {
  /** Component on the wall: `circuits/c1/pump` or `source/pump`. */
  place: string;
  label: string;
  /** Heat it carries on the design day. */
  load: Figure;
  designFlow: Figure;
  /** Head of the index run at design flow. */
  head: Figure;
  /** The same with the rulebook's margin: what the pump is chosen for. */
  wantedHead: Figure;
  pinned: boolean;
  /** A pinned pump the catalogue does not hold. */
  unknownPump: string | null;
  /** False when a pinned pump falls short of the wanted head; it is run all the same. */
  reaches: boolean;
  duty: PumpDuty | null;
}

/** A pump before its duty point is known. */
export interface ChosenPump {
  place: string;
  label: string;
  designFlow: Figure;
  head: Figure;
  wantedHead: Figure;
  /** Pressure the index run takes at design flow, Pa. */
  indexLoss: number;
  pinned: boolean;
  unknownPump: string | null;
  reaches: boolean;
  speed: CirculatorSpeed | null;
  /** How it runs in summer, where it is chosen for that too; null where it stays as in winter. */
  summer: SummerSpeed | null;
  load: Figure;
  /** What it moves, at the mean temperature of its circuit. */
  fluid: FilledState;
  /** Loss in Pa of what this pump alone drives. */
  ownLossAt: (flow: number) => number;
}

/** A speed of the same pump for summer, and what its index run then takes, Pa. */
export interface SummerSpeed {
  speed: CirculatorSpeed;
  flow: number;
  indexLoss: number;
}

/** What a pump is asked to do. */
export interface Asked extends Pick<ChosenPump, 'place' | 'label' | 'designFlow' | 'load' | 'fluid' | 'ownLossAt'> {
  pinnedId: string;
  /** What makes up the loss of its index run, and that loss, Pa. */
  losses: Record<string, Ingredient>;
  loss: number;
  /** Flow and loss in summer, m3/s and Pa, where it is chosen for that too. */
  summer?: { flow: number; loss: number } | null;
}

/** The pump that does what is asked with the least power, or the pinned one. */
export function choose(context: Context, asked: Asked): ChosenPump {
  const { book, rules } = context;
  const { place, label, designFlow, fluid } = asked;
  const rho = context.densityOf(fluid);
  const head = book.add({
    id: `${place}/head`,
    label: `${label}: head of the index run`,
    kind: 'head',
    value: asked.loss / (fluid.density * GRAVITY),
    formula: 'H = Σ Δp / (ρ g)',
    source: 'definition of head; losses in series add up',
    terms: { ...asked.losses, ρ: rho },
  });
  const wantedHead = book.add({
    id: `${place}/wantedHead`,
    label: `${label}: head the pump is chosen for`,
    kind: 'head',
    value: head.value * rules.headMargin.limit,
    formula: 'H_w = H · margin',
    source: rules.headMargin.source,
    terms: { H: head, margin: byRule(rules.headMargin) },
  });
  const model = asked.pinnedId === 'auto' ? undefined : findCirculator(asked.pinnedId, context.job.ownPumps);
  const summerHead = asked.summer ? (asked.summer.loss / (fluid.density * GRAVITY)) * rules.headMargin.limit : 0;
  // Where summer asks for more, the pump is the one that does that; winter is then one of its slower speeds.
  const forSummer = asked.summer ? chooseSpeed(asked.summer.flow, summerHead, model) : undefined;
  const fitting = chooseSpeed(designFlow.value, wantedHead.value, model ?? forSummer?.model);
  return {
    place,
    label,
    designFlow,
    load: asked.load,
    ownLossAt: asked.ownLossAt,
    fluid,
    indexLoss: asked.loss,
    head,
    wantedHead,
    pinned: model !== undefined,
    unknownPump: asked.pinnedId !== 'auto' && !model ? asked.pinnedId : null,
    reaches: fitting !== undefined,
    speed: fitting ?? (model ? fastest(model) : null),
    summer: summerOf(asked, forSummer ?? (fitting && asked.summer ? fastest(fitting.model) : undefined)),
  };
}

const summerOf = ({ summer }: Asked, speed: CirculatorSpeed | undefined): SummerSpeed | null =>
  summer && speed ? { speed, flow: summer.flow, indexLoss: summer.loss } : null;
