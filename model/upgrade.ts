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

/**
 * Brings a job file of an older version up to the present one, before it is parsed. Anything that is no such file
 * comes back as it is: the schema then says what is wrong.
 */
export function upgradeJob(raw: unknown): unknown {
  if (!isLoose(raw)) return raw;
  const second = raw.version === 1 ? fromVersion1(raw) : raw;
  const third = second.version === 2 ? fromVersion2(second) : second;
  return third.version === 3 ? fromVersion3(third) : third;
}
