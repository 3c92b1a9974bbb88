import { fingerprintOf } from './fingerprint.ts';

type Loose = Record<string, unknown>;

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);
const each = (list: unknown, change: (entry: Loose) => Loose): unknown =>
  Array.isArray(list) ? list.map((entry) => (isLoose(entry) ? change(entry) : entry)) : list;
const within = (part: unknown, added: Loose): unknown => (isLoose(part) ? { ...added, ...part } : part);

/**
 * Version 1 had plain water, fixed speeds, nothing in line with the pipes and one thermostat a circuit. What version 2
 * asks for beyond that is filled in so that the plant stays what it was.
 */
function fromVersion1(job: Loose): Loose {
  return {
    ...job,
    version: 2,
    fluid: within(job.fluid, { concentration: 0 }),
    rooms: each(job.rooms, (room) => ({ branchLength: null, ...room })),
    circuits: each(job.circuits, (circuit) => ({
      pumpControl: 'fixed-speed',
      components: [],
      balancing: 'none',
      bypass: null,
      zones: 'circuit',
      height: 0,
      ...circuit,
    })),
    source: within(job.source, { pumpControl: 'fixed-speed', components: [] }),
    separation: within(job.separation, { spacing: 'auto' }),
    vessel: within(job.vessel, { connection: 'source-return' }),
    assumptions: [],
  };
}

/** Version 2 lost no heat from its pipes, which count as insulated as usual, and knew no emitters. */
function fromVersion2(job: Loose): Loose {
  const insulated = (part: Loose): Loose => ({ ...part, run: within(part.run, { insulation: 'auto' }) });
  return {
    ...job,
    version: 3,
    roughLoads: null,
    site: within(job.site, { pipeSurroundings: 15 }),
    rooms: each(job.rooms, (room) => ({ emitters: [], ...room })),
    circuits: each(job.circuits, (circuit) => ({ loopValves: 'set', sections: [], ...insulated(circuit) })),
    source: isLoose(job.source) ? insulated(job.source) : job.source,
  };
}

/** Version 3 only heated, split each floor by itself, knew neither uses of rooms nor where they look, no tank and no hot water. */
function fromVersion3(job: Loose): Loose {
  const emitter = (each: Loose): Loose => (each.kind === 'rated' ? { cooling: null, ...each } : each);
  return {
    ...job,
    version: 4,
    accepted: [],
    hotWater: null,
    source: within(job.source, { leastOutput: 'auto', leastRunTime: 600, volumiser: null, leastFlow: null, standing: 'indoors' }),
    safety: { filling: 'unknown', discharge: 'unknown', reliefCapacity: null, lowWaterCutOff: false, heatDump: false },
    separation: within(job.separation, { volume: 'auto' }),
    site: within(job.site, { summerRoom: 26, summerHumidity: 0.5 }),
    rooms: each(job.rooms, (room) => ({
      use: null,
      facing: null,
      coolingLoad: null,
      latentLoad: null,
      ...room,
      emitters: each(room.emitters, emitter),
    })),
    circuits: each(job.circuits, (circuit) => ({ loopSplit: 'by-floor', ports: 12, cooling: null, ...circuit })),
  };
}

/** Parts that version 4 held in one line and that belong on the return. */
const ON_THE_RETURN = new Set(['magnetic-filter', 'dirt-separator', 'y-strainer', 'ball-valve-strainer', 'heat-meter']);

/** The one line of parts parted into flow and return: every second isolating valve, filters and strainers stand on the return. */
function parted(part: Loose, inFront: readonly string[], behind: readonly string[]): Loose {
  const all: unknown[] = Array.isArray(part.components) ? part.components : [];
  let valves = 0;
  const back = (each: unknown) => (each === 'isolating-valve' ? valves++ % 2 === 1 : ON_THE_RETURN.has(String(each)));
  const sides = all.map((each) => ({ each, back: back(each) }));
  const on = (side: boolean) => sides.filter((entry) => entry.back === side).map((entry) => entry.each);
  return { returnComponents: [...on(true), ...behind], ...part, components: [...inFront, ...on(false)] };
}

/**
 * Version 4 held the parts of flow and return in one line, gave every circuit a pump, mixed with three ports, and knew one
 * source only. The relief valve it took for granted now stands where it belongs, and the filling where somebody has seen it.
 */
function fromVersion4(job: Loose): Loose {
  const { lowWaterCutOff, ...safety } = isLoose(job.safety) ? job.safety : ({} as Loose);
  const filled = safety.filling !== 'unknown' ? ['fill-valve'] : [];
  const inFront = lowWaterCutOff === true ? ['relief-valve', 'low-water-cut-off'] : ['relief-valve'];
  return {
    ...job,
    version: 5,
    ...(isLoose(job.safety) ? { safety: { fromVented: false, ...safety } } : {}),
    controls: {
      thermostat: 'contact',
      actuator: '24V',
      relay: 'contact',
      wiringCentre: true,
      endSwitches: false,
      actuatorPower: 2,
      sourceCall: 'contact',
      priorityTimeout: 5400,
      overrun: 300,
      exercise: true,
    },
    ownRules: [],
    furtherSources: [],
    ownPumps: [],
    distribution: { kind: 'pumps', pump: 'auto', pumpControl: 'proportional-pressure', valveKvs: 'auto', bypass: null },
    source: isLoose(job.source)
      ? { inside: [], spareHead: null, points: [], curve: null, ...parted(job.source, inFront, filled) }
      : job.source,
    hotWater: within(job.hotWater, {
      pump: 'auto',
      run: { material: 'copper-en1057', size: 'auto', length: 3, fittingsAllowance: 0.4, insulation: 'auto' },
      circulation: 'none',
      hygieneCirculates: false,
      overheatStat: true,
      coldCheck: false,
      drinkingVessel: false,
    }),
    separation: within(job.separation, { before: 'auto', after: 'auto', connections: 'four', approach: 4 }),
    circuits: each(job.circuits, (circuit) => ({
      mixing: 'three-way',
      mixingDrive: 'motorised',
      injectionPump: 'auto',
      curve: null,
      hand: 'right',
      coldPortCheck: false,
      highLimit: circuit.emitters === 'floor',
      ...parted(circuit, [], []),
    })),
  };
}

/** Version 5 gave each zoned room a thermostat of its own, knew no isolator, no prices and not how heavy the house is, and kept no results. */
const fromVersion5 = (job: Loose): Loose => ({
  thermostats: [],
  energy: { efficiency: null, fuelPrice: null, electricityPrice: null, fuelEmission: null, electricityEmission: null },
  runs: [],
  ...job,
  site: within(job.site, { mass: 'medium' }),
  hotWater: within(job.hotWater, { dailyDraw: 0.2 }),
  controls: within(job.controls, { isolator: 'unknown' }),
  version: 6,
});

/**
 * Version 6 knew neither how a source stops and starts nor what stands and cools. All of it is then as usual for its kind; a backup
 * stays in the hands of whoever switched it.
 */
const fromVersion6 = (job: Loose): Loose => ({
  ...job,
  source: within(job.source, {
    firing: {
      stopsAbove: 'auto',
      startsBelow: 'auto',
      forcedRun: 'auto',
      leastPause: 'auto',
      startTime: 'auto',
      mostStarts: 'auto',
    },
    lockOutBelow: null,
  }),
  furtherSources: each(job.furtherSources, (source) => ({
    takesOver: false,
    runsBelow: null,
    // Sources that ran together did so from the first.
    delay: source.order === 'backup' ? 1200 : 0,
    efficiency: null,
    price: null,
    emission: null,
    ...source,
  })),
  separation: within(job.separation, { standingLoss: 'auto' }),
  controls: within(job.controls, { actuatorTime: 'auto' }),
  hotWater: within(job.hotWater, { hygieneBy: 'source', immersion: null, standingLoss: 'auto', tapTemperature: 40 }),
  version: 7,
});

/** Version 7 knew one pair of tees on a loop: everything hangs on the first. */
const fromVersion7 = (job: Loose): Loose => ({
  ...job,
  separation: within(job.separation, { pairs: [] }),
  circuits: each(job.circuits, (circuit) => ({ pair: null, ...circuit })),
  hotWater: within(job.hotWater, { pair: null }),
  version: 8,
});

/** Version 8 knew one station and one water, and circuits by the pair of tees they hang on. */
const fromVersion8 = (job: Loose): Loose => {
  const hung = ({ pair, ...part }: Loose): Loose => ({ at: typeof pair === 'string' ? `st1/${pair}` : null, ...part });
  const onFlow = { pumpOn: 'flow' };
  return {
    stations: [],
    links: [],
    waters: [],
    ...job,
    circuits: each(job.circuits, (circuit) => ({ phase: 'new', ...onFlow, valveOn: 'flow', ...hung(circuit) })),
    distribution: within(job.distribution, onFlow),
    furtherSources: each(job.furtherSources, (source) => ({ phase: 'new', at: null, ...source })),
    hotWater: isLoose(job.hotWater) ? { charged: 'coil', diverter: false, ...hung(job.hotWater) } : job.hotWater,
    controls: within(job.controls, { centres: [] }),
    source: within(job.source, { phase: 'new', returnLift: null, taps: null, ...onFlow }),
    version: 9,
  };
};

/** Version 10 says of an emitter whose water it gets, of a floor whether its rows lie in pairs, what its slab loses at the edge, of a sun-driven source where its heat goes next, and what turns over to cold water. */
const fromVersion9 = (job: Loose): Loose => ({
  ...job,
  furtherSources: each(job.furtherSources, (source) => ({ onceWarm: 'stops', ...source })),
  source: within(job.source, { coldAt: null }),
  hotWater: isLoose(job.hotWater) ? { circulationLength: 0, ...job.hotWater } : job.hotWater,
  stations: each(job.stations, (station) => ({ cold: false, ...station })),
  vessel: within(job.vessel, { topUp: 'hand' }),
  waters: each(job.waters, (water) => ({ ...water, vessel: within(water.vessel, { topUp: 'hand' }) })),
  safety: within(job.safety, { mainPressure: null }),
  circuits: each(job.circuits, (circuit) => ({
    coldAt: null,
    ...circuit,
    cooling: within(circuit.cooling, { guard: 'none' }),
  })),
  rooms: each(job.rooms, (room) => ({
    ...room,
    emitters: each(room.emitters, (emitter) => ({
      behind: null,
      ...(emitter.kind === 'floor' ? { otherGap: null, openEdge: 0, edgeInsulation: 0 } : {}),
      ...emitter,
    })),
  })),
  version: 10,
});

/** Version 10 knew no things that are there already beside whole circuits and sources, and no articles. */
const fromVersion10 = (job: Loose): Loose => ({
  presence: {},
  articles: [],
  quote: { currency: '', margin: 0, tax: 0 },
  ...job,
  version: 11,
});

/** Version 11 knew no constructions shared by floors, no stage, no loops dealt by hand and no tee that nobody has seen. */
const fromVersion11 = (job: Loose): Loose => ({
  stage: 'draft',
  usual: { emitter: 'none', construction: null },
  constructions: [],
  ...job,
  rooms: each(job.rooms, (room) => ({
    ...room,
    emitters: each(room.emitters, (emitter) => (emitter.kind === 'floor' ? { construction: null, ...emitter } : emitter)),
  })),
  circuits: each(job.circuits, (circuit) => ({
    manifolds: [],
    ...circuit,
    sections: each(circuit.sections, (section) => ({ unseen: null, ...section })),
  })),
  version: 12,
});

/** Version 12 reckoned cooling by emitter and circuit alone: it knew no source that cools, no outdoors in summer, one guard, and no master of the mode. */
const fromVersion12 = (job: Loose): Loose => ({
  ...job,
  site: within(job.site, { summerOutdoor: 32, summerOutdoorHumidity: 0.4, latitude: 50, drier: null }),
  source: within(job.source, { cooling: coolingOfOld(job) }),
  controls: within(job.controls, { summer: { master: 'hand', heatsBelow: 15, coolsAbove: 20, lock: true, first: 'set-point' } }),
  stations: each(job.stations, (station) => ({ chiller: null, band: 'auto', ...station })),
  circuits: each(job.circuits, (circuit) => ({
    ...circuit,
    cooling: isLoose(circuit.cooling)
      ? { limit: 18, onDamp: 'shut', drain: 'unknown', sized: false, sealed: false, ...circuit.cooling }
      : circuit.cooling,
  })),
  rooms: each(job.rooms, (room) => ({
    sunShare: 'auto',
    ...room,
    emitters: each(room.emitters, (emitter) => ({
      summer: 'usual',
      ...(emitter.kind === 'floor' ? { lies: 'floor' } : {}),
      ...emitter,
      ...(isLoose(emitter.cooling) ? { cooling: { airFlow: 'auto', ...emitter.cooling } } : {}),
    })),
  })),
  version: 13,
});

/** Where an older plant cooled, its heat pump sent the coldest water that any circuit asked for. */
function coolingOfOld({ mode, source, circuits }: Loose): Loose | null {
  if (mode !== 'heating-and-cooling' || !isLoose(source) || !/heat-pump$/.test(String(source.kind))) return null;
  const asked = (Array.isArray(circuits) ? circuits : []).flatMap((circuit: unknown) =>
    isLoose(circuit) && isLoose(circuit.cooling) && typeof circuit.cooling.flowTemperature === 'number'
      ? [circuit.cooling.flowTemperature]
      : [],
  );
  if (asked.length === 0) return null;
  return { capacity: 'auto', flowTemperature: Math.min(...asked), leastOutput: 'auto', points: [], free: null };
}

/** Results of runs stay fresh where only the file has changed: they carry what the same job is known by now. */
function withRunsOf(before: Loose, after: Loose): Loose {
  const was = fingerprintOf(before);
  return { ...after, runs: each(after.runs, (run) => (run.inputs === was ? { ...run, inputs: fingerprintOf(after) } : run)) };
}

/**
 * Brings a job file of an older version up to the present one, before it is parsed. Anything that is no such file
 * comes back as it is: the schema then says what is wrong.
 */
export function upgradeJob(raw: unknown): unknown {
  if (!isLoose(raw)) return raw;
  const second = raw.version === 1 ? fromVersion1(raw) : raw;
  const third = second.version === 2 ? fromVersion2(second) : second;
  const fourth = third.version === 3 ? fromVersion3(third) : third;
  const fifth = fourth.version === 4 ? fromVersion4(fourth) : fourth;
  const sixth = fifth.version === 5 ? fromVersion5(fifth) : fifth;
  const seventh = sixth.version === 6 ? fromVersion6(sixth) : sixth;
  const eighth = seventh.version === 7 ? withRunsOf(seventh, fromVersion7(seventh)) : seventh;
  const ninth = eighth.version === 8 ? withRunsOf(eighth, fromVersion8(eighth)) : eighth;
  const tenth = ninth.version === 9 ? withRunsOf(ninth, fromVersion9(ninth)) : ninth;
  const eleventh = tenth.version === 10 ? withRunsOf(tenth, fromVersion10(tenth)) : tenth;
  const twelfth = eleventh.version === 11 ? withRunsOf(eleventh, fromVersion11(eleventh)) : eleventh;
  return twelfth.version === 12 ? withRunsOf(twelfth, fromVersion12(twelfth)) : twelfth;
}
