import { HERE, kind, SUM } from './entry.ts';

/** Circuits: temperatures, mixing, flow. */
export const CIRCUIT_FINDINGS = {
  'return-below-room': kind('A return colder than the room', 'Heat does not flow that way.', 'second law of thermodynamics'),
  'mixed-above-source': kind('A set point above its supply', 'A mixing valve can only cool water down.', HERE),
  'direct-not-source': kind(
    'A direct circuit of another temperature',
    'It gets what the source sends, whatever was wanted.',
    HERE,
  ),
  'authority-low': kind(
    'A mixing valve that decides too little',
    'Little happens, then everything: it hunts.',
    'common practice: authority of 0.3 and more',
  ),
  'high-limit-missing': kind('Nothing guards a mixed floor', 'A stuck valve sends the source’s water into the floor.'),
  'cold-port-open': kind('A cold port that may be fed backwards', 'Other pumps push through it while its own stands.'),
  'four-way-idle': kind('A fourth port that nothing drives', 'It lifts the return only where a pump stands before the valve.'),
  'injection-blind': kind('A fixed injection before valves that close', 'It brings the same hot water however little passes.'),
  'delta-t-wide': kind(
    'A very wide delta T in a floor',
    'One end of the floor is cooler than the other, and too little water passes.',
  ),
  'delta-t-off': kind('Delta T far from the one meant', 'Pipes, pump and return were worked out with another.', SUM),
  'flow-short': kind(
    'A circuit short of its flow',
    'Others take the pressure, or its own way takes more than its pump gives.',
    SUM,
  ),
  'heat-short': kind('A circuit short of heat', 'Its water comes too cool or too little of it.', SUM),
  'nothing-open': kind('All valves may close on a running pump', 'It runs hot against nothing and the last valves hiss.'),
  'shared-pump-fixed': kind(
    'One pump at full speed against valves that close',
    'What is left open hisses, and the pump burns what it makes too much.',
  ),
  'close-off': kind('Valves against more than they hold', 'A strong pump pushes a weak actuator open.'),
} as const;

/** Pipes. */
export const PIPE_FINDINGS = {
  'pipe-too-small': kind('A pipe too small', 'It is heard, wears, and asks for a stronger pump.', 'the limits of the rulebook'),
  'velocity-high': kind('Water that runs fast', 'It is heard and wears copper at the bends.'),
  'velocity-low': kind('Water that runs slowly', 'It leaves air and dirt behind.'),
  'size-unknown': kind('A size its pipe does not have', 'Another was taken.', HERE),
  'pipe-too-hot': kind('Water too hot for the pipe', 'Plastic ages and bursts above its class.', 'the standard of the pipe'),
  'pipe-bare': kind('A bare pipe', 'Its heat is bought all winter, and codes ask for insulation.'),
  'section-astray': kind('A piece of the pipe tree that hangs on nothing', 'What lies behind it gets no water.', HERE),
  oxygen: kind('Pipe without an oxygen barrier', 'Oxygen rusts every iron part, and mud follows.'),
} as const;

/** Pumps. */
export const PUMP_FINDINGS = {
  'pump-short': kind(
    'A pump that falls short',
    'The circuit gets less than its flow; a few hundredths are nothing, a tenth is felt.',
    SUM,
  ),
  'pump-unknown': kind('A pump the catalogue does not hold', 'Another was chosen.', HERE),
  'pump-strong': kind('A pump too strong', 'Noise, power and a narrow delta T.'),
  'pump-throttled': kind('Head that a valve burns', 'The pump makes it and the valve takes it, all year.'),
  'pump-absurd': kind('A pump out of proportion', 'Some length, bore or flow is not what was meant.'),
  'pumps-fight': kind('Several pumps through one source', 'Each takes what the others leave.'),
  'own-pump-short': kind('The pump inside is too weak', 'It cannot move the design flow through these pipes.', SUM),
  'own-pump-enough': kind('The pump inside is enough', 'No second one has to be bought.', SUM),
} as const;

/** What parts the source from the circuits. */
export const SEPARATION_FINDINGS = {
  dilution: kind(
    'Water that turns round in the separator',
    'The circuits get cooler water than the source makes.',
    'energy balance',
  ),
  'ring-short': kind(
    'A pair of tees that draws more than its ring carries',
    'Its own return turns round between the tees and cools what it gets.',
    'energy balance',
  ),
  'ring-order': kind(
    'The hottest need not first on a ring main',
    'Each pair of tees leaves cooler water to the next.',
    'energy balance',
  ),
  'port-missing': kind('On something that is not there', 'It is taken to hang where it usually does.'),
  'link-nowhere': kind('Pipes that lead nowhere', 'Nothing is worked out for what hangs behind them.'),
  'station-unfed': kind('No source reaches a station', 'Whatever hangs on it stays cold.'),
  'station-unused': kind('Nothing hangs on a station', 'It is left out of the sums.'),
  'tees-apart': kind(
    'Close tees too far apart',
    'The pressure between them drives circuits that should stand.',
    'common practice: four bores at most',
  ),
  'tees-drift': kind('Pressure left between the tees', 'It drives warm water through circuits that stand.', SUM),
  'tees-straight': kind(
    'Bends too close to the tees',
    'Swirling water draws through them.',
    'common practice: six bores on either side, or eight before and four behind',
  ),
  'plates-second-vessel': kind(
    'Two waters parted by plates or a coil',
    'Each wants a vessel, a relief valve and a filling of its own.',
  ),
  'pump-towards-vessel': kind(
    'A pump that pushes towards the vessel',
    'It lowers the pressure of its circuit by its head.',
    'common practice: pumps draw from where the vessel is connected',
  ),
  'tap-slow': kind('Too little hot water at once', 'What is drawn faster comes cooler.', 'energy balance'),
  'hot-water-twice': kind('Hot water from the source and from a cylinder', 'The run takes it from the cylinder.'),
  'source-pump-parted': kind('A source pump that does not reach the circuits', 'Each is worked out with a pump of its own.'),
  'diverter-idle': kind('A diverting valve that diverts nothing', 'The cylinder has a pump of its own.'),
  'diverter-parallel': kind('A diverting valve and charging beside the heating', 'It sends the water one way or the other.'),
  'water-twice': kind('Two vessels on one water', 'Its pressure is then held at two points.'),
  'exchanger-impossible': kind(
    'Plates that cannot do it',
    'No water leaves colder than what enters on the other side.',
    'second law of thermodynamics',
  ),
  'buffer-needed': kind(
    'Too little water',
    'A defrost or a fire takes its heat out of, or puts it into, the water there is.',
    SUM,
  ),
  'buffer-small': kind('A buffer too small', 'It holds less than is needed.', SUM),
  'glycol-thinned': kind('Glycol topped up with water', 'It freezes one day without a warning.'),
  'main-weak': kind('A main too weak to fill', 'Water does not reach the top of the house.', SUM),
  'main-strong': kind('A main stronger than the relief valve', 'Whoever leaves the hose open lifts the valve.'),
  'air-stays': kind('A second water without an air separator', 'What the source has is on the other side.'),
  'coil-too-cool': kind(
    'A coil too cool at the foot of the tank’s band',
    'Before the source starts again the tank is colder than what hangs on its coil wants.',
    SUM,
  ),
  'coil-too-large': kind('A coil larger than its tank bears', 'It would fill the tank and leave no water to store.', SUM),
  'buffer-needless': kind('A buffer that is not needed', 'It loses heat and costs space.', SUM),
} as const;
