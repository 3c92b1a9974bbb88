import { changeLinks, pumpAt, shut, stuckOpen, withLoss } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const HANDLE: Cause = {
  id: 'valve-shut',
  label: 'A valve in its pipes is shut',
  prior: 4,
  look: LOOKS.handles,
  cure: 'Open it, and mark which way is open.',
};
const AIR_LOCK: Cause = {
  id: 'air-lock',
  label: 'Air stands in pump or pipes',
  prior: 5,
  look: LOOKS.pumpAir,
  cure: 'Top the plant up, vent at the pump and purge the circuit alone.',
  heard: { 'pump-noisy': 0.7, 'pump-hot': 0.5, gurgling: 0.6, 'heater-shuts-off': 0.4 },
};
const METERS: Cause = {
  id: 'meters-shut',
  label: 'All its meters are shut, as delivered',
  prior: 3,
  look: LOOKS.meter,
  cure: 'Open each to its setting on the schedule, before anything else is sought.',
  heard: { 'no-flow': 0.9 },
};
const ZONE_SHUT: Cause = {
  id: 'zone-valve-shut',
  label: 'Its zone valve stays shut',
  prior: 5,
  look: LOOKS.actuator,
  cure: 'Move it by its lever; where the motor does not take over, change it.',
};
const CHECK_STUCK: Cause = {
  id: 'check-stuck',
  label: 'A check valve in it is stuck, or stands the wrong way round',
  prior: 2,
  look: LOOKS.check,
  cure: 'Take it out, look at its arrow, clean or change it.',
};
const STRAINER: Cause = {
  id: 'strainer',
  label: 'A strainer in it is full: also the one inside a ball valve',
  prior: 5,
  look: LOOKS.strainer,
  cure: 'Clean it, and look again after a week.',
};
const HALF_SHUT: Cause = { ...HANDLE, id: 'valve-half-shut', label: 'A valve in its pipes is half shut', prior: 3 };
const SECOND_CHECK: Cause = {
  id: 'second-check',
  label: 'A check valve was left in a pump beside the one in the line',
  prior: 3,
  look: LOOKS.check,
  cure: 'Take one of the two out.',
};
const NARROW: Cause = {
  id: 'pipe-narrow',
  label: 'A hidden stretch of pipe is narrower, or crushed',
  prior: 1,
  look: LOOKS.bore,
  cure: 'Enter the pipe that is there, and see what a larger pump or another delta T does.',
};
const BYPASS: Cause = {
  id: 'bypass-open',
  label: 'Its bypass stands open, or sticks',
  prior: 3,
  look: LOOKS.bypass,
  cure: 'Set it by the schedule; where it sticks, change it.',
};
const ZONE_OPEN: Cause = {
  id: 'zone-valve-open',
  label: 'Its zone valve stays open, or stands on its hand lever',
  prior: 4,
  look: LOOKS.actuator,
  cure: 'Put the lever back; where it stays open, change it.',
};
const NO_CHECK: Cause = {
  id: 'check-missing',
  label: 'The check valve of its pump is missing, or stuck open',
  prior: 2,
  look: LOOKS.check,
  cure: 'Put one in.',
};

/** Pressure in Pa that a blockage takes of the circuit’s design flow. */
const BLOCKED = [8_000, 25_000, 80_000] as const;

/** Circuits as a whole: shut, blocked, short-circuited by a bypass, fed without a call. */
export const circuitFaults: FaultFamily = ({ design, assembly }) =>
  assembly.circuits.flatMap(({ id, place, own }): Fault[] => {
    const designed = design.circuits.find((each) => each.id === id);
    const flow = designed?.sized?.volumeFlow.value ?? 0;
    if (!designed || flow <= 0) return [];
    const at = { circuitId: id, roomId: null };
    const { name } = designed;
    const metered = (designed.sized?.manifolds.length ?? 0) > 0;
    const has = (link: string) => assembly.spec.links.some((each) => each.id === link);
    const faults: Fault[] = [
      {
        ...at,
        id: `circuit-shut@${place}`,
        kind: 'circuit-shut',
        label: `${name} is shut off: its pump runs against nothing`,
        place,
        magnitudes: [1],
        causes: [...(own ? [HANDLE, CHECK_STUCK, AIR_LOCK] : [ZONE_SHUT, HANDLE, AIR_LOCK]), ...(metered ? [METERS] : [])],
        apply: (to) => changeLinks(to, { [`${place}/flow`]: shut }),
      },
      {
        ...at,
        id: `circuit-blocked@${place}`,
        kind: 'circuit-blocked',
        label: `Something stands in the pipes of ${name}`,
        place,
        magnitudes: BLOCKED,
        causes: own ? [STRAINER, HALF_SHUT, SECOND_CHECK, NARROW] : [STRAINER, HALF_SHUT, NARROW],
        apply: (to, loss) => changeLinks(to, { [`${place}/parts`]: withLoss(flow, loss) }),
      },
    ];
    if (has(`${place}/overflow`))
      faults.push({
        ...at,
        id: `bypass-open@${place}`,
        kind: 'bypass-open',
        label: `The bypass of ${name} passes water all the time`,
        place,
        magnitudes: [1],
        causes: [BYPASS],
        apply: (to) => changeLinks(to, { [`${place}/overflow`]: (link) => ({ ...link, oneWay: { opening: 0 } }) }),
      });
    if (!own && has(`${place}/zone-valve`))
      faults.push({
        ...at,
        id: `zone-open@${place}`,
        kind: 'zone-open',
        label: `${name} passes water without a call`,
        place,
        magnitudes: [1],
        causes: [ZONE_OPEN],
        apply: (to) => stuckOpen(to, `${place}/zone-valve`),
      });
    if (own && assembly.spec.links.some((each) => each.id === `${place}/pump` && each.oneWay))
      faults.push({
        ...at,
        id: `check-missing@${place}`,
        kind: 'check-missing',
        label: `Water goes backwards or by weight through ${name} while it rests`,
        place: `${place}/pump`,
        magnitudes: [1],
        causes: [NO_CHECK],
        apply: (to) =>
          changeLinks(to, {
            [`${place}/pump`]: (link) => {
              const { oneWay: _, ...open } = link;
              return open;
            },
          }),
      });
    return faults;
  });

const LAMP: Cause = {
  id: 'pump-dead',
  label: 'No voltage comes to it: a fuse, a relay, a loose wire, the wrong voltage',
  prior: 3,
  look: LOOKS.pumpLamp,
  cure: 'Make it dead, follow its wire from the wiring centre, and put it right.',
  licensed: 'mains',
};
const SEIZED: Cause = {
  id: 'pump-seized',
  label: 'Its shaft is stuck',
  prior: 4,
  look: LOOKS.pumpScrew,
  cure: 'Free it with its screw or by switching it on and off; otherwise change it.',
  heard: { 'pump-hot': 0.5 },
};
const STEP: Cause = {
  id: 'pump-step-low',
  label: 'It is set to too low a speed or pressure',
  prior: 5,
  look: LOOKS.pumpStep,
  cure: 'Set it by the schedule.',
};
const REVERSED: Cause = {
  id: 'pump-reversed',
  label: 'It stands or turns the wrong way round',
  prior: 1,
  look: LOOKS.rotation,
  cure: 'Turn it round, or change over two phases.',
};
const WORN: Cause = {
  id: 'pump-worn',
  label: 'It is run down',
  prior: 2,
  look: LOOKS.worn,
  cure: 'Change its wheel or the pump.',
};
const SMALL: Cause = {
  id: 'pump-small',
  label: 'It is a smaller one than on the drawing',
  prior: 2,
  look: LOOKS.pumpType,
  cure: 'Enter its curve and see whether it will do; otherwise put in the one of the schedule.',
};
const HIGH: Cause = { ...STEP, id: 'pump-step-high', label: 'It is set to too high a speed or pressure', prior: 4 };
const STRONG: Cause = { ...SMALL, id: 'pump-strong', label: 'It is a stronger one than on the drawing', prior: 2 };

/** Pumps: standing, too slow, too fast. */
export const pumpFaults: FaultFamily = ({ design, assembly }) => {
  const pumps = [
    ...assembly.circuits.flatMap(({ id, place, own }) =>
      own
        ? [
            {
              link: `${place}/pump`,
              of: design.circuits.find((each) => each.id === id)?.name ?? id,
              circuitId: id,
              mode: own.mode,
            },
          ]
        : [],
    ),
    ...(assembly.sourcePump ? [{ link: 'source/pump', of: 'the source', circuitId: null, mode: assembly.sourcePump.mode }] : []),
    ...(assembly.shared ? [{ link: 'distribution/pump', of: 'all circuits', circuitId: null, mode: assembly.shared.mode }] : []),
    ...assembly.joints.flatMap(({ place, id, own }) =>
      own ? [{ link: `${place}/pump`, of: `pipe ${id}`, circuitId: null, mode: own.mode }] : [],
    ),
  ];
  return pumps.flatMap(({ link, of, circuitId, mode }): Fault[] => {
    const at = { place: link, circuitId, roomId: null };
    const faults: Fault[] = [
      {
        ...at,
        id: `pump-stands@${link}`,
        kind: 'pump-stands',
        label: `The pump of ${of} stands`,
        magnitudes: [1],
        causes: [SEIZED, LAMP],
        apply: (to) => pumpAt(to, link, 0),
      },
      {
        ...at,
        id: `pump-slow@${link}`,
        kind: 'pump-slow',
        label: `The pump of ${of} gives too little`,
        magnitudes: [0.85, 0.7, 0.5],
        causes: [STEP, WORN, SMALL, REVERSED],
        apply: (to, share) => pumpAt(to, link, share),
      },
    ];
    // One that turns at full speed can turn no faster.
    if (mode.kind !== 'speed' || mode.speed < 0.95)
      faults.push({
        ...at,
        id: `pump-fast@${link}`,
        kind: 'pump-fast',
        label: `The pump of ${of} gives too much`,
        magnitudes: [1.25, 1.6],
        causes: [HIGH, STRONG],
        apply: (to, share) => pumpAt(to, link, share),
      });
    return faults;
  });
};
