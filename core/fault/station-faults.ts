import type { Assembly } from '../design/assembly.ts';
import type { TwinLink } from '../network/twin.ts';
import { changeAll, changeLinks } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const APART: Cause = {
  id: 'tees-apart',
  label: 'Its two tees stand too far apart: the pipe between them drives what should rest',
  prior: 3,
  look: LOOKS.teesApart,
  cure: 'Bring the tees within four pipe diameters of each other, with straight pipe before and behind.',
};
const CROSSED: Cause = {
  id: 'header-crossed',
  label: 'Flow and return of the source are changed over at it',
  prior: 3,
  look: LOOKS.headerPorts,
  cure: 'Change the two pipes over; both flows belong to the same end.',
};
const FOULED: Cause = {
  id: 'plates-fouled',
  label: 'Its plates are fouled or scaled',
  prior: 4,
  look: LOOKS.platesTouch,
  cure: 'Rinse it against its flow, then with what its maker allows; filter and treat the water.',
};
const SMALL_PLATES: Cause = {
  ...FOULED,
  id: 'plates-small',
  label: 'It is smaller than on the drawing, or air stands in it',
  prior: 2,
  cure: 'Vent it, then hold its type against the schedule.',
};

/** How many times further apart than drawn tees are met. */
const FURTHER = [8, 30] as const;

/** What joins or parts the waters of a plant: tees, header or tank, plates. */
export const stationFaults: FaultFamily = ({ job, assembly }) => {
  const at = { circuitId: null, roomId: null };
  const faults: Fault[] = [];
  const { links } = assembly.spec;
  const has = (id: string) => links.some((link) => link.id === id);
  const across = links.filter(
    ({ id, pipe }) => pipe && (id === 'header' || /^stations\/[^/]+\/across$|^pairs\/[^/]+\/across$/.test(id)),
  );
  for (const { id } of job.separation.kind === 'closely-spaced-tees' ? across : [])
    faults.push({
      ...at,
      id: `tees-apart@${id}`,
      kind: 'tees-apart',
      label: 'The closely spaced tees are not close: one pump drives the other side',
      place: id,
      magnitudes: FURTHER,
      causes: [APART],
      apply: (to, times) => changeLinks(to, { [id]: (link) => lengthened(link, times) }),
    });
  if (has('header') && assembly.sourcePump && job.separation.kind !== 'closely-spaced-tees')
    faults.push({
      ...at,
      id: 'header-crossed',
      kind: 'header-crossed',
      label: 'The source is piped into the wrong ends of header or tank',
      place: 'header',
      magnitudes: [1],
      causes: [CROSSED],
      apply: changedOver,
    });
  const plates = links.flatMap(({ id, heat }) =>
    heat?.kind === 'exchanger' && id < heat.other ? [[id, heat.other] as const] : [],
  );
  for (const [one, other] of plates)
    faults.push({
      ...at,
      id: `plates-fouled@${one}`,
      kind: 'plates-fouled',
      label: 'The plates pass on too little heat',
      place: one,
      magnitudes: [0.5, 0.25],
      causes: [FOULED, SMALL_PLATES],
      apply: (to, share) => changeAll(to, [one, other], (link) => passing(link, share)),
    });
  return faults;
};

const lengthened = (link: TwinLink, times: number): TwinLink =>
  link.pipe ? { ...link, pipe: { ...link.pipe, length: link.pipe.length * times } } : link;

const passing = (link: TwinLink, share: number): TwinLink =>
  link.heat?.kind === 'exchanger' ? { ...link, heat: { ...link.heat, conductance: link.heat.conductance * share } } : link;

/** The pipes of the source on each other's ends of what joins flow and return. */
function changedOver(to: Assembly): Assembly {
  const end = to.spec.links.find(({ id }) => id === 'source/flow')?.to;
  const start = to.spec.links.find(({ id }) => id === 'source/return')?.from;
  if (!end || !start) return to;
  return changeLinks(to, {
    'source/flow': (link) => ({ ...link, to: start }),
    'source/return': (link) => ({ ...link, from: end }),
  });
}
