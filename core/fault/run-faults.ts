import { changeAll } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const BARE: Cause = {
  id: 'bare-pipes',
  label: 'Its insulation is missing or wet for a long stretch',
  prior: 3,
  look: LOOKS.insulation,
  cure: 'Insulate them as thick as their bore, also fittings and valves.',
};

/** How many times more than insulated a bare pipe loses: common practice, ISO 12241 gives 4 to 8 for usual bores. */
const TIMES = [4, 8] as const;

/** Pipes that lose their heat on the way: to the circuits, and between source and bars. */
export const runFaults: FaultFamily = ({ design, assembly }) => {
  const runs = [
    { place: 'source', name: 'the source', circuitId: null },
    ...assembly.circuits.map(({ id, place }) => ({
      place,
      name: design.circuits.find((each) => each.id === id)?.name ?? id,
      circuitId: id,
    })),
  ];
  return runs.flatMap(({ place, name, circuitId }): Fault[] => {
    const own = ['flow', 'return'].map((end) => `${place}/${end}`);
    const lossy = assembly.spec.links.some(({ id, heat }) => own.includes(id) && heat?.kind === 'loss' && heat.conductance > 1);
    if (!lossy) return [];
    return [
      {
        id: `bare-pipes@${place}`,
        kind: 'bare-pipes',
        label: `The pipes of ${name} lose too much heat on the way`,
        place: `${place}/flow`,
        circuitId,
        roomId: null,
        magnitudes: TIMES,
        causes: [BARE],
        apply: (to, times) =>
          changeAll(to, own, (link) =>
            link.heat?.kind === 'loss' ? { ...link, heat: { ...link.heat, conductance: link.heat.conductance * times } } : link,
          ),
      },
    ];
  });
};
