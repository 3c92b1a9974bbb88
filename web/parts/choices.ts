import { BUILDING_CLASSES_DATA } from '../../core/load/rough-loads.ts';
import { PIPE_MATERIALS } from '../../core/pipe/catalogue.ts';
import { isCold } from '../../core/plan/changeover.ts';
import { portsToFeed, portsToHangOn } from '../../core/plan/ports.ts';
import { circulatorName, OWN_PUMP } from '../../core/plant/circulator.ts';
import { CIRCULATORS } from '../../core/plant/circulator-catalogue.ts';
import { SOURCE_LABELS } from '../../core/plant/source-labels.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import { MASSES } from '../../core/run/run.ts';
import type {
  Controls,
  EmitterKind,
  Facing,
  FurtherSource,
  HotWater,
  HouseMass,
  Inside,
  Job,
  MaterialId,
  Mixing,
  PumpControl,
  RoomUse,
  Signal,
} from '../../model/job.ts';

const list = <K extends string>(labels: Record<K, string>) =>
  Object.entries<string>(labels).map(([value, label]) => ({ value, label }));

export const EMITTER_LABELS: Record<EmitterKind, string> = {
  radiators: 'Radiators',
  floor: 'Floor heating',
  'air-units': 'Fan units',
};
export const EMITTER_CHOICES = list(EMITTER_LABELS);

export const PUMP_CONTROL_CHOICES = list<PumpControl>({
  'fixed-speed': 'Fixed speed',
  'constant-pressure': 'Constant pressure',
  'proportional-pressure': 'Proportional pressure',
  'constant-difference': 'Constant delta T',
});

export const ZONE_CHOICES = list<Job['circuits'][number]['zones']>({
  circuit: 'One for the circuit',
  rooms: 'One for each room',
});

export const BALANCING_CHOICES = list<Job['circuits'][number]['balancing']>({
  none: 'None',
  valve: 'Regulating valve, set',
});

export const LOOP_VALVE_CHOICES = list<Job['circuits'][number]['loopValves']>({
  set: 'Set once: meter or valve',
  'flow-holding': 'Hold their flow',
  thermostatic: 'Thermostatic: follow the room',
  none: 'None: loops take what comes',
});

export const LOOP_SPLIT_CHOICES = list<Job['circuits'][number]['loopSplit']>({
  'by-floor': 'As few as each floor needs',
  equal: 'All as nearly alike as can be',
});

export const MODE_CHOICES = list<Job['mode']>({
  heating: 'It heats',
  'heating-and-cooling': 'It heats, and cools in summer',
});

export const USE_LABELS: Record<RoomUse, string> = {
  living: 'Living',
  sleeping: 'Sleeping',
  bathroom: 'Bathroom',
  kitchen: 'Kitchen',
  work: 'Work',
  passage: 'Passage',
  other: 'Other',
};

export const FACING_LABELS: Record<Facing, string> = {
  n: 'North',
  ne: 'North-east',
  e: 'East',
  se: 'South-east',
  s: 'South',
  sw: 'South-west',
  w: 'West',
  nw: 'North-west',
};

export const VESSEL_CHOICES = list<Job['vessel']['connection']>({
  'source-return': 'On the return to the source',
  'source-flow': 'On the flow, behind the pump',
});

export const FLUID_CHOICES = list<Job['fluid']['kind']>({
  water: 'Water',
  'propylene-glycol': 'Water with propylene glycol',
  'ethylene-glycol': 'Water with ethylene glycol',
});

export const ROUGH_CHOICES = [
  { value: '', label: 'No rough loads' },
  ...Object.entries(BUILDING_CLASSES_DATA).map(([value, { label, perArea }]) => ({
    value,
    label: `${label}: about ${perArea} W/m²`,
  })),
];

export const SOURCE_CHOICES = list(SOURCE_LABELS);

export const SEPARATION_CHOICES = list<Job['separation']['kind']>({
  none: 'None: circuits draw through the source',
  'low-loss-header': 'Low-loss header',
  'closely-spaced-tees': 'Closely spaced tees',
  buffer: 'Buffer',
  'coil-tank': 'Tank with a coil: two waters',
  'plate-exchanger': 'Plate exchanger: two waters',
});

/** Where a further source may hang: beside the first, on what feeds a further station, or among what draws. */
export const sourceHangChoices = (job: Job): { value: string; label: string }[] => [
  { value: '', label: 'Beside the first source' },
  ...portsToFeed(job).map(({ ref, label }) => ({ value: ref, label })),
];

export const PHASE_CHOICES = list<Job['source']['phase']>({
  new: 'Now',
  there: 'There already',
  later: 'Later: laid for, not connected',
  leaves: 'Until what comes later is there',
});

export const PIPE_CHOICES = list<Job['source']['pumpOn']>({ flow: 'The flow', return: 'The return' });

export const ONCE_WARM_CHOICES = list<Job['furtherSources'][number]['onceWarm']>({
  stops: 'It stands',
  cylinder: 'It heats the cylinder',
});

export const GUARD_CHOICES = list<NonNullable<Job['circuits'][number]['cooling']>['guard']>({
  none: 'Nothing',
  'dew-point': 'A sensor on the manifold',
  room: 'Humidity sensors in the rooms',
  weather: 'Outdoor temperature and humidity',
  fixed: 'A fixed limit',
});
export const CHILLER_CHOICES = list<NonNullable<Job['stations'][number]['chiller']>['kind']>({
  chiller: 'A chiller',
  'ground-water': 'Ground water or brine over plates',
});
export const MASTER_CHOICES = list<Job['controls']['summer']['master']>({
  hand: 'Somebody, by a switch',
  season: 'The calendar',
  weather: 'The weather',
  rooms: 'The rooms that call',
});
export const FIRST_CHOICES = list<Job['controls']['summer']['first']>({
  'set-point': 'The set point of the rooms',
  'dew-point': 'The dew point of their air',
});
export const ON_DAMP_CHOICES = list<NonNullable<Job['circuits'][number]['cooling']>['onDamp']>({
  shut: 'Shut the circuit',
  warm: 'Mix it warmer',
});
export const DRAIN_CHOICES = list<NonNullable<Job['circuits'][number]['cooling']>['drain']>({
  unknown: 'Nobody has looked',
  trap: 'Drain with fall and trap',
  pump: 'Condensate pump',
  none: 'None',
});
/** Tanks of cold water that a source or a circuit may turn over to. */
export const coldChoices = (job: Job): { value: string; label: string }[] => [
  { value: '', label: 'Where it hangs anyway' },
  ...portsToHangOn(job)
    .filter(({ ref }) => isCold(job, ref))
    .map(({ ref, label }) => ({ value: ref, label })),
];

/** What may stand beyond the first station. */
export const STATION_CHOICES = list<Job['separation']['kind']>({
  none: 'A pair of bars',
  'low-loss-header': 'Low-loss header',
  'closely-spaced-tees': 'Ring main with pairs of tees',
  buffer: 'Tank',
  'coil-tank': 'Tank with a coil: another water',
  'plate-exchanger': 'Plate exchanger: another water',
});

/** Where circuits and the cylinder may hang; the first is where they do unless they are hung elsewhere. */
export function hangChoices(job: Job): { value: string; label: string }[] {
  const [usual, ...rest] = portsToHangOn(job);
  return usual ? [{ value: '', label: usual.label }, ...rest.map(({ ref, label }) => ({ value: ref, label }))] : [];
}

export const RULEBOOK_CHOICES = Object.values(RULEBOOKS_BY_ID).map(({ id, label, gist }) => ({
  value: id,
  label: `${label[0]?.toUpperCase()}${label.slice(1)}: ${gist}`,
}));

export const CHARGED_CHOICES = list<HotWater['charged']>({
  coil: 'Through a coil in the store',
  direct: 'Its own water, round over plates',
});

export const CHARGING_CHOICES = list<HotWater['charging']>({
  priority: 'First: the heating waits',
  parallel: 'Beside the heating',
});

export const STANDING_CHOICES = list<Job['source']['standing']>({
  indoors: 'Indoors',
  'open-air': 'Outdoors, air all round',
  enclosed: 'Outdoors between walls',
});

export const TOP_UP_CHOICES = list<Job['vessel']['topUp']>({
  hand: 'By hand',
  'reducing-valve': 'By a reducing valve on the main',
  feeder: 'By a feeder with pump and can',
});

export const FILLING_CHOICES = list<Job['safety']['filling']>({
  unknown: 'Not looked at yet',
  protected: 'From the main, backflow protected',
  unprotected: 'From the main, unprotected',
  feeder: 'From a feeder with its own tank',
});

export const DISCHARGE_CHOICES = list<Job['safety']['discharge']>({
  unknown: 'Not looked at yet',
  drain: 'Over a drain, in sight',
  nowhere: 'Nowhere safe',
});

export const MATERIAL_CHOICES = Object.values(PIPE_MATERIALS).map((material) => ({
  value: material.id,
  label: `${material.label} (${material.source})`,
}));

export const sizeChoices = (material: MaterialId, automatic: string | undefined) => [
  { value: 'auto', label: automatic ? `auto: ${automatic}` : 'auto' },
  ...PIPE_MATERIALS[material].sizes.map((size) => ({
    value: size.id,
    label: size.label,
  })),
];

export const pumpChoices = (job: Job, automatic: string | undefined) => [
  { value: 'auto', label: automatic ? `auto: ${automatic}` : 'auto' },
  ...job.ownPumps.map((pump) => ({
    value: `${OWN_PUMP}${pump.id}`,
    label: `${pump.label || 'Own pump'}${pump.existing ? ', existing' : ''}`,
  })),
  ...CIRCULATORS.map((pump) => ({ value: pump.id, label: circulatorName(pump, job.display) })),
];

export const MIXING_CHOICES = list<Mixing>({
  'three-way': '3-way valve',
  'four-way': '4-way valve, lifts the return',
  'injection-fixed': 'Injection pump, set by hand',
  'injection-variable': 'Injection pump, speed follows',
});

export const DRIVE_CHOICES = list<Job['circuits'][number]['mixingDrive']>({
  motorised: 'Motor',
  thermostatic: 'Thermostatic head',
});

export const HAND_CHOICES = list<Job['circuits'][number]['hand']>({
  right: 'Right of the flow',
  left: 'Left of the flow',
});

export const CONNECTIONS_CHOICES = list<Job['separation']['connections']>({
  two: 'Two: only the surplus passes it',
  three: 'Three: flow past it, return through it',
  four: 'Four: all water through it',
});

export const DISTRIBUTION_CHOICES = list<Job['distribution']['kind']>({
  pumps: 'A pump in each circuit',
  valves: 'One pump, a valve in each direct circuit',
  source: 'The pump of the source, a valve in each direct circuit',
});

export const ORDER_CHOICES = list<FurtherSource['order']>({
  together: 'In parallel',
  backup: 'Standby',
});

export const HYGIENE_CHOICES = list<HotWater['hygieneBy']>({
  source: 'The source, through the coil',
  immersion: 'The immersion heater',
});

export const CIRCULATION_CHOICES = list<HotWater['circulation']>({
  none: 'None',
  timed: 'By the clock',
  'on-demand': 'On demand',
});

export const INSIDE_LABELS: Record<Inside, string> = {
  pump: 'Pump',
  vessel: 'Expansion vessel',
  'relief-valve': 'Relief valve',
  filling: 'Filling',
  vent: 'Vent',
  'low-water-cut-off': 'Low-water cut-off',
  'diverting-valve': 'Diverting valve',
  buffer: 'Small buffer',
};

export const SIGNAL_CHOICES = list<Signal>({
  contact: 'A dry contact',
  '24V': '24 V',
  mains: 'Mains voltage',
});

export const ACTUATOR_CHOICES = list<Controls['actuator']>({ '24V': '24 V', mains: 'Mains voltage' });

/** Hours in which a house loses all but a third of what it stands above outdoors. */
export const MASS_CHOICES = list<HouseMass>({
  light: `Light: timber, dry linings (${MASSES.light} h)`,
  medium: `Medium: brick (${MASSES.medium} h)`,
  heavy: `Heavy: stone, concrete (${MASSES.heavy} h)`,
});
export const ISOLATOR_CHOICES = list<Controls['isolator']>({
  unknown: 'Nobody has looked',
  switch: 'One switch, beside the plant',
  none: 'Nothing does',
});
export const SOURCE_CALL_CHOICES = list<Controls['sourceCall']>({
  contact: 'A dry contact',
  '0-10V': '0 to 10 V',
  bus: 'Its bus',
});
