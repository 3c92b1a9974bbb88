import { CODES, HERE, kind, SUM } from './entry.ts';

/** Sources. */
export const SOURCE_FINDINGS = {
  'source-too-small': kind('A source too small', 'The house stays cold on the design day.', SUM),
  'source-too-large': kind('A source too large', 'It cannot go low enough for most of the winter.'),
  'source-not-firm': kind('Only the sun on the coldest night', 'It gives nothing then.'),
  'source-flow-high': kind(
    'Water hotter than its kind reaches',
    'It locks out, or its limiter stops it.',
    'usual figures by kind, from memory',
  ),
  'source-flow-low': kind(
    'Too little flow through the source',
    'It stops on its flow switch or ices up.',
    'the maker’s least flow, a fifth to spare',
  ),
  'source-cycles': kind('A source that cycles', 'Starts wear it and cost heat.', SUM),
  'pass-over-band': kind('A pass that rises beyond the band', 'It stops before the house has noticed.', 'energy balance'),
  'least-above-capacity': kind('A least output above the capacity', 'One of the two is wrong.', HERE),
  'source-enclosed': kind('An outdoor unit in its own cold air', 'It gives less, costs more and defrosts all day.'),
  'source-cooler': kind(
    'A second source that sends cooler water',
    'The mix is cooler than the circuits were designed for.',
    'energy balance',
  ),
  'sources-unseparated': kind('Several sources and nothing between', 'Their pumps push through each other.'),
  'changeover-one-side': kind('A changeover with one side', 'Valves that turn over need a water on either side.', HERE),
  'source-cannot-cool': kind(
    'A source that is to cool and cannot',
    'Only a heat pump that can be turned round makes cold water.',
    HERE,
  ),
  'cold-tank-heated': kind('Heat on a tank of cold water', 'Warm and cold water would meet.', HERE),
  'guard-missing': kind('A cooled floor without a dew-point guard', 'Water condenses on it on a humid day.', HERE),
  'second-store-missing': kind('A second store for the sun that is not there', 'Its heat has no other place to go.', HERE),
  'backup-small': kind('A backup for part of the load', 'It keeps the house from freezing, not warm.', SUM),
  'data-beyond': kind('Data that end too early', 'The nearest point flatters what lies beyond.', HERE),
  'return-too-hot': kind(
    'A boiler that does not condense',
    'Above the dew point of its flue gas it is an ordinary one.',
    'dew point of natural-gas flue gas, about 55 °C',
  ),
  'return-too-cold': kind('A return too cold for iron', 'Flue gas condenses on it and rots it.'),
  'drinking-water-source': kind('A heater for drinking water feeds the heating', 'Heating water must never reach a tap.', CODES),
  'strainer-chokes': kind('A strainer that chokes a heat pump', 'A fine basket takes its flow once it has caught something.'),
  'dirt-filter-missing': kind('Nothing keeps dirt out of the source', 'Its narrow ways clog.'),
  'air-separator-missing': kind('Nothing takes the air out', 'It collects in pumps and high loops.'),
  'ports-for-later': kind('Ports for what comes later', 'Without them the plant is drained for each stage.'),
} as const;

/** Vessel, filling, parts and where they stand. */
export const FITTING_FINDINGS = {
  'vessel-too-small': kind('A vessel too small', 'The relief valve drips whenever the plant is hot.', 'EN 12828'),
  'vessel-impossible': kind('No vessel fits', 'The static height leaves no pressure between gas and relief.', 'EN 12828'),
  'vessel-behind-pump': kind('A pump that pushes towards the vessel', 'It lowers its own inlet and draws air.'),
  'static-height-low': kind('Height the vessel does not count', 'The top of the plant draws air.', 'EN 12828'),
  'suction-low': kind('Too little pressure at a pump', 'Air comes in and hot water steams.'),
  'check-valves-in-series': kind('Check valves in a row', 'Each has to be pushed open; together they may halve the flow.'),
  'isolation-missing': kind('A pump that cannot be shut off', 'The plant has to be drained for it.'),
  'purge-missing': kind('Nothing to purge a circuit through', 'Air stays in it.'),
  'vent-missing': kind('No vent at a high point', 'Coils under the ceiling collect the air.'),
  'part-on-wrong-pipe': kind('A part on the wrong pipe', 'It does nothing there, or harm.'),
  'filter-shut-off': kind('A filter that cannot be shut off', 'It is never emptied.'),
  'fill-valve-missing': kind('Nowhere to fill the plant', 'It is filled where the pressure moves with the pumps.'),
  'bought-twice': kind('A part there twice', 'It is inside the source already.', HERE),
  'fluid-range': kind('Temperatures beyond the data of the glycol', 'The nearest data are taken.', 'range of the formulas'),
  'fluid-freezes': kind('A mix that freezes outdoors', 'Pipe outdoors needs one that stays liquid.', 'freezing point of the mix'),
} as const;

/** What keeps people and plant whole. */
export const SAFETY_FINDINGS = {
  'relief-missing': kind('No relief valve', 'Heated water bursts a closed plant.', CODES),
  'relief-shut-off': kind('A relief valve that can be shut off', 'The source then has nowhere to let go.', CODES),
  'relief-discharge': kind('A relief valve that discharges nowhere', 'It discharges scalding water and steam.', CODES),
  'relief-capacity': kind('A relief valve too small', 'With its control stuck the source raises the pressure further.', CODES),
  'filling-unprotected': kind(
    'Heating water may run back into drinking water',
    'A backflow preventer of the right class stops it.',
    CODES,
  ),
  'filling-thins': kind('Water that thins the glycol', 'Its frost protection goes unseen.'),
  'filling-unknown': kind('How the plant is filled is not known', 'The backflow preventer may be missing.', CODES),
  'low-water': kind('Nothing stops the source when water is short', 'Its exchanger is lost.', CODES),
  'heat-dump': kind('Nothing takes the heat of a fire in a power cut', 'The water boils.', CODES),
  'vented-leftovers': kind('Leftovers of an open system', 'Left open they let air in; capped they make a bomb.', CODES),
  'frost-outdoors': kind('Water outdoors in frost', 'It freezes in a power cut within hours.'),
  'no-isolator': kind('Nothing cuts the plant off the mains', 'A feed from two circuits kills.', CODES),
} as const;

/** The cylinder. */
export const HOT_WATER_FINDINGS = {
  'cylinder-cold': kind('A cylinder that never gets warm', 'Its coil has nothing left at the end.', SUM),
  'reheat-slow': kind('A slow reheat', 'People wait, or the heating does.'),
  'hygiene-missing': kind('No cycle against germs', 'They thrive between 25 and 55 °C.', CODES),
  'circulation-unmeasured': kind('A circulation that was not measured', 'What its pipe loses is not counted.', HERE),
  'hygiene-stale-pipe': kind('A cycle that leaves a pipe cold', 'Germs live on in the circulation.', CODES),
  scalding: kind('Water that scalds', 'Above 55 °C it takes seconds, with children less.', CODES),
  'tempering-backflow': kind('Hot water through the cold port', 'Cold taps run warm.', CODES),
  'drinking-vessel-missing': kind('A cylinder with nowhere to expand', 'Each reheat raises its pressure.', CODES),
  'overheat-missing': kind('Nothing stops the charging', 'A stuck relay heats it on until the relief lets go.', CODES),
  'parallel-direct': kind('A direct circuit while the cylinder charges', 'It gets the cylinder’s water.', HERE),
  'coil-small': kind('A coil smaller than the least output', 'The source cycles while the last degrees are made.', SUM),
} as const;
