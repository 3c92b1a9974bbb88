import type { QuantityKind } from '../../model/quantities.ts';

/** One limit the design works by. */
export interface Rule {
  id: string;
  label: string;
  kind: QuantityKind;
  /** In SI. */
  limit: number;
  reason: string;
  source: string;
}

export const COMMON_PRACTICE = 'common practice';
export const MEMORY = 'common practice, figure from memory';

const rule = (label: string, kind: QuantityKind, limit: number, reason: string, source: string = COMMON_PRACTICE) => ({
  label,
  kind,
  limit,
  reason,
  source,
});

/** The limits every rulebook starts from. */
export const RULES = {
  velocityWanted: rule('wanted velocity', 'velocity', 0.9, 'Quiet, and quick enough to carry air along.'),
  velocityMost: rule('highest velocity', 'velocity', 1.5, 'Faster water is heard and wears copper at the bends.'),
  velocityLeast: rule(
    'lowest velocity',
    'velocity',
    0.5,
    'Slower water leaves air and dirt behind, and the pipe costs more than it need.',
  ),
  gradientMost: rule('highest pressure gradient', 'gradient', 300, 'Steeper pipework asks for a stronger pump all year.'),
  gradientLeast: rule('lowest pressure gradient', 'gradient', 100, 'Flatter pipework costs more than its pump power saves.'),
  terminalAllowance: rule(
    'allowance for emitter and valve',
    'pressure',
    5000,
    'Stands for a radiator with its valve or a loop with its meter until the data sheet is at hand.',
    MEMORY,
  ),
  sourceAllowance: rule(
    'allowance inside the source',
    'pressure',
    10_000,
    'Stands for the heat exchanger until the data sheet is at hand.',
    MEMORY,
  ),
  headMargin: rule('margin on pump head', 'factor', 1.05, 'Lengths are guessed and pipes grow rough.'),
  pumpCheckOpening: rule(
    'opening pressure of the check valve in a pump',
    'pressure',
    400,
    'The valve that keeps an idle circuit still has to be pushed open.',
    MEMORY,
  ),
  meterKvs: rule(
    'Kvs of a loop meter or radiator valve, open',
    'flowCoefficient',
    1.1,
    'What the setting of a loop is counted from, until the data sheet is at hand.',
    MEMORY,
  ),
  coldPortOpening: rule(
    'opening pressure of a check valve on a cold port',
    'pressure',
    200,
    'A light flap, so that hot water cannot push back through the cold port.',
    MEMORY,
  ),
  zoneValveLoss: rule('most a zone valve may take', 'pressure', 4000, 'Full-bore valves cost the one pump little.', MEMORY),
  plateLoss: rule('loss of each side of a plate exchanger', 'pressure', 15_000, 'What they are usually sized for.', MEMORY),
  coilLoss: rule('allowance for the coil of a cylinder', 'pressure', 10_000, 'Until the data sheet is at hand.', MEMORY),
  injectionValveLoss: rule(
    'least loss of the valve behind a fixed injection pump',
    'pressure',
    3000,
    'Below this a set valve hardly sets the flow.',
    MEMORY,
  ),
  storeSwing: rule(
    'cylinder below its setting when it calls',
    'temperatureDifference',
    5,
    'The stat of a cylinder switches on some 5 K below where it switches off.',
  ),
  enclosedShare: rule(
    'share of its output that an enclosed unit gives',
    'fraction',
    0.85,
    'Between walls it breathes air it has cooled before.',
    MEMORY,
  ),
  closeOff: rule(
    'pressure an actuator closes against',
    'pressure',
    100_000,
    'A valve whose actuator is too weak is pushed open by the pump.',
    MEMORY,
  ),
  brine: rule('brine from the ground', 'temperature', 0, 'What ground sources are rated at in winter.', MEMORY),
  thermostaticBand: rule(
    'band of a thermostatic valve',
    'temperatureDifference',
    2,
    'From wide open to shut; data sheets give flows at 1 or 2 K.',
    'EN 215 rates at 2 K, from memory',
  ),
  bypassKvs: rule('Kvs of a bypass valve', 'flowCoefficient', 2.5, 'Spring bypass of three quarters of an inch.', MEMORY),
  teeLoss: rule(
    'loss of the run between two tees',
    'factor',
    1,
    'Two tees passed straight through, half a velocity head each.',
    MEMORY,
  ),
  teeSpacing: rule(
    'distance between closely spaced tees, in bores',
    'factor',
    4,
    'At most four diameters apart, so that next to no pressure is left between them.',
  ),
  straightBefore: rule(
    'straight pipe before close tees, in bores',
    'factor',
    6,
    'Bends close by make the water swirl, and swirling water draws through the tees.',
  ),
  straightAfter: rule('straight pipe behind close tees, in bores', 'factor', 6, 'The same on the other side.'),
  hottestWater: rule('hottest water of the source', 'temperature', 90, 'Above this the plant needs other parts and other codes.'),
  bareLoss: rule(
    'heat lost by a bare pipe',
    'heatLoad',
    20,
    'Codes ask for insulation in nearly every plant room; the heat is bought all winter.',
  ),
  heatShort: rule('heat short of the load', 'fraction', 0.05, 'A twentieth is felt on the coldest days.'),
  gaugeLeast: rule(
    'least gauge pressure anywhere',
    'pressure',
    30_000,
    'Below this air comes in at flanges and vents, and hot water steams at the pump.',
  ),
  teeDrift: rule(
    'pressure between closely spaced tees',
    'pressure',
    500,
    'It drives warm water through circuits that stand, and disturbs those that run.',
  ),
  solvedGap: rule('solved flow beside wanted flow', 'fraction', 0.1, 'More than a tenth off is seen in the room or on the bill.'),
  valveLeastLoss: rule(
    'least loss of a mixing valve',
    'pressure',
    3000,
    'Below this the valve hardly changes the flow before it is nearly shut.',
  ),
  authorityWanted: rule('wanted valve authority', 'fraction', 0.5, 'The flow then follows the stem.'),
  authorityLeast: rule('lowest valve authority', 'fraction', 0.3, 'Below this the valve hunts: little happens, then everything.'),
  headerVelocity: rule('velocity inside a header', 'velocity', 0.1, 'Slow water lets flows part, air rise and dirt fall.'),
  headerDiameters: rule(
    'header bore in pipe bores',
    'factor',
    3,
    'The three-diameter habit: the header is three times as wide as its pipes.',
  ),
  headerTail: rule('pipe between header and mixing valve', 'length', 2, 'There and back, where nobody measured it.', MEMORY),
  loadGapMost: rule('gap between rooms and whole house', 'fraction', 0.1, 'More than a tenth apart and one of the two is wrong.'),
  mixedTolerance: rule(
    'tolerance of a direct circuit',
    'temperatureDifference',
    0.5,
    'A direct circuit gets what the source sends.',
  ),
  condensingReturn: rule(
    'highest return that still condenses',
    'temperature',
    55,
    'Above the dew point of its flue gas a condensing boiler is an ordinary one.',
    'common practice; the dew point of natural-gas flue gas is about 55 °C',
  ),
  dryReturn: rule(
    'lowest return of an iron or solid-fuel boiler',
    'temperature',
    55,
    'Colder water lets flue gas condense on iron and rot it.',
  ),
  returnAboveRoom: rule(
    'return above the room',
    'temperatureDifference',
    0,
    'Water cannot come back colder than the room it heats.',
    'second law of thermodynamics',
  ),
  pumpOversize: rule(
    'duty flow over design flow',
    'factor',
    1.3,
    'A fixed speed far above need is noise, power and a narrow delta T.',
  ),
  pumpThrottled: rule(
    'head of the pump over head of the index run',
    'factor',
    1.8,
    'The valve burns what the pump makes too much, all year.',
  ),
  radiatorContent: rule(
    'water in radiators and their branches, per kW',
    'volume',
    0.01,
    'Panel radiators with their pipes, in litres per kW of load.',
    MEMORY,
  ),
  floorContent: rule(
    'water in floor loops, per kW',
    'volume',
    0.02,
    'Loops of 16 mm pipe at the usual spacing, in litres per kW of load.',
    MEMORY,
  ),
  airUnitContent: rule(
    'water in fan units, per kW',
    'volume',
    0.003,
    'Coils with their branches, in litres per kW of load.',
    MEMORY,
  ),
  sourceContent: rule(
    'water in the source, per kW',
    'volume',
    0.001,
    'Low-content boilers and heat pumps, in litres per kW.',
    MEMORY,
  ),
  dewPointMargin: rule(
    'cold water and surfaces above the dew point',
    'temperatureDifference',
    1.5,
    'Gauges err and the air of one corner is damper than that of another.',
  ),
  coldFloor: rule(
    'coldest floor where people sit',
    'temperature',
    19,
    'Colder floors are felt as such.',
    'EN ISO 7730, as remembered',
  ),
  coilApproach: rule(
    'flow above the store at the end',
    'temperatureDifference',
    5,
    'Coils in tanks end some 5 K below what they are fed with.',
  ),
  reheatTime: rule('longest reheat', 'duration', 5400, 'People wait about an hour and a half for the next bath, and no longer.'),
  sourceOversize: rule(
    'capacity over what is needed',
    'factor',
    4,
    'A source several times too large cannot go low enough for most of the winter.',
    MEMORY,
  ),
  floorInsulationHeated: rule(
    'insulation under a floor above heated rooms',
    'thermalResistance',
    0.75,
    'The heat belongs into this room, not the one below.',
    'EN 1264-4, from memory',
  ),
  floorInsulationCold: rule(
    'insulation under a floor above the ground or unheated rooms',
    'thermalResistance',
    1.25,
    'What goes down is paid for and warms nobody.',
    'EN 1264-4, from memory; local codes ask for more',
  ),
  hygieneStore: rule('store without hygiene cycle', 'temperature', 60, 'Germs thrive between 25 and 55 °C.'),
  scaldStore: rule('hottest store without tempering', 'temperature', 55, 'Water above 55 °C scalds in seconds, children sooner.'),
  strainerLoss: rule(
    'most a clean strainer may take at a heat pump',
    'pressure',
    3000,
    'A tenth of what the pump of a heat pump has to spare.',
    MEMORY,
  ),
  bypassOpening: rule(
    'opening pressure of a bypass',
    'pressure',
    15_000,
    'A pump that holds a falling pressure slows down instead; a bypass keeps some water moving.',
  ),
  flowProof: rule(
    'flow over the least the source wants',
    'fraction',
    0.2,
    'A fifth more at full speed proves the pipework: strainers load and pumps age.',
  ),
  leastBuffer: rule('smallest buffer that separates', 'volume', 0.03, 'Smaller tanks are headers, and are bought as such.'),
  vesselReserveShare: rule('water reserve', 'fraction', 0.005, 'Covers what a system loses between services.', 'EN 12828'),
  vesselReserveLeast: rule('least water reserve', 'volume', 0.003, 'Covers what a system loses between services.', 'EN 12828'),
  vesselSmall: rule('small vessel', 'volume', 0.015, 'Under this size the reserve is a share of the vessel.', 'EN 12828'),
  vesselSmallReserve: rule(
    'reserve of a small vessel',
    'fraction',
    0.2,
    'A share of the vessel instead of the content.',
    'EN 12828',
  ),
  vesselLeastGas: rule(
    'least gas pressure',
    'pressure',
    70_000,
    'Low plants too keep pumps and vents above atmosphere with it.',
    'EN 12828 recommends it, from memory',
  ),
  vesselMargin: rule(
    'gas pressure above static',
    'pressure',
    30_000,
    'Keeps the highest point above atmosphere and free of vapour.',
    'EN 12828',
  ),
} satisfies Record<string, Omit<Rule, 'id'>>;

export type RuleId = keyof typeof RULES;
