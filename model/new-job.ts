import {
  type Circuit,
  type Controls,
  type Display,
  type Distribution,
  type Energy,
  type FurtherSource,
  type HotWater,
  type InsulatedRun,
  JOB_FORMAT,
  JOB_VERSION,
  type Job,
  type LinkEntry,
  type PipeRun,
  type Room,
  type Section,
  type Source,
  type StationEntry,
  type WaterEntry,
  type WeatherCurve,
} from './job.ts';

/** Extra length for bends, tees and valves where nobody counted them: common practice, a third to a half. */
const USUAL_FITTINGS_ALLOWANCE = 0.4;

const pipe = (material: PipeRun['material'], length: number): PipeRun => ({
  material,
  size: 'auto',
  length,
  fittingsAllowance: USUAL_FITTINGS_ALLOWANCE,
});

const insulated = (material: PipeRun['material'], length: number): InsulatedRun => ({
  ...pipe(material, length),
  insulation: 'auto',
});

/** Controls as they usually come: contacts into a wiring centre, actuators on 24 V. */
export const USUAL_CONTROLS: Controls = {
  thermostat: 'contact',
  actuator: '24V',
  relay: 'contact',
  wiringCentre: true,
  centres: [],
  endSwitches: false,
  actuatorTime: 'auto',
  actuatorPower: 2,
  sourceCall: 'contact',
  priorityTimeout: 5400,
  overrun: 300,
  exercise: true,
  summer: { master: 'hand', heatsBelow: 15, coolsAbove: 20, lock: true, first: 'set-point' },
  isolator: 'unknown',
};

/** Nobody has said what energy costs. */
export const NO_PRICES: Energy = {
  efficiency: null,
  fuelPrice: null,
  electricityPrice: null,
  fuelEmission: null,
  electricityEmission: null,
};

/** A weather curve whose slope follows from the emitters. */
export const AUTO_CURVE: WeatherCurve = { slope: 'auto', shift: 0, least: 22, most: 75 };

/** Every circuit with a pump of its own. */
export const NO_SHARED_PUMP: Distribution = {
  kind: 'pumps',
  pump: 'auto',
  pumpControl: 'proportional-pressure',
  pumpOn: 'flow',
  valveKvs: 'auto',
  bypass: null,
};

/** A source that stops and starts as is usual for its kind. */
export const USUAL_FIRING: Source['firing'] = {
  stopsAbove: 'auto',
  startsBelow: 'auto',
  forcedRun: 'auto',
  leastPause: 'auto',
  startTime: 'auto',
  mostStarts: 'auto',
};

/** A separation with everything else still to be decided. */
export const newSeparation = (kind: Job['separation']['kind'], fields: Partial<Job['separation']> = {}): Job['separation'] => ({
  kind,
  bore: 'auto',
  spacing: 'auto',
  before: 'auto',
  after: 'auto',
  pairs: [],
  volume: 'auto',
  connections: 'four',
  standingLoss: 'auto',
  approach: 4,
  ...fields,
});

/** A further station as it comes into a job. */
export const newStation = (id: string, kind: StationEntry['kind'], fields: Partial<StationEntry> = {}): StationEntry => ({
  id,
  name: '',
  cold: false,
  chiller: null,
  band: 'auto',
  ...newSeparation(kind),
  ...fields,
});

/** Pipes from one station to the next, with a pump of their own. */
export const newLink = (id: string, at: LinkEntry['at'], to: LinkEntry['to'], fields: Partial<LinkEntry> = {}): LinkEntry => ({
  id,
  name: '',
  at,
  to,
  temperatureDifference: 'auto',
  pump: 'auto',
  pumpControl: 'fixed-speed',
  run: insulated('copper-en1057', 2),
  components: ['isolating-valve'],
  returnComponents: ['isolating-valve'],
  ...fields,
});

/** A water beside the source's as it comes into a job: plain water, with a vessel as the source's has it. */
export const newWater = (id: string, of: WaterEntry['of'], { vessel }: Job, fields: Partial<WaterEntry> = {}): WaterEntry => {
  const { staticHeight, reliefPressure, fillTemperature } = vessel;
  return {
    id,
    name: '',
    of,
    fluid: { kind: 'water', concentration: 0 },
    vessel: { volume: 'auto', staticHeight, reliefPressure, fillTemperature, topUp: 'hand' },
    ...fields,
  };
};

/** Pipe from one pair of tees to the next in a plant room, m: common practice, room for one column of fittings. */
const USUAL_DISTANCE = 0.8;

/** A further pair of tees on a ring main. */
export const newPair = (id: string): Job['separation']['pairs'][number] => ({
  id,
  distance: USUAL_DISTANCE,
  spacing: 'auto',
  before: 'auto',
  after: 'auto',
});

/** An empty job in which everything still to be decided is `auto` or empty. */
export function newJob(name: string, display: Display = { system: 'metric', units: {} }): Job {
  const copper = display.system === 'us' ? 'copper-b88-m' : 'copper-en1057';
  return {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    name,
    stage: 'draft',
    site: {
      place: '',
      notes: '',
      outdoorDesignTemperature: -10,
      pipeSurroundings: 15,
      summerRoom: 26,
      summerHumidity: 0.5,
      summerOutdoor: 32,
      summerOutdoorHumidity: 0.4,
      latitude: 50,
      drier: null,
      mass: 'medium',
    },
    display,
    mode: 'heating',
    fluid: { kind: 'water', concentration: 0 },
    rulebook: 'velocity-led',
    ownRules: [],
    wholeHouseLoad: null,
    roughLoads: null,
    usual: { emitter: 'none', construction: null },
    constructions: [],
    rooms: [],
    circuits: [],
    source: {
      kind: 'condensing-boiler',
      name: '',
      phase: 'new',
      capacity: 'auto',
      leastOutput: 'auto',
      leastRunTime: 600,
      firing: USUAL_FIRING,
      lockOutBelow: null,
      volumiser: null,
      taps: null,
      returnLift: null,
      coldAt: null,
      cooling: null,
      leastFlow: null,
      standing: 'indoors',
      flowTemperature: 55,
      temperatureDifference: 'auto',
      run: insulated(copper, 3),
      loss: 'auto',
      waterContent: 'auto',
      pump: 'auto',
      pumpControl: 'fixed-speed',
      pumpOn: 'flow',
      components: ['relief-valve', 'isolating-valve'],
      returnComponents: ['isolating-valve', 'magnetic-filter', 'fill-valve'],
      inside: [],
      spareHead: null,
      points: [],
      curve: null,
    },
    furtherSources: [],
    distribution: NO_SHARED_PUMP,
    ownPumps: [],
    hotWater: null,
    separation: newSeparation('none'),
    stations: [],
    links: [],
    vessel: {
      volume: 'auto',
      staticHeight: 5,
      reliefPressure: 300_000,
      fillTemperature: 10,
      topUp: 'hand',
      connection: 'source-return',
    },
    waters: [],
    safety: {
      filling: 'unknown',
      discharge: 'unknown',
      mainPressure: null,
      reliefCapacity: null,
      heatDump: false,
      fromVented: false,
    },
    controls: USUAL_CONTROLS,
    thermostats: [],
    energy: NO_PRICES,
    runs: [],
    accepted: [],
    presence: {},
    articles: [],
    quote: { currency: '', margin: 0, tax: 0 },
    assumptions: [],
    unread: [],
  };
}

/** Hot water of a combination unit as it is commonly rated: from memory. */
export const USUAL_TAPS: NonNullable<Source['taps']> = {
  output: 24_000,
  coldTemperature: 10,
  tapTemperature: 42,
  dailyDraw: 0.12,
};

/** A loading valve as it is commonly set: from memory. */
export const USUAL_LIFT: NonNullable<Source['returnLift']> = { temperature: 60, kvs: 'auto' };

/** Cold water of a circuit as it comes into a job: above what a usual summer's air drops its water at, common practice for floors. */
export const USUAL_COLD: NonNullable<Circuit['cooling']> = {
  flowTemperature: 18,
  temperatureDifference: 3,
  guard: 'none',
  limit: 18,
  onDamp: 'shut',
  drain: 'unknown',
  sized: true,
  sealed: false,
};

/** A machine that cools a tank, beside the one that heats. */
export const USUAL_CHILLER: NonNullable<StationEntry['chiller']> = {
  kind: 'chiller',
  name: '',
  capacity: 8000,
  flowTemperature: 7,
  eer: 'auto',
};

/** A source turned round as it comes into a job. */
export const USUAL_SOURCE_COOLING: NonNullable<Source['cooling']> = {
  capacity: 'auto',
  flowTemperature: 16,
  leastOutput: 'auto',
  points: [],
  free: null,
};

/** A cylinder of 200 L with a coil as data sheets rate it: common practice. */
export const USUAL_CYLINDER: HotWater = {
  volume: 0.2,
  coldTemperature: 10,
  storeTemperature: 50,
  dailyDraw: 0.2,
  flowTemperature: 65,
  charged: 'coil',
  coilOutput: 24_000,
  coilFlow: 80,
  coilReturn: 60,
  coilStore: 45,
  at: null,
  pump: 'auto',
  run: insulated('copper-en1057', 3),
  circulation: 'none',
  circulationLength: 0,
  hygieneCirculates: false,
  overheatStat: true,
  coldCheck: false,
  drinkingVessel: false,
  diverter: false,
  charging: 'priority',
  hygieneTemperature: null,
  hygieneBy: 'source',
  immersion: null,
  standingLoss: 'auto',
  tapTemperature: 40,
  temperingValve: false,
};

/** A source beside the first as it comes into a job. */
export const newFurtherSource = (id: string, fields: Partial<FurtherSource> = {}): FurtherSource => ({
  id,
  name: '',
  kind: 'condensing-boiler',
  capacity: 10_000,
  leastOutput: 'auto',
  flowTemperature: 60,
  order: 'together',
  takesOver: true,
  runsBelow: null,
  delay: 1200,
  efficiency: null,
  price: null,
  emission: null,
  pump: 'auto',
  phase: 'new',
  onceWarm: 'stops',
  at: null,
  approach: null,
  ...fields,
});

/** Fall of the water across radiators where nobody has chosen one, K: common practice, as the source likes it. */
const usualFall = ({ source }: Job): number =>
  source.temperatureDifference !== 'auto'
    ? source.temperatureDifference
    : source.kind === 'heat-pump' || source.kind === 'ground-heat-pump'
      ? 5
      : 15;

/** A room as it comes into a job. */
export function newRoom(id: string, fields: Partial<Room> = {}): Room {
  return {
    id,
    name: '',
    storey: '',
    area: null,
    heatLoad: null,
    roomTemperature: 20,
    circuit: null,
    branchLength: null,
    use: null,
    facing: null,
    coolingLoad: null,
    latentLoad: null,
    sunShare: 'auto',
    emitters: [],
    ...fields,
  };
}

/** A circuit with the usual starting values for its emitters; a person corrects them. */
export function newCircuit(id: string, job: Job, fields: Partial<Circuit> = {}): Circuit {
  const us = job.display.system === 'us';
  const floor = fields.emitters === 'floor';
  return {
    id,
    name: floor ? 'Floor heating' : 'Radiators',
    emitters: 'radiators',
    connection: floor ? 'mixed' : 'direct',
    flowTemperature: floor ? Math.min(38, job.source.flowTemperature) : job.source.flowTemperature,
    temperatureDifference: floor ? 7 : usualFall(job),
    run: insulated(us ? 'copper-b88-m' : 'copper-en1057', 8),
    worstRun: {
      ...pipe(floor ? (us ? 'pex-f876' : 'pex-iso15875') : us ? 'copper-b88-m' : 'copper-en1057', floor ? 80 : 20),
      load: 'auto',
    },
    terminalLoss: 'auto',
    waterContent: 'auto',
    pump: 'auto',
    pumpControl: 'fixed-speed',
    mixingValve: 'auto',
    mixing: 'three-way',
    mixingDrive: 'motorised',
    injectionPump: 'auto',
    hand: 'right',
    coldPortCheck: false,
    highLimit: floor,
    components: ['isolating-valve'],
    returnComponents: ['purge-valve', 'isolating-valve'],
    curve: null,
    balancing: 'valve',
    loopValves: 'set',
    loopSplit: 'by-floor',
    ports: 12,
    manifolds: [],
    cooling: null,
    coldAt: null,
    sections: [],
    bypass: null,
    zones: 'circuit',
    phase: 'new',
    pumpOn: 'flow',
    valveOn: 'flow',
    at: null,
    height: 0,
    ...fields,
  };
}

/** A section of the pipe tree as it comes into a circuit: of the material of its branches. */
export const newSection = (id: string, circuit: Circuit, fields: Partial<Section> = {}): Section => ({
  id,
  name: '',
  from: null,
  rooms: [],
  material: circuit.worstRun.material,
  size: 'auto',
  length: 4,
  fittingsAllowance: USUAL_FITTINGS_ALLOWANCE,
  existing: false,
  unseen: null,
  reach: 'open',
  ...fields,
});

/** Gives free ids with a letter in front, c1, c2 ..., one after the other. */
export function idsAfter(letter: string, taken: readonly { id: string }[]): () => string {
  const used = new Set(taken.map((each) => each.id));
  let n = taken.length;
  return () => {
    do n++;
    while (used.has(`${letter}${n}`));
    return `${letter}${n}`;
  };
}

/** The next free id with a letter in front. */
export const nextId = (letter: string, taken: readonly { id: string }[]): string => idsAfter(letter, taken)();
