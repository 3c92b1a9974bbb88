import type { Job, Presence } from '../../model/job.ts';
import { controlParts } from '../control/control-parts.ts';
import { allPumps } from '../design/all-pumps.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { partsList, type WallPart } from '../design/parts-list.ts';
import { wallSheet } from '../drawing/wall.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { designJob } from '../job/design-job.ts';
import { hasPhases, jobThen } from '../job/phases.ts';
import { presenceOf } from '../plan/presence.ts';
import { SOURCE_LABELS } from '../plant/source-labels.ts';
import { say } from '../quantity/format.ts';
import { fittingItems } from './fittings.ts';
import { gathered, type Item, placedParts } from './item.ts';
import { nominalSize } from './nominal-size.ts';
import { pipeItems } from './pipe-lengths.ts';

/** Spare ports that a manifold is bought with: common practice, one to grow into. */
const SPARE_PORTS = 1;

const isPump = ({ component }: WallPart, pumps: ReadonlySet<string>): boolean => pumps.has(component);

/** Everything one design takes, item by item. */
function itemsOf(job: Job, design: Design): Item[] {
  const { display } = job;
  const parts = placedParts(partsList(job, design));
  const pumps = new Map(allPumps(design).map((pump) => [pump.place, pump]));
  const places = new Set(pumps.keys());
  const item = (group: Item['group'], what: string, size: string, place: string, more: Partial<Item> = {}): Item => ({
    group,
    what,
    size,
    quantity: 1,
    unit: 'piece',
    presence: presenceOf(job, place),
    estimated: false,
    note: '',
    places: [place],
    ...more,
  });
  const sources: Item[] = [
    ...(design.source
      ? [
          item(
            'source',
            job.source.name || SOURCE_LABELS[job.source.kind],
            say(design.source.capacity.value, 'power', display),
            'source',
          ),
        ]
      : []),
    ...job.furtherSources.map(({ id, name, kind, capacity }) =>
      item('source', name || SOURCE_LABELS[kind], say(capacity, 'power', display), `furtherSources/${id}`),
    ),
  ];
  const circulators = [...pumps.values()].map((pump) =>
    item(
      'pumps',
      'Pump',
      pump.duty?.label ??
        `${say(pump.designFlow.value, 'volumeFlow', display)} at ${say(pump.wantedHead.value, 'head', display)}`,
      pump.place,
      {
        note: pump.duty ? '' : 'no pump of the catalogue reaches this duty',
      },
    ),
  );
  const hung = parts
    .filter((part) => !isPump(part, places))
    .map(({ component, place, label, body }) => {
      const volume = volumeOf(job, design, component, label);
      return item(
        volume === null ? 'valves' : 'source',
        label,
        volume === null ? nominalSize(body.bore) : say(volume, 'volume', display),
        place,
      );
    });
  const kvs = builtCircuits(design).flatMap(({ id, sized }) =>
    sized?.valve ? [[`circuits/${id}/valve`, sized.valve.kvs.value] as const] : [],
  );
  for (const [place, value] of kvs) {
    const valve = hung.find((each) => each.places[0] === place);
    if (valve) valve.size = `${valve.size}, ${say(value, 'flowCoefficient', display)}`;
  }
  const manifolds = builtCircuits(design).flatMap(({ id, sized }) =>
    (sized?.manifolds ?? []).map(({ loops }) =>
      item('manifolds', 'Manifold with meters', `${loops.length + SPARE_PORTS} ports`, `circuits/${id}/manifold`, {
        note: `${SPARE_PORTS} of them spare`,
      }),
    ),
  );
  const emitters = job.rooms.flatMap((room) =>
    room.emitters
      .filter(({ kind }) => kind === 'panel' || kind === 'rated')
      .map((emitter) => {
        const place = `rooms/${room.id}/emitters/${emitter.id}`;
        const circuit = emitter.circuit ?? room.circuit;
        const presence: Presence =
          job.presence[place] ?? (circuit === null ? 'new' : presenceOf(job, `circuits/${circuit}/emitters`));
        return item('emitters', emitterLabel(emitter, job.display), '', place, { presence });
      }),
  );
  const controls = controlParts(job, design).map(({ label, count, note }) =>
    item('controls', label, '', 'controls', { quantity: count, note }),
  );
  return [
    ...sources,
    ...circulators,
    ...hung,
    ...manifolds,
    ...emitters,
    ...pipeItems(job, design),
    ...fittingItems(job, design, wallSheet(job, design), parts),
    ...controls,
  ];
}

/** Water a part holds, where it is bought by that. */
function volumeOf(job: Job, design: Design, component: string, label: string): number | null {
  if (label === 'Expansion vessel')
    return (
      (component === 'vessel' ? design.vessel : design.waters.find(({ place }) => place === component)?.vessel)?.volume?.value ??
      null
    );
  if (component === 'hotWater') return job.hotWater?.volume ?? null;
  if (label === 'Buffer' || label === 'Tank with a coil') return design.buffer?.tank?.volume.value ?? null;
  return null;
}

/** Whether an item belongs to something that comes later. */
const isLater = (item: Item): boolean => item.presence === 'later';

/**
 * What a job takes: everything by thing and nominal size, told apart as new, there already and later. What comes later is taken from
 * the plant as it will be.
 */
export function takeoff(job: Job, design: Design): Item[] {
  const now = itemsOf(job, design).filter((each) => !isLater(each));
  if (!hasPhases(job)) return gathered([...now, ...itemsOf(job, design).filter(isLater)]);
  const then = jobThen(job);
  const laterCircuits = new Set(job.circuits.filter(({ phase }) => phase === 'later').map(({ id }) => `circuits/${id}`));
  const laterSources = new Set(
    job.furtherSources.filter(({ phase }) => phase === 'later').map(({ id }) => `furtherSources/${id}`),
  );
  const owned = (item: Item) =>
    item.places.every((place) => {
      const owner = place.split('/').slice(0, 2).join('/');
      return laterCircuits.has(owner) || laterSources.has(owner);
    });
  const thenDesign = designJob(then);
  // Each circuit of a later stage leaves a pair of ports now: two valves, shut and capped.
  const ports = job.circuits.flatMap(({ id, name, phase }): Item[] => {
    const run = builtCircuits(thenDesign).find((circuit) => circuit.id === id)?.sized?.run;
    if (phase !== 'later' || !run) return [];
    return [
      {
        group: 'valves',
        what: 'Isolating ball valve with a cap, for later',
        size: nominalSize(run.size.bore),
        quantity: 2,
        unit: 'piece',
        presence: 'new',
        estimated: false,
        note: name,
        places: [`ports/${id}`],
      },
    ];
  });
  const later = itemsOf(then, thenDesign)
    .filter((item) => owned(item) || isLater(item))
    .map((item): Item => ({ ...item, presence: 'later' }));
  return gathered([...now.filter((item) => !owned(item)), ...ports, ...later]);
}
