import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { type Branch, type Plan, portOf } from '../plan/plan.ts';
import { planOf } from '../plan/plan-of-job.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import { type Driven, Drives, type Stretch } from './drives.ts';
import { type Draw, flowsOf, type Numbers } from './flows.ts';
import { watersOf } from './waters.ts';

const source = (id: string, at: string, pump = true): Branch => ({
  kind: 'source',
  id,
  place: id,
  at: at as `${string}/${string}`,
  pump,
  order: 'lead',
});
const circuit = (id: string, at: string, pump = true): Branch => ({
  kind: 'circuit',
  id,
  place: id,
  at: at as `${string}/${string}`,
  pump,
});
const link = (id: string, at: string, to: string, pump = true): Branch => ({
  kind: 'link',
  id,
  place: id,
  at: at as `${string}/${string}`,
  to: to as `${string}/${string}`,
  pump,
});
const station = (id: string, kind: Plan['stations'][number]['kind'], ports: Plan['stations'][number]['ports'] = []) => ({
  id,
  kind,
  place: id,
  ports,
});
const numbersOf = (circuits: Record<string, Draw>, rest: Partial<Numbers> = {}): Numbers => ({
  circuits: new Map(Object.entries(circuits)),
  sources: new Map(),
  links: new Map(),
  stations: new Map(),
  ...rest,
});

/** A ring main with four pairs of tees, the last of them a mixed floor. */
const RING: Plan = {
  stations: [station('st1', 'ring', [{ id: 'p1' }, { id: 'p2' }, { id: 'p3' }, { id: 'p4' }])],
  branches: [source('s', 'st1/feed'), ...[1, 2, 3, 4].map((i) => circuit(`c${i}`, `st1/p${i}`))],
};
const RING_DRAWS: Record<string, Draw> = {
  c1: { massFlow: 0.12, drop: 10 },
  c2: { massFlow: 0.1, drop: 12 },
  c3: { massFlow: 0.08, drop: 15 },
  c4: { massFlow: 0.3, drop: 6, mixedTo: 38 },
};

/** A heat pump into two tanks by changeover, a floor on coils in both, solar through plates onto one of two stores. */
const TWO_STORES: Plan = {
  stations: [
    station('warm', 'tank', [{ id: 'a' }, { id: 'floor', coil: true }, { id: 'solar' }]),
    station('cold', 'tank', [{ id: 'a' }, { id: 'floor', coil: true }]),
    station('px', 'plates'),
    station('hw', 'cylinder', [{ id: 'solar', coil: true }]),
  ],
  branches: [
    source('heat pump', 'warm/a'),
    source('panels', 'px/hot'),
    link('from the sun', 'px/cold', 'warm/solar'),
    circuit('floor', 'warm/floor'),
  ],
};

/** A drinking-water heater, plates, one pump for the zones. */
const HEATER_AND_PLATES: Plan = {
  stations: [station('px', 'plates')],
  branches: [source('heater', 'px/hot', false), circuit('zones', 'px/cold')],
};

/** A heat pump with its own pump, bars, three manifolds without pumps. */
const THREE_MANIFOLDS: Plan = {
  stations: [station('st1', 'bars'), station('hw', 'cylinder', [{ id: 'coil', coil: true }])],
  branches: [
    source('heat pump', 'st1/a'),
    ...['low', 'middle', 'high'].map((id) => circuit(id, 'st1/a', false)),
    link('charging', 'st1/a', 'hw/coil', false),
  ],
};

const name = (stretch: Stretch): string => ('branch' in stretch ? stretch.branch.place : `through ${stretch.through.port}`);
const words = ({ beyond, loads }: Driven) => ({
  beyond: beyond.map(name),
  loads: loads.map(function spell(load): string {
    return [name(load.stretch), ...load.behind.map(spell)].join(' > ');
  }),
});
const branch = (plan: Plan, place: string): Branch => plan.branches.find((each) => each.place === place) as Branch;

/**
 * A mixing volume by halves: the supply at which what comes in carries what goes out. Source: energy balance, worked out here by
 * nothing but adding and halving.
 */
function mixingVolume(flow: number, sent: number, draws: readonly Draw[]) {
  const at = (supply: number) => {
    let drawn = 0;
    let heat = 0;
    for (const { massFlow, drop, mixedTo } of draws) {
      const arriving = Math.min(mixedTo ?? supply, supply);
      const hot = supply - (arriving - drop);
      const own = mixedTo === undefined || hot <= 0 ? massFlow : massFlow * Math.min(1, (arriving - (arriving - drop)) / hot);
      drawn += own;
      heat += own * (arriving - drop);
    }
    return { drawn, back: heat / drawn };
  };
  let [low, high] = [sent - 300, sent];
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2;
    const { drawn, back } = at(middle);
    const mixed = drawn > flow ? (flow * sent + (drawn - flow) * back) / drawn : sent;
    if (mixed > middle) low = middle;
    else high = middle;
  }
  const { drawn, back } = at(high);
  return {
    supply: high,
    sourceReturn: drawn < flow && Number.isFinite(flow) ? (drawn * back + (flow - drawn) * sent) / flow : back,
  };
}

describe('flows of a plan', () => {
  it('are those of a mixing volume, for five thousand plants drawn by lot', () => {
    const random = seededNumbers(7);
    let diluted = 0;
    for (let i = 0; i < 5000; i++) {
      const kind = (['bars', 'header', 'ring', 'tank'] as const)[i % 4] as 'bars' | 'header' | 'ring' | 'tank';
      const draws: Record<string, Draw> = {};
      const sent = 35 + 40 * random();
      for (let k = 0; k < 1 + Math.floor(5 * random()); k++)
        draws[`c${k}`] = {
          massFlow: 0.02 + 0.3 * random(),
          drop: 3 + 17 * random(),
          ...(random() < 0.4 ? { mixedTo: 25 + 30 * random() } : {}),
        };
      const hangs = { bars: 'st1/a', header: 'st1/b', ring: 'st1/b', tank: 'st1/b' }[kind];
      const plan: Plan = {
        stations: [station('st1', kind, kind === 'ring' ? [{ id: 'b' }] : kind === 'tank' ? [{ id: 'a' }, { id: 'b' }] : [])],
        branches: [source('s', kind === 'ring' ? 'st1/feed' : 'st1/a'), ...Object.keys(draws).map((id) => circuit(id, hangs))],
      };
      const primary = kind === 'bars' ? Number.POSITIVE_INFINITY : 0.02 + 1.2 * random();
      const before = mixingVolume(primary, sent, Object.values(draws));
      const flows = flowsOf(plan, numbersOf(draws, { sources: new Map([['s', { flow: primary, temperature: sent }]]) }));
      if (before.supply < sent - 0.01) diluted++;
      expect(flows.get('c0')?.supply).toBeCloseTo(before.supply, 6);
      expect(flows.get('s')?.back).toBeCloseTo(before.sourceReturn, 6);
    }
    expect(diluted).toBeGreaterThan(700);
  });

  it('give each pair of tees on a ring what the one before it left, by the energy balance', () => {
    const feed = { flow: 0.4, temperature: 75 };
    const flows = flowsOf(RING, numbersOf(RING_DRAWS, { sources: new Map([['s', feed]]) }));
    let here = 75;
    for (const id of ['c1', 'c2', 'c3', 'c4']) {
      const { flow, supply, back } = flows.get(id) as NonNullable<ReturnType<typeof flows.get>>;
      expect(supply).toBeCloseTo(here, 9);
      // By hand: what the pair took cools the ring, T' = T - m (T - T_r) / m_ring.
      here -= (flow * (supply - back)) / feed.flow;
    }
    expect(flows.get('s')?.back).toBeCloseTo(here, 9);
    expect((flows.get('c2')?.supply ?? 0) < 75 && (flows.get('c2')?.supply ?? 0) > (flows.get('c3')?.supply ?? 0)).toBe(true);
    const heat = Object.values(RING_DRAWS).reduce((sum, { massFlow, drop }) => sum + massFlow * drop, 0);
    expect(feed.flow * (75 - here)).toBeCloseTo(heat, 9);
  });

  it('keep mass and heat through stations behind stations, drawn by lot', () => {
    const random = seededNumbers(31);
    for (let i = 0; i < 2000; i++) {
      const stations: Plan['stations'][number][] = [station('st0', 'header')];
      const branches: Branch[] = [source('s', 'st0/a')];
      const links = new Map<string, number>();
      const draws: Record<string, Draw> = {};
      const ends = ['st0/b'];
      const sent = 50 + 25 * random();
      for (let k = 1; k <= 1 + Math.floor(3 * random()); k++) {
        const kind = random() < 0.5 ? 'header' : 'bars';
        const at = ends[Math.floor(random() * ends.length)] as string;
        stations.push(station(`st${k}`, kind));
        branches.push(link(`l${k}`, at, `st${k}/a`));
        if (kind === 'header') links.set(`l${k}`, 0.05 + 0.5 * random());
        ends.push(`st${k}/${kind === 'header' ? 'b' : 'a'}`);
      }
      for (let k = 0; k < 1 + Math.floor(6 * random()); k++) {
        branches.push(circuit(`c${k}`, ends[Math.floor(random() * ends.length)] as string));
        draws[`c${k}`] = {
          massFlow: 0.02 + 0.2 * random(),
          drop: 3 + 10 * random(),
          ...(random() < 0.4 ? { mixedTo: 30 + 15 * random() } : {}),
        };
      }
      const feed = { flow: 0.1 + random(), temperature: sent };
      const numbers = numbersOf(draws, { links, sources: new Map([['s', feed]]) });
      const flows = flowsOf({ stations, branches }, numbers);
      const own = flows.get('s') as NonNullable<ReturnType<typeof flows.get>>;
      const taken = Object.keys(draws).reduce((sum, id) => {
        const { flow, supply, back } = flows.get(id) as typeof own;
        expect(supply).toBeLessThanOrEqual(sent + 1e-9);
        return sum + flow * (supply - back);
      }, 0);
      expect(own.flow * (own.supply - own.back)).toBeCloseTo(taken, 7);
      // The order of the lists changes nothing.
      const turned = flowsOf({ stations, branches: [...branches].reverse() }, numbers);
      for (const [place, { supply }] of flows) expect(turned.get(place)?.supply).toBeCloseTo(supply, 8);
    }
  });

  it('cool the hot side of plates by what the cold side takes', () => {
    const plan: Plan = {
      stations: [station('px', 'plates')],
      branches: [source('s', 'px/hot'), circuit('c', 'px/cold')],
    };
    const flows = flowsOf(
      plan,
      numbersOf(
        { c: { massFlow: 0.2, drop: 8 } },
        { sources: new Map([['s', { flow: 0.16, temperature: 60 }]]), stations: new Map([['px', { approach: 5 }]]) },
      ),
    );
    expect(flows.get('c')?.supply).toBe(55);
    // 0.2 kg/s by 8 K out of 0.16 kg/s: 10 K.
    expect(flows.get('s')?.back).toBeCloseTo(50, 9);
  });

  it('say nothing of what no source reaches, and lay a link back to its own start aside', () => {
    const plan: Plan = {
      stations: [station('st1', 'header'), station('st2', 'bars'), station('st3', 'bars')],
      branches: [
        source('s', 'st1/a'),
        link('there', 'st1/b', 'st2/a'),
        link('and back', 'st2/a', 'st1/b'),
        circuit('c', 'st2/a'),
        circuit('alone', 'st3/a'),
      ],
    };
    const flows = flowsOf(plan, numbersOf({ c: { massFlow: 0.1, drop: 10 }, alone: { massFlow: 0.1, drop: 10 } }));
    expect(flows.size).toBe(0);
  });
});

/** Without the ports, which follow from the stations. */
const wet = (plan: Plan) => watersOf(plan).map(({ branches, stations }) => ({ branches, stations }));

describe('waters of a plan', () => {
  it('are parted by plates and coils, and joined by everything else', () => {
    expect(wet(RING)).toEqual([{ branches: ['s', 'c1', 'c2', 'c3', 'c4'], stations: ['st1'] }]);
    expect(wet(HEATER_AND_PLATES)).toEqual([
      { branches: ['heater'], stations: ['px'] },
      { branches: ['zones'], stations: ['px'] },
    ]);
    expect(wet(TWO_STORES)).toEqual([
      { branches: ['heat pump', 'from the sun'], stations: ['warm', 'px'] },
      { branches: ['panels'], stations: ['px'] },
      { branches: ['floor'], stations: ['warm'] },
      { branches: [], stations: ['cold'] },
      { branches: [], stations: ['cold'] },
      { branches: [], stations: ['hw'] },
      { branches: [], stations: ['hw'] },
    ]);
  });

  it('of every system are one, and one more for plates and for what people drink', () => {
    for (const [id, job] of [['demo', thistleMill] as const, ...Object.entries(SYSTEMS)]) {
      const wanted = 1 + Number(job.separation.kind === 'plate-exchanger') + Number(job.hotWater !== null);
      expect(watersOf(planOf(job)).length, `system ${id}`).toBe(wanted);
    }
  });
});

describe('who drives what', () => {
  it('a pump on a pair of tees drives its own circuit and nothing else', () => {
    const drives = new Drives(RING);
    for (const each of RING.branches) expect(words(drives.of(each))).toEqual({ beyond: [], loads: [] });
    expect(drives.share(branch(RING, 'c1'), branch(RING, 'c2'))).toBe(false);
  });

  it('behind plates each pump on the far side drives the plates too; a heater without one stands still', () => {
    const drives = new Drives(HEATER_AND_PLATES);
    expect(words(drives.of(branch(HEATER_AND_PLATES, 'zones')))).toEqual({ beyond: ['through px/cold'], loads: [] });
    expect(drives.driversOf(branch(HEATER_AND_PLATES, 'heater'))).toEqual([]);
  });

  it('three manifolds without pumps are driven by that of the heat pump, side by side with the coil', () => {
    const drives = new Drives(THREE_MANIFOLDS);
    expect(words(drives.of(branch(THREE_MANIFOLDS, 'heat pump')))).toEqual({
      beyond: [],
      loads: ['low', 'middle', 'high', 'charging > through hw/coil'],
    });
    expect(drives.driversOf(branch(THREE_MANIFOLDS, 'high')).map((each) => each.place)).toEqual(['heat pump']);
    expect(drives.share(branch(THREE_MANIFOLDS, 'low'), branch(THREE_MANIFOLDS, 'high'))).toBe(true);
  });

  it('a coil in a tank is driven by the circuit that takes its heat', () => {
    const drives = new Drives(TWO_STORES);
    expect(words(drives.of(branch(TWO_STORES, 'floor')))).toEqual({ beyond: ['through warm/floor'], loads: [] });
    expect(words(drives.of(branch(TWO_STORES, 'from the sun')))).toEqual({ beyond: ['through px/cold'], loads: [] });
    expect(words(drives.of(branch(TWO_STORES, 'panels')))).toEqual({ beyond: [], loads: ['through px/hot'] });
  });

  it('in a job as it is entered: the three cases there are', () => {
    const open = { ...thistleMill, separation: { ...thistleMill.separation, kind: 'none' as const } };
    const circuits = (plan: Plan) => new Drives(plan).of(branch(plan, 'circuits/c1'));
    expect(words(circuits(planOf(open)))).toEqual({ beyond: ['source'], loads: [] });
    expect(words(circuits(planOf(thistleMill)))).toEqual({ beyond: [], loads: [] });
    const one = planOf({ ...open, distribution: { ...open.distribution, kind: 'valves' } });
    const shared = new Drives(one).of(branch(one, 'distribution'));
    expect(words(shared).beyond).toEqual(['source']);
    expect(words(shared).loads).toContain('circuits/c2');
    // c1 is mixed and keeps its pump, which has only its own way to drive.
    expect(words(circuits(one))).toEqual({ beyond: [], loads: [] });
    expect(portOf('st1', 'a')).toBe('st1/a');
  });
});
