import { CODES, HERE, kind, SUM } from './entry.ts';

/** Controls and curves. */
export const CONTROL_FINDINGS = {
  'voltage-mismatch': kind('Signals that do not fit', 'Mains on a dry contact, or the other way, burns or does nothing.', CODES),
  'priority-endless': kind('A heating that waits without end', 'A cylinder that never gets warm leaves the house cold.'),
  'fires-before-open': kind('Pump and source before the valves', 'They run against shut valves.'),
  'curve-limits': kind('Limits of a curve crossed', 'The highest is not above the least.', HERE),
  'curve-below-rooms': kind('A curve below the rooms', 'Its water gives no heat, or takes heat out.', HERE),
  'curve-low': kind('A curve below the need', 'Rooms stay short, however long the plant runs.', SUM),
  'curve-high': kind('A curve above the need', 'Every kelvin too much is paid for.', SUM),
  'thermostat-idle': kind('A thermostat that calls nothing', 'Its rooms are on no zone.', HERE),
  'thermostat-shared': kind('Two thermostats for one room', 'One calls while the other is content.', HERE),
  'thermostat-gone': kind('A thermostat of rooms that are gone', 'It names rooms that are not in the job.', HERE),
} as const;

/** The school of the rulebook, and its limits. */
export const SCHOOL_FINDINGS = {
  'school-separation': kind(
    'Another separation than the school uses',
    'The rulebook asks for it, or does without.',
    'the rulebook chosen',
  ),
  'school-mixing': kind(
    'A mixed circuit in an open plant',
    'The open school sends every emitter the same water.',
    'the rulebook chosen',
  ),
  'school-closing': kind(
    'Rooms that may shut in an open plant',
    'The open school keeps all its water moving.',
    'the rulebook chosen',
  ),
  'water-too-hot': kind(
    'Water hotter than the rulebook allows',
    'Something is too small, or other parts and codes apply.',
    'the rulebook chosen',
  ),
  'own-rule-unknown': kind('An own limit for no rule', 'It counts for nothing.', HERE),
} as const;

/** Summer. */
export const COOLING_FINDINGS = {
  'dew-point': kind(
    'Cold water below the dew point',
    'Water condenses on floors, pipes and manifolds.',
    'ASHRAE Handbook, Fundamentals; margin from memory',
  ),
  'cooling-short': kind(
    'Too little cooling',
    'The room stays warm on the hottest day.',
    'EN 1264-5, from memory; ratings of fan units',
  ),
  'drying-short': kind('Damp that nothing takes out', 'The dew point rises until water condenses on floors.'),
  'cooling-flow': kind('More flow in summer than in winter', 'Pipes and pump are sized for heating.', 'energy balance'),
  'cooling-rating': kind(
    'A cooling rating that cannot be',
    'Its water comes back colder than it goes, or warmer than the room.',
    'second law of thermodynamics',
  ),
  condensate: kind('Coils that make water', 'Their trays need a drain with fall and a trap.'),
  'air-saturated': kind('Air as damp as it can be', 'Everything colder than the room drips.', 'definition of the dew point'),
  'cold-pipe-bare': kind('Cold pipes, valves and manifolds that lie bare', 'They sweat, and what is below them rots.'),
  'cold-insulation': kind('Insulation too thin for cold water', 'Its outside comes to the dew point.', 'ISO 12241'),
  'cooling-loads-rough': kind(
    'Cooling loads guessed by area',
    'Sun and shade count more than area.',
    'common practice, figures from memory',
  ),
  'cooling-load-missing': kind('A cooled room without a cooling load', 'Nobody knows whether it gets enough.', HERE),
  'cold-source-missing': kind('Cold water that nothing makes', 'A boiler only heats.', HERE),
  'cold-water-missing': kind('A circuit that no cold water comes to', 'It does not hang where the cold water is.', HERE),
  'cold-only': kind('A plant that only cools', 'Without a heat load there are no bars to hang on.', HERE),
  'cold-too-warm': kind('Cold water as warm as the room', 'It takes nothing out of it.', 'second law of thermodynamics'),
  'thermostatic-cooling': kind('Thermostatic heads on a circuit that cools', 'They shut when the room is warm.'),
  'no-part-in-summer': kind('Emitters that take no part in summer', 'Radiators and rails sweat with cold water in them.'),
  'guard-limit': kind(
    'A fixed limit that guards nothing',
    'It lies below the dew point, or above the water it lets through.',
    HERE,
  ),
  'guard-blind': kind('A guard without a sensor in the house', 'It knows nothing of showers and cooking.'),
  'cold-under-boards': kind('A cooled floor under boards', 'Damp collects between screed and boards.'),
  'cold-freezes': kind('Cold water that freezes in the machine', 'Ice bursts the exchanger.', 'freezing point of the fluid'),
  'cold-water-warm': kind('Colder water asked for than is sent', 'A valve mixes warmer and never colder.', 'energy balance'),
  'cooling-capacity': kind('A machine too small for the cold', 'Its water leaves warmer, and all takes less.', SUM),
  'cooling-least-flow': kind('Too little flow when cooling', 'The machine ices up or stops.', SUM),
  'cooling-point': kind(
    'A cooling point that cannot be',
    'No machine is better than the ideal one.',
    'second law of thermodynamics',
  ),
  'free-cooling-warm': kind('Ground too warm for the water asked', 'The compressor has to run.', HERE),
  'mode-lock': kind('Heating and cooling not locked', 'Both may run at once.'),
  'dead-band': kind('No rest between heating and cooling', 'The plant turns over twice a day.'),
} as const;

/** What the solver says of the plant. */
export const SOLVER_FINDINGS = {
  'not-solved': kind('No answer for flow and temperature', 'Sizes stand as designed; duty points do not.', SUM),
  'network-unknown-node': kind('A part that leads nowhere', 'The rest is solved without it.', HERE),
  'network-same-node': kind('A part that begins where it ends', 'The rest is solved without it.', HERE),
  'network-twice': kind('Two parts of one name', 'One of them is left out.', HERE),
  'network-bad-number': kind('A part with a number that cannot be', 'The rest is solved without it.', HERE),
  'network-no-pressure-point': kind('Nothing holds the pressure', 'Flows are known there, pressures are not.', HERE),
  'network-two-pressure-points': kind('Two points hold the pressure', 'Water would flow from one to the other.', HERE),
  'network-no-drive': kind('Nothing moves the water', 'It circulates by weight alone, or stands.', HERE),
  'network-dead-end': kind('A dead end', 'Its water stands.', HERE),
} as const;
