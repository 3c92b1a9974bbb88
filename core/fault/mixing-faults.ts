import type { Assembly } from '../design/assembly.ts';
import { changeLinks } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const STUCK: Cause = {
  id: 'stem-stuck',
  label: 'Its stem or motor is stuck',
  prior: 4,
  look: LOOKS.stem,
  cure: 'Free it or change the motor; turn it by hand until then.',
};
const SWAPPED: Cause = {
  id: 'ports-swapped',
  label: 'Its hot and cold ports are swapped, or its motor turns the wrong way',
  prior: 2,
  look: LOOKS.ports,
  cure: 'Change the ports over, or the sense of the motor.',
};
const SENSOR: Cause = {
  id: 'mixing-sensor',
  label: 'Its sensor hangs loose or sits on another pipe',
  prior: 3,
  look: LOOKS.sensor,
  cure: 'Strap it to the flow behind the pump, with paste and insulation over it.',
};
const SET: Cause = {
  id: 'mixing-set',
  label: 'Its set point or curve is another than on the schedule',
  prior: 5,
  look: LOOKS.setpoint,
  cure: 'Set it by the schedule.',
};

/** A port opened to nothing at all is shut; some way through there always is. */
const LEAST_OPEN = 0.002;

/** The valve of a circuit left at one share of its travel towards hot. */
function heldAt(assembly: Assembly, place: string, share: number): Assembly {
  const control = assembly.spec.controls.find(({ id }) => id === `${place}/valve`);
  if (control?.kind !== 'mixing') return assembly;
  const open = (part: number) => ({ kv: control.kvs * Math.max(part, LEAST_OPEN) });
  const ports: Record<string, number> = { [control.hot]: share, [control.cold]: 1 - share };
  if (control.withHot !== undefined) ports[control.withHot] = share;
  if (control.withCold !== undefined) ports[control.withCold] = 1 - share;
  const changed = changeLinks(
    assembly,
    Object.fromEntries(Object.entries(ports).map(([id, part]) => [id, (link) => ({ ...link, ...open(part) })])),
  );
  return { ...changed, spec: { ...changed.spec, controls: changed.spec.controls.filter(({ id }) => id !== control.id) } };
}

/** Mixing valves: stuck, or keeping another temperature. */
export const mixingFaults: FaultFamily = ({ design, assembly }) =>
  assembly.circuits.flatMap(({ id, place }): Fault[] => {
    const control = assembly.spec.controls.find((each) => each.id === `${place}/valve`);
    if (control?.kind !== 'mixing' && control?.kind !== 'injection') return [];
    const name = design.circuits.find((each) => each.id === id)?.name ?? id;
    const at = { place: `${place}/valve`, circuitId: id, roomId: null };
    const off = (sign: 1 | -1): Fault => ({
      ...at,
      id: `mixing-${sign > 0 ? 'hot' : 'cool'}@${place}`,
      kind: sign > 0 ? 'mixing-hot' : 'mixing-cool',
      label: `The mixing valve of ${name} keeps its water too ${sign > 0 ? 'hot' : 'cool'}`,
      magnitudes: [4, 8, 14],
      causes: [SET, SENSOR],
      bend: (site, by) => site.mixMore(id, sign * by),
    });
    return [
      ...(control.kind === 'mixing'
        ? [
            {
              ...at,
              id: `mixing-stuck-cold@${place}`,
              kind: 'mixing-stuck',
              label: `The mixing valve of ${name} stands shut towards hot`,
              magnitudes: [0.02, 0.15],
              causes: [STUCK, SWAPPED],
              apply: (to, share) => heldAt(to, place, share),
            } satisfies Fault,
            {
              ...at,
              id: `mixing-stuck-hot@${place}`,
              kind: 'mixing-stuck',
              label: `The mixing valve of ${name} stands open towards hot`,
              magnitudes: [0.75, 1],
              causes: [STUCK, SWAPPED],
              apply: (to, share) => heldAt(to, place, share),
            } satisfies Fault,
          ]
        : []),
      off(1),
      off(-1),
    ];
  });
