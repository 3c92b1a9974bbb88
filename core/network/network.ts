import { boreArea } from '../pipe/friction.ts';
import { type FrictionLaw, type FrictionTable, frictionTable } from './friction-table.ts';
import type { PumpSpec } from './pump-law.ts';

/** A point where links meet. */
export interface NodeSpec {
  id: string;
  /** m above the plant's floor. */
  elevation?: number;
  /** Fixed gauge pressure in Pa: where the expansion vessel, or any other static pressure, is connected. */
  pressure?: number;
  /** Water put in from outside in kg/s; negative when it is taken out. */
  inflow?: number;
}

/** What stands between two points. Losses named together act in series. Positive flow runs from `from` to `to`. */
export interface LinkSpec {
  id: string;
  from: string;
  to: string;
  /** Straight round pipe, m. */
  pipe?: { length: number; bore: number; roughness: number };
  /** Sum of loss coefficients referred to the velocity in a bore in m. */
  fittings?: { zeta: number; bore: number };
  /** Flow coefficient Kv in m3/h at 1 bar. */
  kv?: number;
  /** Passes water one way only, and only above an opening pressure in Pa. */
  oneWay?: { opening: number };
  pump?: PumpSpec;
  /** Throttles by itself, so that hardly more than a volume flow in m3/s passes whatever the pressure: needs a Kv. */
  mostFlow?: number;
  /** Shut. */
  closed?: boolean;
}

/** Three links that meet at a point as the legs of a tee of 90 degrees. */
export interface TeeSpec {
  id: string;
  node: string;
  /** The two legs in line, and the one that stands on them. */
  straight: readonly [string, string];
  branch: string;
  /** Bores of the straight way and of the branch, m. */
  bore: number;
  branchBore: number;
}

export interface NetworkSpec {
  nodes: readonly NodeSpec[];
  links: readonly LinkSpec[];
  /** Tees whose loss depends on how the water splits. */
  tees?: readonly TeeSpec[];
}

/** Something in a network that cannot be computed as given. The rest still is. */
export interface NetworkProblem {
  kind:
    | 'unknown-node'
    | 'same-node'
    | 'twice'
    | 'bad-number'
    | 'no-pressure-point'
    | 'two-pressure-points'
    | 'no-drive'
    | 'dead-end';
  /** Id of the link or node. */
  at: string;
  /** What is wrong and what to do, as a sentence. */
  message: string;
}

/** A network in numbers: nodes and links by index. */
export interface Network {
  nodeIds: string[];
  linkIds: string[];
  nodeIndex: Map<string, number>;
  linkIndex: Map<string, number>;
  from: Int32Array;
  to: Int32Array;
  elevation: Float64Array;
  inflow: Float64Array;
  /** 1 where the pressure is fixed. */
  fixed: Uint8Array;
  fixedPressure: Float64Array;
  links: readonly LinkSpec[];
  /** What the shape of each link means for its loss, apart from the water in it. */
  geometry: {
    /** 8 L / (pi^2 d^5): times f m^2 / rho it is the friction loss in Pa. */
    darcy: Float64Array;
    /** 4 / (pi d): times m / (rho nu) it is the Reynolds number. */
    reynolds: Float64Array;
    /** Sum of zeta 8 / (pi^2 d^4): times m^2 / rho it is the loss of the fittings in Pa. */
    fittings: Float64Array;
    /** Volume flow in m3/s at which a link of this size usually runs: where a solver starts. */
    usualFlow: Float64Array;
  };
  kv: Float64Array;
  opening: Float64Array;
  /** 1 for links that pass water one way. */
  oneWay: Uint8Array;
  closed: Uint8Array;
  pumpLinks: number[];
  /** Links that throttle by themselves. */
  limiterLinks: number[];
  tees: readonly TeeSpec[];
  /** Friction of each link's wall, null for a link without pipe. */
  friction: Record<FrictionLaw, readonly (FrictionTable | null)[]>;
  problems: NetworkProblem[];
}

/** Velocity at which pipes are taken to flow before anything is known, m/s; pressure lost in a valve, bar. */
const USUAL_VELOCITY = 0.4;
const USUAL_VALVE_LOSS = 0.01;

/** Why three links are no tee, or null. */
function teeProblem({ node, straight, branch, bore, branchBore }: TeeSpec, linkOf: (id: string) => LinkSpec | undefined) {
  const legs = [...straight, branch];
  const astray = legs.find((id) => linkOf(id)?.from !== node && linkOf(id)?.to !== node);
  if (astray !== undefined) return `has a leg that does not meet it (${astray || 'no name'}); connect three different pipes`;
  if (new Set(legs).size < 3) return 'has the same pipe on two legs; connect three different pipes';
  if (!(bore > 0 && branchBore > 0 && finite(bore) && finite(branchBore))) return 'has no bores; give inside diameters above 0';
  return null;
}

const finite = (value: number | undefined) => value === undefined || Number.isFinite(value);

/** What is wrong with the numbers of a link, or null. */
function linkProblem(link: LinkSpec): string | null {
  const { pipe, fittings, kv, oneWay, pump, mostFlow } = link;
  if (pipe) {
    if (!finite(pipe.length) || pipe.length < 0) return 'has no length; give its length in m, 0 or more';
    if (!(pipe.bore > 0) || !finite(pipe.bore)) return 'has no bore; give an inside diameter above 0';
    if (!(pipe.roughness >= 0) || pipe.roughness > 0.05 * pipe.bore) {
      return 'has a wall rougher than a twentieth of its bore; give the roughness of the material';
    }
  }
  if (fittings && !(fittings.zeta >= 0 && fittings.bore > 0 && finite(fittings.zeta) && finite(fittings.bore))) {
    return 'has a loss coefficient below 0 or none; give 0 or more and the bore it refers to';
  }
  if (kv !== undefined && !(kv > 1e-4 && kv < 1e6)) {
    return 'has an impossible Kv; give the flow in m³/h that loses 1 bar, 0.0001 to 1 000 000';
  }
  if (oneWay && !(oneWay.opening >= 0 && finite(oneWay.opening))) {
    return 'has no opening pressure; give 0 Pa or more';
  }
  if (mostFlow !== undefined && !(mostFlow > 0 && finite(mostFlow) && kv !== undefined)) {
    return 'has no flow to hold; give the flow it is set to, above 0, and its Kv when open';
  }
  if (pump) return pumpProblem(pump);
  return null;
}

function pumpProblem({ curve, mode }: PumpSpec): string | null {
  const remedy = 'give at least two points with the flow rising from 0 and the head falling';
  if (curve.kind === 'points') {
    const { flows, heads } = curve;
    if (flows.length < 2 || flows.length !== heads.length || flows[0] !== 0) return `has no pump curve; ${remedy}`;
    for (let i = 1; i < flows.length; i++) {
      if (!(flows[i]! > flows[i - 1]!) || !(heads[i]! <= heads[i - 1]!)) return `has a pump curve that does not fall; ${remedy}`;
    }
    if (!(heads[0]! > 0)) return `has a pump curve without head; ${remedy}`;
  } else if (!(curve.shutOff > 0 && curve.coefficient > 0 && curve.exponent >= 1)) {
    return 'has a pump curve that does not fall; give a shut-off head and coefficient above 0 and an exponent of at least 1';
  }
  const set = mode.kind === 'speed' ? mode.speed : mode.kind === 'off' ? 0 : mode.pressure;
  if (!(set >= 0 && finite(set))) return 'has no set speed or pressure; give 0 or more';
  return null;
}

/**
 * Turns a description into numbers. What cannot be computed is named in `problems` and left out or shut, so that the
 * rest of the plant is still there.
 */
export function compileNetwork(spec: NetworkSpec): Network {
  const problems: NetworkProblem[] = [];
  const nodeIndex = new Map<string, number>();
  const nodes: NodeSpec[] = [];
  for (const node of spec.nodes) {
    if (nodeIndex.has(node.id)) {
      problems.push({ kind: 'twice', at: node.id, message: `Two points are called ${node.id}; give each a name of its own.` });
      continue;
    }
    const bad = !finite(node.elevation) || !finite(node.pressure) || !finite(node.inflow);
    if (bad)
      problems.push({ kind: 'bad-number', at: node.id, message: `${node.id} has an entry that is no number; correct it.` });
    nodeIndex.set(node.id, nodes.length);
    nodes.push(bad ? { id: node.id } : node);
  }
  const linkIndex = new Map<string, number>();
  const links: LinkSpec[] = [];
  for (const link of spec.links) {
    if (linkIndex.has(link.id)) {
      problems.push({ kind: 'twice', at: link.id, message: `Two parts are called ${link.id}; give each a name of its own.` });
      continue;
    }
    const missing = [link.from, link.to].find((id) => !nodeIndex.has(id));
    if (missing !== undefined) {
      problems.push({
        kind: 'unknown-node',
        at: link.id,
        message: `${link.id} has a port that leads nowhere (${missing || 'no name'}); connect it or take the part out.`,
      });
      continue;
    }
    if (link.from === link.to) {
      problems.push({
        kind: 'same-node',
        at: link.id,
        message: `${link.id} starts and ends at the same point; connect its two ports to different points.`,
      });
      continue;
    }
    const bad = linkProblem(link);
    if (bad !== null) problems.push({ kind: 'bad-number', at: link.id, message: `${link.id} ${bad}.` });
    linkIndex.set(link.id, links.length);
    links.push(bad === null ? link : { id: link.id, from: link.from, to: link.to, closed: true });
  }
  if (nodes.length > 0 && nodes.every((node) => node.pressure === undefined)) {
    problems.push({
      kind: 'no-pressure-point',
      at: nodes[0]!.id,
      message: 'Nothing holds the pressure; connect the expansion vessel, then gauge pressures can be told.',
    });
  }
  const tees = (spec.tees ?? []).filter((tee) => {
    const bad = teeProblem(tee, (id) => links[linkIndex.get(id) ?? -1]);
    if (bad !== null) problems.push({ kind: 'bad-number', at: tee.id, message: `${tee.id} ${bad}.` });
    return bad === null;
  });
  const tablesOf = (law: FrictionLaw) =>
    links.map(({ pipe }) => (pipe && pipe.length > 0 ? frictionTable(law, pipe.roughness / pipe.bore) : null));
  let swameeJain: (FrictionTable | null)[] | null = null;
  // Plain loops: the built-in `from` walks an iterator, which costs as much as the solve of a small plant.
  const ofNodes = (value: (node: NodeSpec) => number) => numbers(nodes, value);
  const ofLinks = (value: (link: LinkSpec) => number) => numbers(links, value);
  return {
    nodeIds: nodes.map((node) => node.id),
    linkIds: links.map((link) => link.id),
    nodeIndex,
    linkIndex,
    from: Int32Array.from(links, (link) => nodeIndex.get(link.from)!),
    to: Int32Array.from(links, (link) => nodeIndex.get(link.to)!),
    elevation: ofNodes((node) => node.elevation ?? 0),
    inflow: ofNodes((node) => node.inflow ?? 0),
    fixed: Uint8Array.from(nodes, (node) => (node.pressure === undefined ? 0 : 1)),
    fixedPressure: ofNodes((node) => node.pressure ?? 0),
    links,
    geometry: {
      darcy: ofLinks(({ pipe }) => (pipe ? (8 * pipe.length) / (Math.PI ** 2 * pipe.bore ** 5) : 0)),
      reynolds: ofLinks(({ pipe }) => (pipe ? 4 / (Math.PI * pipe.bore) : 0)),
      fittings: ofLinks((link) => (link.fittings ? (8 * link.fittings.zeta) / (Math.PI ** 2 * link.fittings.bore ** 4) : 0)),
      usualFlow: ofLinks(usualFlow),
    },
    kv: ofLinks((link) => link.kv ?? 0),
    opening: ofLinks((link) => link.oneWay?.opening ?? 0),
    oneWay: Uint8Array.from(links, (link) => (link.oneWay ? 1 : 0)),
    closed: Uint8Array.from(links, (link) => (link.closed ? 1 : 0)),
    pumpLinks: links.flatMap((link, l) => (link.pump ? [l] : [])),
    limiterLinks: links.flatMap((link, l) => (link.mostFlow === undefined ? [] : [l])),
    tees,
    friction: {
      colebrook: tablesOf('colebrook'),
      get 'swamee-jain'() {
        swameeJain ??= tablesOf('swamee-jain');
        return swameeJain;
      },
    },
    problems,
  };
}

function numbers<T>(items: readonly T[], value: (item: T) => number): Float64Array {
  const all = new Float64Array(items.length);
  for (let i = 0; i < all.length; i++) all[i] = value(items[i]!);
  return all;
}

function usualFlow({ pipe, fittings, kv }: LinkSpec): number {
  const bore = pipe?.bore ?? fittings?.bore;
  if (bore !== undefined) return boreArea(bore) * USUAL_VELOCITY;
  return ((kv ?? 1) * Math.sqrt(USUAL_VALVE_LOSS)) / 3600;
}
