import type { Assembly } from '../design/assembly.ts';
import { kvOf } from '../design/links.ts';
import type { PumpMode } from '../network/pump-law.ts';
import type { TwinLink } from '../network/twin.ts';

/** The network with some links changed; a link that is not there changes nothing. */
export function changeLinks(assembly: Assembly, changes: Readonly<Record<string, (link: TwinLink) => TwinLink>>): Assembly {
  const links = assembly.spec.links.map((link) => changes[link.id]?.(link) ?? link);
  return { ...assembly, spec: { ...assembly.spec, links } };
}

/** The network with several links changed alike. */
export const changeAll = (assembly: Assembly, ids: readonly string[], change: (link: TwinLink) => TwinLink): Assembly =>
  changeLinks(assembly, Object.fromEntries(ids.map((id) => [id, change])));

/** A link that passes nothing. */
export const shut = (link: TwinLink): TwinLink => ({ ...link, closed: true });

/** A link whose valve is opened to a share of its Kv. @param share above 0 */
export const openedTo =
  (share: number) =>
  (link: TwinLink): TwinLink =>
    link.kv === undefined ? link : { ...link, kv: link.kv * share };

/**
 * A link that something else stands in: it takes a pressure at a flow, beside what the link takes anyway.
 * @param flow m3/s, above 0 @param loss Pa at that flow, above 0 @param density kg/m3
 */
export const withLoss =
  (flow: number, loss: number, density = 990) =>
  (link: TwinLink): TwinLink => {
    const added = kvOf(flow, loss, density);
    // In series: 1 / Kv^2 adds up (EN 60534).
    return { ...link, kv: link.kv === undefined ? added : 1 / Math.hypot(1 / link.kv, 1 / added) };
  };

/** A valve of a thermostat that stays open whether it calls or not. */
export const calledAlways = (assembly: Assembly, valve: string): Assembly => ({
  ...assembly,
  zones: assembly.zones.map((zone) => ({ ...zone, valves: zone.valves.filter((each) => each !== valve) })),
});

/** Share of a valve's Kv that is left to the way beside the one that stays open: next to nothing. */
const BESIDE = 1e-3;

/** A valve that stays open whatever it is told: the way through it is one that nobody shuts. */
export function stuckOpen(assembly: Assembly, id: string): Assembly {
  const link = assembly.spec.links.find((each) => each.id === id);
  if (!link) return assembly;
  const { closed: _, ...open } = link;
  const narrowed = changeLinks(assembly, { [id]: openedTo(BESIDE) });
  return { ...narrowed, spec: { ...narrowed.spec, links: [...narrowed.spec.links, { ...open, id: `${id}/stuck` }] } };
}

const turned = (mode: PumpMode, by: number): PumpMode =>
  mode.kind === 'speed'
    ? { ...mode, speed: Math.min(mode.speed * by, 1) }
    : mode.kind === 'off'
      ? mode
      : // Head goes with the square of the speed (affinity laws).
        { ...mode, pressure: mode.pressure * by ** 2 };

/** A pump, by its link, that turns at a share of what it is set to; 0 for one that stands. */
export function pumpAt(assembly: Assembly, link: string, share: number): Assembly {
  const mode = (of: PumpMode): PumpMode => (share > 0 ? turned(of, share) : { kind: 'off' });
  const own = <T extends { mode: PumpMode } | null>(running: T, place: string): T =>
    running && place === link ? { ...running, mode: mode(running.mode) } : running;
  return {
    ...assembly,
    circuits: assembly.circuits.map((circuit) => ({ ...circuit, own: own(circuit.own, `${circuit.place}/pump`) })),
    sourcePump: own(assembly.sourcePump, 'source/pump'),
    shared: own(assembly.shared, 'distribution/pump'),
    joints: assembly.joints.map((joint) => ({ ...joint, own: own(joint.own, `${joint.place}/pump`) })),
    // A speed that follows a temperature cannot be followed by what stands or is set by hand.
    spec: {
      ...assembly.spec,
      controls: assembly.spec.controls.filter((control) => control.kind !== 'difference' || control.pump !== link),
    },
  };
}
