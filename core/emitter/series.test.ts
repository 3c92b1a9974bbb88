import { describe, expect, it } from 'vitest';
import { railAndFloor } from '../../demo/more-plants.ts';
import type { Emitter } from '../../model/emitter.ts';
import { newFixed, newFloor, newPanel, newRated } from '../../model/new-emitter.ts';
import { newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designWithPlant } from '../job/design-job.ts';
import { CircuitSide } from '../run/circuit-side.ts';
import { emitterLaw } from './emitter.ts';
import { circuitsById, ladder, type Rung, roomEmitters, rungOutput } from './ladder.ts';
import { type NotBehind, whyNotBehind } from './series.ts';

/** Log-mean excess as it stands in EN 442 and textbooks of heat transfer. */
const logMean = (a: number, b: number) => (Math.abs(a - b) < 1e-9 ? a : (a - b) / Math.log(a / b));
const lawOf = (emitter: Emitter) => emitterLaw(emitter) ?? { coefficient: 0, exponent: 1 };
const outputOf = (emitter: Emitter, enters: number, leaves: number, room: number) => {
  const { coefficient, exponent } = lawOf(emitter);
  return coefficient * logMean(enters - room, leaves - room) ** exponent;
};

const job = railAndFloor();
const FLOW = 55;
const DROP = 15;

describe('a floor behind a towel rail', () => {
  const [room] = job.rooms as [(typeof job.rooms)[0]];
  const [rail, floor] = room.emitters as [Emitter, Emitter];
  const rung = ladder(job)[0] as Rung;

  // Energy balance: one stream, m c = (Q1 + Q2) / (fall over both); what leaves the rail is T - Q1 / (m c), and that enters the floor.
  it('gets what the rail leaves; both give their load at the water that is said to be needed', () => {
    const { fed } = roomEmitters(room, circuitsById(job));
    const [ofRail, ofFloor] = fed.map(({ load }) => load) as [number, number];
    expect(ofRail + ofFloor).toBeCloseTo(600, 6);
    const down = (fed[1]?.along.part ?? 0) / (fed[0]?.along.part ?? 1);
    const between = rung.needed - DROP / (1 + down);
    const given = outputOf(rail, rung.needed, between, 24) + outputOf(floor, between, rung.needed - DROP, 24);
    expect(given).toBeCloseTo(600, 4);
    expect(rungOutput(rung, rung.needed)).toBeCloseTo(600, 4);
    // What goes down to the unheated side is heat of the stream as well.
    expect(down).toBeGreaterThan(ofFloor / ofRail);
  });

  it('needs hotter water than with both on the manifold: the floor has the cooler part of it', () => {
    const apart = ladder(applyEdits(job, [{ at: 'rooms/r1/emitters/e2/behind', value: null }]))[0] as Rung;
    expect(rung.needed).toBeLessThan(FLOW);
    // Both see the mean of the whole fall apart, and one after the other as much on the whole, bent a little by the exponents.
    expect(Math.abs(rung.needed - apart.needed)).toBeLessThan(3);
  });

  it('is solved as the energy balance by hand has it', () => {
    const { design, plant } = designWithPlant(job);
    const circuit = design.solved?.state.circuits[0];
    if (!circuit || !plant) throw new Error('not solved');
    for (const [id, firstId, roomTemperature] of [
      ['r1', 'e1', 24],
      ['r2', 'e1', 20],
    ] as const) {
      const here = job.rooms.find((each) => each.id === id) as typeof room;
      const own = circuit.loops.filter(({ place }) => place.startsWith(`rooms/${id}/`));
      const first = own.find(({ place }) => place.includes(`/${firstId}/`)) as (typeof own)[0];
      const after = own.filter((each) => each !== first);
      // All the water of the first goes on, over however many loops.
      expect(after.reduce((sum, { flow }) => sum + flow, 0) / first.flow).toBeCloseTo(1, 1.9);
      const carries = first.flow * plant.twin.density(first.place) * 4180;
      const enters = plant.twin.temperature(`${first.place}/in`);
      expect(enters).toBeGreaterThan(FLOW - 1);
      const between = enters - first.heat / carries;
      expect(plant.twin.temperature(`rooms/${id}/${firstId}/out`)).toBeCloseTo(between, 1);
      const both = after.reduce((sum, { heat }) => sum + heat, 0);
      expect(outputOf(here.emitters[0] as Emitter, enters, between, roomTemperature) / first.heat).toBeCloseTo(1, 2.5);
      const useful = outputOf(here.emitters[1] as Emitter, between, between - both / carries, roomTemperature);
      // Over the room and what lies below: as much more as at design.
      const { fed } = roomEmitters(here, circuitsById(job));
      const whole = ((fed[1]?.along.part ?? 0) / (fed[0]?.along.part ?? 1)) * (fed[0]?.load ?? 0);
      expect((useful * whole) / (fed[1]?.load ?? 1) / both).toBeCloseTo(1, 1.7);
    }
  });

  it('is balanced as one: it has no valve of its own, takes no port, and its pipe counts with that of the first', () => {
    const sized = designWithPlant(job).design.circuits[0]?.sized;
    const of = (place: string) => sized?.loops.find((each) => each.place === `rooms/${place}/loop1`);
    expect([of('r1/e1')?.behind, of('r1/e2')?.behind]).toEqual([null, 'rooms/r1/e1']);
    expect(of('r1/e2')).toMatchObject({ throttled: 0, index: false });
    const alone = designWithPlant(applyEdits(job, [{ at: 'rooms/r1/emitters/e2/behind', value: null }])).design.circuits[0]
      ?.sized;
    expect(sized?.manifolds).toEqual([]);
    expect(alone?.manifolds.length).toBeGreaterThan(0);
    // One stream of 600 W and the heat that goes down, once: not the sum of two.
    expect(of('r1/e1')?.volumeFlow).toBeCloseTo(of('r1/e2')?.volumeFlow ?? 0, 12);
    const all = sized?.loops.filter(({ behind }) => behind === null).reduce((sum, { volumeFlow }) => sum + volumeFlow, 0);
    expect(all).toBeCloseTo(sized?.volumeFlow.value ?? 0, 10);
  });
});

describe('two in series in a run', () => {
  // Closed form for outputs that follow the excess straight: each leaves e^(-K / (m c)) of it.
  it('give what the closed form gives, and part the heat by it', () => {
    const law = { exponent: 1, inFloor: false } as const;
    const emitters = [
      { place: 'r/e2/loop1', behind: 'r/e1', coefficient: 20, ...law },
      { place: 'r/e1/loop1', behind: null, coefficient: 30, ...law },
    ];
    const zone = { ...ZONE, emitters };
    const side = new CircuitSide(newCircuit('c1', newJob('x'), { connection: 'direct' }), null, [zone]);
    const shares = new Map(emitters.map(({ place }) => [place, 1]));
    const booked = { id: 'c1', shares, along: [{ flow: 0.02, hot: 0.02, round: 0 }], power: 0 };
    const carries = 0.02 * 4180;
    side.set(booked, 50, Number.POSITIVE_INFINITY, [{ room: 20, floor: 20, open: 1 }], 4180);
    const first = 30 * Math.exp(-30 / carries);
    const second = first * Math.exp(-20 / carries);
    expect(side.drawn.slope * 50 + side.drawn.base).toBeCloseTo(20 + second, 6);
    const into = [{ floor: 0, other: 0 }];
    const heat = carries * (30 - second);
    const moment = { flow: 0, supply: 0, back: 0, heat: 0, travel: 0 };
    side.after(heat, 50, 4180, 1, into, moment);
    expect(into[0]?.other).toBeCloseTo(heat, 6);
    expect(moment.back).toBeCloseTo(20 + second, 6);
  });
});

const ZONE = {
  id: 'z',
  label: 'Z',
  circuitId: 'c1',
  thermostat: 'z',
  setPoint: 20,
  loss: 100,
  capacity: 1e7,
  floor: null,
  lag: 1800,
  follows: null,
  opensIn: 0,
  load: 1500,
  facing: [],
};

describe('an emitter that cannot follow the one it names', () => {
  const [panel, rail] = [newPanel('a'), newRated('b', 'towel-rail')];
  const behind = (id: string, of: string) => newFloor(id, 5, { behind: of });
  const cases: [NotBehind, Emitter, Emitter[]][] = [
    ['nothing', behind('x', 'gone'), [panel]],
    ['itself', behind('x', 'x'), [panel]],
    ['fixed', behind('x', 'f'), [newFixed('f')]],
    ['other-circuit', behind('x', 'o'), [newPanel('o', { circuit: 'c2' })]],
    ['shared', behind('x', 'a'), [panel, behind('y', 'a')]],
    ['round', behind('x', 'y'), [behind('y', 'x')]],
  ];
  it.each(cases)('%s: is said at its place, fed from the manifold, and mended by one click', (reason, emitter, others) => {
    const room = newRoom('r9', { name: 'Study', circuit: 'c1', heatLoad: 700, emitters: [...others, emitter] });
    expect(whyNotBehind(room, emitter)).toBe(reason);
    const whole = { ...job, circuits: [...job.circuits, newCircuit('c2', job)], rooms: [...job.rooms, room] };
    const { design } = designWithPlant(whole);
    expect(design.solved?.state.reason).toBeNull();
    const found = design.findings.find(({ id }) => id === 'not-behind:rooms/r9:x');
    expect(found?.place).toBe('rooms/r9/emitters/x/behind');
    const mended = designWithPlant(applyEdits(whole, found?.remedies[0]?.edits ?? [])).design;
    expect(mended.findings.map(({ id }) => id)).not.toContain('not-behind:rooms/r9:x');
    // What the finding says it counts as until then is what it is afterwards.
    if (reason !== 'shared' && reason !== 'round')
      expect(mended.solved?.state.source.heat).toBeCloseTo(design.solved?.state.source.heat ?? 0, 6);
  });

  it('says nothing where it can, or names none', () => {
    for (const emitters of [
      [panel, rail, behind('x', 'a')],
      [panel, rail],
    ])
      for (const emitter of emitters) expect(whyNotBehind(newRoom('r9', { circuit: 'c1', emitters }), emitter)).toBeNull();
  });
});
