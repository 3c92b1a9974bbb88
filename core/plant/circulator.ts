import type { Display, OwnPump } from '../../model/job.ts';
import type { HeadCurve } from '../network/pump-law.ts';
import { inUnits } from '../quantity/in-units.ts';
import { monotoneCurve } from '../quantity/monotone-curve.ts';
import { CIRCULATORS, type CirculatorModel } from './circulator-catalogue.ts';

/** One speed of one circulator, ready to be asked for head and power. */
export interface CirculatorSpeed {
  model: CirculatorModel;
  /** 1 for the lowest speed, rising, as on the knob. */
  step: number;
  /** Share of full speed. */
  share: number;
  /** Flow at which the head is used up, m3/s. */
  mostFlow: number;
  /** Head in m at a flow in m3/s; 0 beyond `mostFlow`. */
  headAt(flow: number): number;
  /** Electric power in W at a flow in m3/s. */
  powerAt(flow: number): number;
}

const PER_HOUR = 1 / 3600;

/**
 * All speeds of a circulator, or those named as shares of full speed. Affinity laws: flow with the speed, head with its
 * square, power with its cube.
 */
export function speedsOf(model: CirculatorModel, shares: readonly number[] = model.speeds): CirculatorSpeed[] {
  const flows = model.curve.map(([flow]) => flow * PER_HOUR);
  const head = monotoneCurve(
    flows,
    model.curve.map((point) => point[1]),
  );
  const power = monotoneCurve(
    flows,
    model.curve.map((point) => point[2]),
  );
  const mostFlow = flows[flows.length - 1] as number;
  return shares.map((share, i) => ({
    model,
    step: shares.length - i,
    share,
    mostFlow: mostFlow * share,
    headAt: (flow) => (flow >= mostFlow * share ? 0 : head.at(flow / share) * share ** 2),
    powerAt: (flow) => power.at(flow / share) * share ** 3,
  }));
}

/** One circulator at any share of its full speed. */
export const atSpeed = (model: CirculatorModel, share: number): CirculatorSpeed => speedsOf(model, [share])[0] as CirculatorSpeed;

/** The head curve of a circulator at full speed, for a network. */
export const headCurve = (model: CirculatorModel): HeadCurve => ({
  kind: 'points',
  flows: model.curve.map(([flow]) => flow * PER_HOUR),
  heads: model.curve.map((point) => point[1]),
});

const ALL_SPEEDS: readonly CirculatorSpeed[] = CIRCULATORS.flatMap((model) => speedsOf(model));

/** What a pump does in one state of a plant: m3/s, m, W, and share of full speed. */
export interface PumpState {
  flow: number;
  head: number;
  power: number;
  speed: number;
}

/** Ids of pumps a job brings itself start with this. */
export const OWN_PUMP = 'own:';

const ownModels = new WeakMap<OwnPump, CirculatorModel>();

/** A pump a job brings itself, as a circulator of one speed. */
function ownModel(pump: OwnPump): CirculatorModel {
  const known = ownModels.get(pump);
  if (known) return known;
  const model: CirculatorModel = {
    id: `${OWN_PUMP}${pump.id}`,
    label: pump.label || 'Own pump',
    speeds: [1],
    checkValve: pump.checkValve,
    curve: pump.points.map(([flow, head, power]) => [flow / PER_HOUR, head, power]),
  };
  ownModels.set(pump, model);
  return model;
}

/** What a circulator is called in the units of a job; one's own as it was typed. */
export const circulatorName = ({ id, label }: Pick<CirculatorModel, 'id' | 'label'>, display: Display): string =>
  id.startsWith(OWN_PUMP) ? label : inUnits(label, display);

/** A circulator of the catalogue, or one of the pumps a job brings itself. */
export const findCirculator = (id: string, own: readonly OwnPump[] = []): CirculatorModel | undefined => {
  if (!id.startsWith(OWN_PUMP)) return CIRCULATORS.find((each) => each.id === id);
  const pump = own.find((each) => `${OWN_PUMP}${each.id}` === id);
  return pump && ownModel(pump);
};

/**
 * The speed, of the whole catalogue or of one pinned model, that reaches a duty with the least electric power.
 * @param flow m3/s @param head m
 * @returns undefined when none reaches it
 */
export function chooseSpeed(flow: number, head: number, pinned?: CirculatorModel): CirculatorSpeed | undefined {
  let best: CirculatorSpeed | undefined;
  for (const speed of pinned ? speedsOf(pinned) : ALL_SPEEDS) {
    if (flow < speed.mostFlow && speed.headAt(flow) >= head && (!best || speed.powerAt(flow) < best.powerAt(flow))) best = speed;
  }
  return best;
}

/** The fastest speed of a model; speeds stand fastest first. */
export const fastest = (model: CirculatorModel): CirculatorSpeed => speedsOf(model)[0] as CirculatorSpeed;
