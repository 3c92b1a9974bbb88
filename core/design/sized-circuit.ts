import { type Manifold, manifoldsOf } from '../circuit/manifolds.ts';
import type { LoopSetting } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { SizedCircuit } from './design.ts';

/** What a circuit got once the plant was sized round it. */
type Got = Pick<SizedCircuit, 'below' | 'valve' | 'pump' | 'zoneValve' | 'injection' | 'loops' | 'regulating'>;

/** A circuit as it is built: its flow and pipes with the valves, pumps and settings chosen for it. */
export function sizedCircuit(flow: CircuitFlow, got: Got): SizedCircuit {
  return {
    ...got,
    flowTemperature: flow.flowTemperature,
    returnTemperature: flow.returnTemperature,
    massFlow: flow.massFlow,
    volumeFlow: flow.volumeFlow,
    run: flow.run.pipe,
    runHeat: flow.runHeat.loss,
    worstRun: flow.worstRun.pipe,
    worstLoad: flow.worstLoad,
    terminalLoss: flow.terminalLoss,
    inLine: flow.inLine,
    tree: flow.tree.sections.map((each) => ({ ...each, pipe: each.pipe.pipe })),
    astray: flow.tree.astray,
    setAt: flow.setAt,
    manifolds: floorManifolds(flow, got.loops),
  };
}

/** Manifolds of the floor loops; loops of anything else hang on the pipe tree, and those in series behind another on that. */
function floorManifolds({ circuit, parts }: CircuitFlow, loops: readonly LoopSetting[]): Manifold[] {
  const floors = new Set(
    parts.flatMap(({ room, emitter }) =>
      (emitter ? emitter.kind === 'floor' : circuit.emitters === 'floor') ? [`${room.id}/${emitter?.id ?? null}`] : [],
    ),
  );
  const onPorts = loops.flatMap((loop, i) => (loop.behind === null && floors.has(`${loop.roomId}/${loop.emitterId}`) ? [i] : []));
  const manifolds = manifoldsOf(
    onPorts.map((i) => loops[i] as LoopSetting),
    circuit.ports,
    circuit.manifolds,
  );
  return manifolds.map((each) => ({ ...each, loops: each.loops.map((k) => onPorts[k] as number) }));
}
