import { loopNames } from '../commission/reading-points.ts';
import { calledAlways, changeLinks, openedTo, shut } from './change.ts';
import type { Cause, Fault, FaultFamily, SoundPlant } from './fault.ts';
import { LOOKS } from './looks.ts';

const SHUT: Cause = {
  id: 'meter-shut',
  label: 'Its meter or lockshield is shut, as delivered or after balancing',
  prior: 6,
  look: LOOKS.meter,
  cure: 'Open it to its setting on the schedule.',
};
const AIR: Cause = {
  id: 'loop-air',
  label: 'Air stands in it',
  prior: 5,
  look: LOOKS.vent,
  cure: 'Purge the loop alone, the others shut, until no air comes; then top the plant up.',
  heard: { gurgling: 0.5 },
};
const ACTUATOR: Cause = {
  id: 'actuator-shut',
  label: 'Its actuator or the pin below it is stuck shut',
  prior: 4,
  look: LOOKS.actuator,
  cure: 'Free the pin, or change the actuator.',
};
const VOLTS: Cause = {
  id: 'actuator-no-voltage',
  label: 'No voltage comes to its actuator: another voltage, a loose wire or a relay',
  prior: 2,
  look: LOOKS.actuatorVolts,
  cure: 'Make the wiring dead, follow the wire from the wiring centre, and put it right.',
  licensed: 'mains',
};
const SET: Cause = {
  id: 'set-for-another',
  label: 'Its valve is set for another loop',
  prior: 5,
  look: LOOKS.setting,
  cure: 'Set it by the schedule.',
};
const NARROW: Cause = {
  id: 'loop-narrow',
  label: 'Dirt, a kink or a narrower pipe stands in it',
  prior: 2,
  look: LOOKS.pinch,
  cure: 'Flush it both ways; where it stays short, look for the kink by its length.',
};
const UNSET: Cause = { ...SET, id: 'never-set', label: 'Its valve was never set, or was opened wide', prior: 5 };
const PIN_OPEN: Cause = {
  id: 'valve-open',
  label: 'Its valve stays open: a head not seated, dirt on the seat, an actuator stuck open',
  prior: 3,
  look: LOOKS.actuator,
  cure: 'Seat the head, clean the seat, or change the actuator.',
};
const CROSSED: Cause = {
  id: 'crossed',
  label: 'The two are wired to each other’s thermostat',
  prior: 3,
  look: LOOKS.crossed,
  cure: 'Make the wiring dead and change the two over; mark them.',
  licensed: 'mains',
};
const BACKWARDS: Cause = {
  id: 'manifold-backwards',
  label: 'The manifold is piped backwards: its meters read one way only',
  prior: 2,
  look: LOOKS.arrow,
  cure: 'Change flow and return over at the manifold.',
  heard: { 'no-flow': 0.8 },
};

/** Loops: shut, short of flow, too far open, open without a call, changed with another. */
export const loopFaults: FaultFamily = (plant: SoundPlant): Fault[] => {
  const { job, design, assembly } = plant;
  const names = loopNames(job, design);
  const called = (place: string): string => {
    const named = names.get(place);
    return named ? [named.roomName, named.label].filter(Boolean).join(', ') : place;
  };
  const switched = new Set(assembly.zones.flatMap(({ valves }) => valves));
  const faults = assembly.circuits.flatMap(({ id: circuitId, loops }): Fault[] =>
    loops
      .filter(({ behind }) => behind === null)
      .flatMap(({ place, valve, roomId }): Fault[] => {
        const at = { place, circuitId, roomId };
        const name = called(place);
        const moved = switched.has(valve);
        return [
          {
            ...at,
            id: `loop-shut@${place}`,
            kind: 'loop-shut',
            label: `The loop of ${name} passes nothing`,
            magnitudes: [1],
            causes: moved ? [SHUT, AIR, ACTUATOR, VOLTS] : [SHUT, AIR],
            apply: (to) => changeLinks(to, { [place]: shut }),
          },
          {
            ...at,
            id: `loop-short@${place}`,
            kind: 'loop-short',
            label: `The loop of ${name} passes too little`,
            magnitudes: [0.5, 0.28, 0.15],
            causes: [SET, NARROW],
            apply: (to, share) => changeLinks(to, { [valve]: openedTo(share) }),
          },
          {
            ...at,
            id: `loop-wide@${place}`,
            kind: 'loop-wide',
            label: `The loop of ${name} passes too much`,
            magnitudes: [2, 4],
            causes: [UNSET],
            apply: (to, share) => changeLinks(to, { [valve]: openedTo(share) }),
          },
          ...(moved
            ? [
                {
                  ...at,
                  id: `loop-open@${place}`,
                  kind: 'loop-open',
                  label: `The loop of ${name} passes water without a call`,
                  magnitudes: [1],
                  causes: [PIN_OPEN],
                  apply: (to) => calledAlways(to, valve),
                } satisfies Fault,
              ]
            : []),
        ];
      }),
  );
  return [...faults, ...crossed(plant), ...backwards(plant)];
};

/** Most pairs of thermostats of one circuit that are thought of: beyond that they are too many to tell apart. */
const MOST_PAIRS = 45;

function crossed({ assembly }: SoundPlant): Fault[] {
  return assembly.circuits.flatMap(({ id: circuitId }) => {
    const zones = assembly.zones.filter((zone) => zone.circuitId === circuitId && zone.valves.length > 0);
    const pairs = zones.flatMap((one, i) => zones.slice(i + 1).map((other) => [one, other] as const));
    return pairs.slice(0, MOST_PAIRS).map(
      ([one, other]): Fault => ({
        id: `crossed@${one.id}+${other.id}`,
        kind: 'crossed',
        label: `${one.label} and ${other.label} answer each other’s thermostat`,
        place: one.id,
        circuitId,
        roomId: one.id.startsWith('rooms/') ? (one.id.split('/')[1] ?? null) : null,
        magnitudes: [1],
        causes: [CROSSED],
        apply: (to) => ({
          ...to,
          zones: to.zones.map((zone) =>
            zone.id === one.id
              ? { ...zone, valves: other.valves }
              : zone.id === other.id
                ? { ...zone, valves: one.valves }
                : zone,
          ),
        }),
      }),
    );
  });
}

function backwards({ design }: SoundPlant): Fault[] {
  return design.circuits.flatMap(({ id, name, sized }): Fault[] => {
    const metered = new Set((sized?.manifolds ?? []).flatMap(({ loops }) => loops.map((i) => sized?.loops[i]?.place)));
    if (metered.size === 0) return [];
    return [
      {
        id: `manifold-backwards@circuits/${id}`,
        kind: 'manifold-backwards',
        label: `The meters of ${name} read nothing while its rooms get heat`,
        place: `circuits/${id}`,
        circuitId: id,
        roomId: null,
        magnitudes: [1],
        causes: [BACKWARDS],
        shows: (shown) =>
          new Map(
            [...shown].map(([key, value]) => {
              const [place, quantity] = key.split('#');
              return [key, quantity === 'flow' && metered.has(place) ? 0 : value];
            }),
          ),
      },
    ];
  });
}
