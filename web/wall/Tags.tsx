import type { PlantState } from '../../core/design/plant-state.ts';
import type { Tag } from '../../core/drawing/sheet.ts';
import { boreArea } from '../../core/pipe/friction.ts';
import type { PumpState } from '../../core/plant/circulator.ts';
import { say, show } from '../../core/quantity/format.ts';
import { SeverityShape } from '../parts/Severity.tsx';
import { useJobPart } from '../state/job-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { ownerOf, useWall } from './wall-context.ts';

/** Paper labels tied to the components, with the two numbers that matter there. */
export function Tags({ tags }: { tags: readonly Tag[] }) {
  return (
    <>
      {tags.map((tag) => (
        <TagLabel key={tag.component} tag={tag} />
      ))}
    </>
  );
}

function TagLabel({ tag }: { tag: Tag }) {
  const { colours, lit, light, pick } = useWall();
  const [x, y] = tag.at;
  const hole = [x + 8, y + 9] as const;
  const owner = ownerOf(tag.component);
  // Every circuit's water comes from the source and goes back to it: the plant stays lit.
  const away = lit !== null && owner !== null && owner !== lit;
  return (
    <g opacity={away ? 0.45 : 1} onPointerEnter={() => light(owner)} onPointerLeave={() => light(null)}>
      <path
        d={`M${tag.tiedTo[0]} ${tag.tiedTo[1]}Q${(tag.tiedTo[0] + hole[0]) / 2} ${Math.max(tag.tiedTo[1], hole[1]) + 3} ${hole[0]} ${hole[1]}`}
        fill="none"
        stroke={colours.string}
        strokeWidth={1.5}
      />
      <path
        d={`M${x + 12} ${y}H${x + tag.width - 3}q3 0 3 3V${y + tag.height - 3}q0 3 -3 3H${x + 3}q-3 0 -3 -3V${y + 12}z`}
        fill={colours.tag}
        stroke={colours.string}
        strokeWidth={1.2}
      />
      <circle cx={hole[0]} cy={hole[1]} r={2.6} fill={colours.board} stroke={colours.string} />
      <text x={x + 16} y={y + 13} fontSize={12.5} fill={colours.metal}>
        {tag.title}
      </text>
      {tag.severity && (
        // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
        <g
          role="button"
          tabIndex={0}
          aria-label={`${tag.title}: show what was found here`}
          transform={`translate(${x + tag.width - 14} ${y - 8})`}
          style={{ cursor: 'pointer' }}
          onClick={() => pick(tag.component)}
          onKeyDown={(event) => event.key === 'Enter' && pick(tag.component)}
        >
          <circle cx="10" cy="10" r="12" fill={colours.tag} />
          <g transform="translate(1 1)">
            <SeverityShape severity={tag.severity} colour={colours[tag.severity]} />
          </g>
        </g>
      )}
      <Lines tag={tag} />
    </g>
  );
}

/** A pump of the plant that belongs to no circuit. */
function pumpAt(state: PlantState, owner: string): PumpState | null {
  if (owner === 'source') return state.source.pump;
  if (owner === 'distribution') return state.shared;
  if (owner === 'hotWater') return state.hotWater?.pump ?? null;
  return state.further.find((each) => owner === `furtherSources/${each.id}`)?.pump ?? null;
}

/** What a part does in a state other than the design day, in place of its figures; null where those stand. */
function useNow({ component, word }: Tag): [string, string?] | null {
  const { state, designDay, design } = useWall();
  const display = useJobPart((job) => job.display);
  if (designDay || !state) return null;
  if (component === 'source') return [say(state.source.heat, 'power', display), say(state.source.flow, 'volumeFlow', display)];
  const pair = state.pairs.find(({ id }, i) => component === (i === 0 ? 'header' : `pairs/${id}`));
  if (pair)
    return [
      `${say(pair.supply, 'temperature', display)} in`,
      `${say(Math.abs(pair.across), 'massFlow', display)} ${pair.across >= 0 ? 'past' : 'round'}`,
    ];
  if (component === 'header') {
    const through = state.pipes.header ?? 0;
    const way = through >= 0 ? 'down' : 'up';
    return [`${say(state.toCircuits, 'temperature', display)} out`, `${say(Math.abs(through), 'volumeFlow', display)} ${way}`];
  }
  const owner = component.split('/').slice(0, -1).join('/');
  const circuit = state.circuits.find((each) => owner === `circuits/${each.id}`);
  if (component === 'hotWater') {
    const { hotWater } = state;
    if (hotWater?.store !== undefined)
      return [say(hotWater.store, 'temperature', display), hotWater.running ? say(hotWater.heat, 'power', display) : 'rests'];
    return hotWater?.running ? [say(hotWater.heat, 'power', display), say(hotWater.supply, 'temperature', display)] : null;
  }
  if (component.startsWith('furtherSources/') && !component.endsWith('/pump')) {
    const source = state.further.find((each) => component === `furtherSources/${each.id}`);
    return source?.running ? [say(source.heat, 'power', display), say(source.flow, 'volumeFlow', display)] : ['off'];
  }
  if (component.endsWith('/pump')) {
    if (circuit && !circuit.pump)
      return [circuit.running ? 'open' : 'shut', say(Math.max(circuit.flow, 0), 'volumeFlow', display)];
    const pump = circuit ? circuit.pump : pumpAt(state, owner);
    if (!pump || pump.head <= 0) return ['off'];
    return [say(pump.flow, 'volumeFlow', display), say(pump.head, 'head', display)];
  }
  if (component.endsWith('/run')) {
    const flow = state.pipes[`${owner}/flow`] ?? 0;
    const bore = design.figures[`${component}/bore`]?.value;
    return bore ? [word ?? '', say(Math.abs(flow) / boreArea(bore), 'velocity', display)] : null;
  }
  if (component.endsWith('/valve')) {
    const flow = state.pipes[`${owner}/flow`] ?? 0;
    const hot = state.pipes[`${owner}/hot`] ?? 0;
    return [flow > 1e-8 ? `${say(hot / flow, 'fraction', display)} hot` : 'off'];
  }
  return null;
}

function Lines({ tag }: { tag: Tag }) {
  const { colours } = useWall();
  const now = useNow(tag);
  const [x, y] = tag.at;
  if (now) {
    return (
      <>
        <text x={x + 7} y={y + 30} fontSize={16.5} fontWeight={750} fill={colours.metal} style={{ fontStretch: '86%' }}>
          {now[0]}
        </text>
        <text x={x + 7} y={y + 46} fontSize={14} fill={colours.metal} style={{ fontStretch: '86%' }}>
          {now[1] ?? ''}
        </text>
      </>
    );
  }
  const first = tag.word !== null;
  return (
    <>
      {first && (
        <text x={x + 7} y={y + 30} fontSize={15.5} fontWeight={700} fill={colours.metal} style={{ fontStretch: '86%' }}>
          {tag.word}
        </text>
      )}
      {tag.figures.slice(0, first ? 1 : 2).map(({ id, word }, i) => (
        <FigureText key={id} id={id} word={word} x={x + 7} y={first || i === 1 ? y + 46 : y + 30} strong={!first && i === 0} />
      ))}
    </>
  );
}

/** A number on the drawing; pressing it shows its sum. */
export function FigureText({
  id,
  x,
  y,
  strong,
  size,
  word,
  colour,
}: {
  id: string;
  x: number;
  y: number;
  strong: boolean;
  size?: number;
  word?: string;
  colour?: string;
}) {
  const { design, colours } = useWall();
  const display = useJobPart((job) => job.display);
  const { open, figureId } = useSum();
  const figure = design.figures[id];
  if (!figure) return null;
  const { number, unit } = show(figure.value, figure.kind, display);
  // Valves are spoken of as "Kv 2.5", everything else with the unit behind.
  const unitFirst = figure.kind === 'flowCoefficient';
  const fontSize = size ?? (strong ? 16.5 : 14);
  const small = { fontWeight: 450, fontSize: fontSize * 0.82 };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
    <text
      x={x}
      y={y}
      fontSize={fontSize}
      fontWeight={strong ? 750 : 550}
      fill={colour ?? colours.metal}
      textDecoration={figureId === id ? 'underline' : undefined}
      style={{ cursor: 'pointer', fontStretch: '86%' }}
      role="button"
      tabIndex={0}
      aria-label={`${figure.label}: ${say(figure.value, figure.kind, display)}. Show the sum`}
      onClick={() => open(id)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        open(id);
      }}
    >
      {unitFirst && <tspan {...small}>{unit} </tspan>}
      {number}
      <tspan {...small}>
        {' '}
        {unitFirst ? '' : unit} {word}
      </tspan>
    </text>
  );
}
