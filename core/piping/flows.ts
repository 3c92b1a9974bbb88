import { hotShare } from '../circuit/mixing.ts';
import { type Branch, type LinkBranch, type Plan, portIdOf, type SourceBranch, type Station, stationOf } from '../plan/plan.ts';
import type { Drawn, Feed, PortLaw, StationNumbers } from '../station/kind.ts';
import { KINDS } from '../station/kinds.ts';
import { together } from '../station/meeting.ts';

/** What a circuit draws from where it hangs. */
export interface Draw {
  /** Mass flow in the circuit itself, kg/s. */
  massFlow: number;
  /** Temperature drop over the circuit, K. */
  drop: number;
  /** Set point of its mixing valve, C; undefined for a direct circuit. */
  mixedTo?: number;
}

/** Numbers of the design state, by the places of branches and the ids of stations. */
export interface Numbers {
  /** Circuits that are missing draw nothing. */
  circuits: ReadonlyMap<string, Draw>;
  /** Sources that run: their flow in kg/s, `Infinity` where the draw decides it, and what they send, degrees C. */
  sources: ReadonlyMap<string, Feed>;
  /** Flow of links that set their own, kg/s; others carry what is drawn behind them. */
  links: ReadonlyMap<string, number>;
  stations: ReadonlyMap<string, StationNumbers>;
}

export interface BranchFlow extends Drawn {
  /** What reaches it, degrees C; of a source what it sends. */
  supply: number;
  /** Hot water in its mix, 1 where nothing is mixed. */
  hotShare: number;
}

/** Flows and temperatures of every branch by its place. */
export type PlanFlows = Map<string, BranchFlow>;

const NO_NUMBERS: StationNumbers = { approach: 0 };

/** What a circuit draws and sends back at a supply. Source: energy balance of its mixing valve. */
export function drawAt({ massFlow, drop, mixedTo }: Draw, supply: number): Drawn & { hotShare: number } {
  const arriving = mixedTo === undefined ? supply : Math.min(mixedTo, supply);
  const back = arriving - drop;
  const share = mixedTo === undefined ? 1 : hotShare(mixedTo, supply, back);
  return { flow: massFlow * share, back, hotShare: share };
}

/**
 * Steady flows and temperatures of a whole plant at design, from the sources outwards: every station asks what hangs on it, mixes, and
 * sends on. Nothing is thrown; what no source reaches is missing from the answer.
 */
export function flowsOf(plan: Plan, numbers: Numbers): PlanFlows {
  const found: PlanFlows = new Map();
  const stations = new Map(plan.stations.map((station) => [station.id, station]));
  const hanging = (station: Station) => plan.branches.filter((each) => stationOf(each.at) === station.id);
  const incoming = (station: Station): LinkBranch[] =>
    plan.branches.filter((each): each is LinkBranch => each.kind === 'link' && stationOf(each.to) === station.id);

  const lawOf = (branch: Branch, path: readonly string[]): PortLaw | null => {
    if (branch.kind === 'circuit') {
      const draw = numbers.circuits.get(branch.place);
      return draw ? (supply) => drawAt(draw, supply) : null;
    }
    if (branch.kind === 'source') {
      // Beside the feed of its station: it takes what stands there and gives it back as warm as it sends.
      const own = numbers.sources.get(branch.place);
      return own && Number.isFinite(own.flow) ? () => ({ flow: own.flow, back: own.temperature }) : null;
    }
    const to = stations.get(stationOf(branch.to));
    // A link that leads back to where its water came from is laid aside.
    if (!to || path.includes(to.id)) return null;
    return (supply) => fedBy(to, feedOf(branch, supply), branch, path);
  };
  const feedOf = (link: LinkBranch, temperature: number): Feed => ({
    flow: numbers.links.get(link.place) ?? Number.POSITIVE_INFINITY,
    temperature,
  });
  const lawsAt = (station: Station, feeds: readonly Branch[], path: readonly string[]) => {
    const own = hanging(station).flatMap((branch): { port: string; branch: Branch; law: PortLaw }[] => {
      const law = feeds.includes(branch) ? null : lawOf(branch, [...path, station.id]);
      return law ? [{ port: portIdOf(branch.at), branch, law }] : [];
    });
    const laws = new Map<string, PortLaw>();
    for (const { port } of own) {
      const here = own.filter((each) => each.port === port).map(({ law }) => law);
      laws.set(port, (supply) => together(here, supply));
    }
    return { own, laws };
  };
  const numbersOf = (station: Station) => numbers.stations.get(station.id) ?? NO_NUMBERS;
  const fedBy = (station: Station, feed: Feed, from: Branch, path: readonly string[]): Drawn =>
    KINDS[station.kind].fed(station, feed, lawsAt(station, [from], path).laws, numbersOf(station));

  /** Writes down a station and all behind it, once its feed is known. */
  const walk = (station: Station, feed: Feed, feeds: readonly Branch[], path: readonly string[]): Drawn => {
    const { own, laws } = lawsAt(station, feeds, path);
    const fed = KINDS[station.kind].fed(station, feed, laws, numbersOf(station));
    for (const { port, branch, law } of own) {
      const supply = fed.ports[port]?.supply ?? feed.temperature;
      const drawn = law(supply);
      const draw = branch.kind === 'circuit' ? numbers.circuits.get(branch.place) : undefined;
      found.set(branch.place, {
        ...drawn,
        supply: branch.kind === 'source' ? drawn.back : supply,
        back: branch.kind === 'source' ? supply : drawn.back,
        hotShare: draw ? drawAt(draw, supply).hotShare : 1,
      });
      const to = branch.kind === 'link' ? stations.get(stationOf(branch.to)) : undefined;
      if (branch.kind === 'link' && to) walk(to, feedOf(branch, supply), [branch], [...path, station.id]);
    }
    return fed;
  };

  for (const station of plan.stations) {
    if (incoming(station).length > 0) continue;
    const feeding = hanging(station).filter(
      (each): each is SourceBranch => each.kind === 'source' && numbers.sources.has(each.place),
    );
    const lead = feeding[0];
    if (!lead) continue;
    // Sources side by side on one port are one feed of what they send together.
    const beside = feeding.filter((each) => each.at === lead.at);
    const sent = beside.map((each) => numbers.sources.get(each.place) as Feed);
    const whole = sent.reduce((sum, { flow }) => sum + flow, 0);
    const temperature = Number.isFinite(whole)
      ? sent.reduce((sum, each) => sum + each.flow * each.temperature, 0) / Math.max(whole, Number.MIN_VALUE)
      : (sent[0] as Feed).temperature;
    const fed = walk(station, { flow: whole, temperature }, beside, []);
    for (const [i, source] of beside.entries()) {
      const own = sent[i] as Feed;
      found.set(source.place, {
        flow: Number.isFinite(own.flow) ? own.flow : fed.flow / beside.length,
        back: fed.back,
        supply: own.temperature,
        hotShare: 1,
      });
    }
  }
  return found;
}
