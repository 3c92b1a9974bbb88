import type { Display, Job, MaterialId } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import type { PipeDesign } from '../design/pipe-design.ts';
import { planCoils } from '../emitter/coils.ts';
import { floorPipe } from '../emitter/floor.ts';
import { PIPE_MATERIALS, type PipeSize } from '../pipe/catalogue.ts';
import { insulationWords, usualInsulation } from '../pipe/heat-loss.ts';
import { presenceOf } from '../plan/presence.ts';
import { say } from '../quantity/format.ts';
import type { Item } from './item.ts';

/** How a material is sold: bars of a length in m, or coils. Common practice; the counter decides. */
const SOLD: Record<MaterialId, { bar: number } | { coils: readonly number[] }> = {
  'copper-en1057': { bar: 5 },
  'copper-b88-l': { bar: 3.048 },
  'copper-b88-m': { bar: 3.048 },
  'steel-en10255': { bar: 6 },
  multilayer: { coils: [50, 100] },
  'pex-iso15875': { coils: [50, 100, 200] },
  'pex-open': { coils: [50, 100, 200] },
  'pex-f876': { coils: [30.48, 91.44] },
};
/** Cut off and spoilt, as a share of the length: common practice. */
const WASTE = 0.05;
/** Lengths of insulation, m: common practice. */
const SLEEVE = 2;

/** A length of pipe that is laid somewhere, flow and return together. */
export interface Stretch {
  place: string;
  material: MaterialId;
  size: PipeSize;
  /** m of pipe, both ways. */
  length: number;
  /** Thickness of what is put round it, m; 0 for none. */
  insulation: number;
}

/** Every stretch of a design but the loops of floors: runs, trees, branches, pipes of sources, links and the cylinder. */
function stretchesOf(job: Job, design: Design): Stretch[] {
  const list: Stretch[] = [];
  const put = (place: string, pipe: PipeDesign, oneWay: number, insulation: number | 'auto', ways = 2) =>
    list.push({
      place,
      material: pipe.material.id,
      size: pipe.size,
      length: ways * oneWay,
      insulation: insulation === 'auto' ? usualInsulation(pipe.size.bore) : insulation,
    });
  if (design.source) put('source/run', design.source.run, job.source.run.length, job.source.run.insulation);
  for (const { id, place, run } of design.links) {
    const entry = job.links.find((each) => each.id === id);
    if (entry) put(`${place}/run`, run, entry.run.length, entry.run.insulation);
  }
  if (design.hotWater?.run && job.hotWater)
    put('hotWater/run', design.hotWater.run, job.hotWater.run.length, job.hotWater.run.insulation);
  for (const { id, sized } of builtCircuits(design)) {
    const circuit = job.circuits.find((each) => each.id === id);
    if (!sized || !circuit) continue;
    put(`circuits/${id}/run`, sized.run, circuit.run.length, circuit.run.insulation);
    for (const { id: section, pipe } of sized.tree) {
      const entry = circuit.sections.find((each) => each.id === section);
      // Pipe that warms the rooms it passes through is left bare.
      if (entry) put(`circuits/${id}/sections/${section}`, pipe, entry.length, 0);
    }
    for (const loop of sized.loops) if (!isFloor(job, loop)) put(`circuits/${id}/worstRun`, sized.worstRun, loop.length, 0, 1);
  }
  return list;
}

const emitterOf = (job: Job, { roomId, emitterId }: { roomId: string; emitterId: string | null }) =>
  job.rooms.find((room) => room.id === roomId)?.emitters.find((each) => each.id === emitterId);
const isFloor = (job: Job, loop: { roomId: string; emitterId: string | null }): boolean => emitterOf(job, loop)?.kind === 'floor';

/** What a length is bought in, in words. */
function soldAs(material: MaterialId, length: number, display: Display): string {
  const sold = SOLD[material];
  const needed = length * (1 + WASTE);
  if ('bar' in sold) {
    const bars = Math.ceil(needed / sold.bar - 1e-9);
    return `${bars} ${bars === 1 ? 'length' : 'lengths'} of ${say(sold.bar, 'length', display)}`;
  }
  const coil = sold.coils.find((each) => each >= needed) ?? (sold.coils.at(-1) as number);
  const coils = Math.ceil(needed / coil - 1e-9);
  return `${coils} ${coils === 1 ? 'coil' : 'coils'} of ${say(coil, 'length', display)}`;
}

/** Pipe by material and nominal size with what it is bought in, floor pipe in the coils it is cut from, and insulation. */
export function pipeItems(job: Job, design: Design): Item[] {
  const stretches = stretchesOf(job, design);
  const bySize = new Map<string, Stretch[]>();
  for (const stretch of stretches) {
    const key = [stretch.material, stretch.size.id, presenceOf(job, stretch.place)].join(' ');
    bySize.set(key, [...(bySize.get(key) ?? []), stretch]);
  }
  const pipes = [...bySize.values()].map((own): Item => {
    const { material, size, place } = own[0] as Stretch;
    const length = own.reduce((sum, each) => sum + each.length, 0);
    const presence = presenceOf(job, place);
    return {
      group: 'pipe',
      what: PIPE_MATERIALS[material].label,
      size: size.label,
      quantity: length,
      unit: 'm',
      presence,
      estimated: false,
      note: presence === 'there' ? '' : soldAs(material, length, job.display),
      places: own.map((each) => each.place),
    };
  });
  return [...pipes, ...floorPipes(job, design), ...sleeves(job, stretches)];
}

function floorPipes(job: Job, design: Design): Item[] {
  const pieces = new Map<
    string,
    { material: MaterialId; label: string; place: string; cut: { label: string; length: number }[] }
  >();
  for (const { id, sized } of builtCircuits(design))
    sized?.loops.forEach((loop, i) => {
      const emitter = emitterOf(job, loop);
      if (emitter?.kind !== 'floor') return;
      const place = `circuits/${id}/worstRun`;
      const key = `${emitter.pipe.material} ${emitter.pipe.size} ${presenceOf(job, place)}`;
      const known = pieces.get(key) ?? { material: emitter.pipe.material, label: floorPipe(emitter).label, place, cut: [] };
      known.cut.push({ label: `${id}.${i}`, length: loop.length });
      pieces.set(key, known);
    });
  return [...pieces.values()].map(({ material, label, place, cut }): Item => {
    const { coils, bought } = planCoils(cut);
    const lengths = new Map<number, number>();
    for (const { length } of coils) lengths.set(length, (lengths.get(length) ?? 0) + 1);
    const presence = presenceOf(job, place);
    return {
      group: 'pipe',
      what: `${PIPE_MATERIALS[material].label}, for floors`,
      size: label,
      // Whole coils are bought, since no joint lies in a floor.
      quantity: presence === 'there' ? cut.reduce((sum, { length }) => sum + length, 0) : bought,
      unit: 'm',
      presence,
      estimated: false,
      note: [...lengths]
        .map(([length, count]) => `${count} ${count === 1 ? 'coil' : 'coils'} of ${say(length, 'length', job.display)}`)
        .join(', '),
      places: [place],
    };
  });
}

function sleeves(job: Job, stretches: readonly Stretch[]): Item[] {
  return stretches
    .filter(({ insulation, place }) => insulation > 0 && presenceOf(job, place) !== 'there')
    .map(
      ({ insulation, size, length, place }): Item => ({
        group: 'insulation',
        what: `Pipe insulation, ${insulationWords(insulation, job.display)}`,
        size: `for ${size.label}`,
        quantity: Math.ceil((length * (1 + WASTE)) / SLEEVE - 1e-9) * SLEEVE,
        unit: 'm',
        presence: presenceOf(job, place),
        estimated: false,
        note: '',
        places: [place],
      }),
    );
}
