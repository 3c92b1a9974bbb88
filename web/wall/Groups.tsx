import type { ReactNode } from 'react';
import type { Group, Mark } from '../../core/drawing/scene/mark.ts';
import { Marks, placed } from './paint.tsx';
import { useWall } from './wall-context.ts';

/** The groups of a drawing, with what each lets a person do: light up a circuit, pick a component, see what was found. */
export function Groups({ groups }: { groups: readonly Group[] }) {
  return (
    <>
      {groups.map((group) => (
        <GroupView key={group.key} group={group} />
      ))}
    </>
  );
}

/** What lies in the middle of a pipe, below the water that moves. */
const isCore = (mark: Mark): boolean => mark.kind === 'path' && /Core$/.test(mark.stroke ?? '');

function GroupView({ group }: { group: Group }) {
  const { colours, lit, light, marked } = useWall();
  const { role, owner, marks } = group;
  // Every circuit's water comes from the source and goes back to it: the plant stays lit with each.
  const away = lit !== null && owner !== null && owner !== lit;
  const pipe = role === 'flow-pipe' || role === 'return-pipe';
  const opacity = away ? (pipe ? 0.25 : 0.45) : pipe && group.flow === 0 ? 0.42 : 1;
  const transform = placed(group);
  const painted = <Marks marks={marks} colours={colours} />;
  const lights = { onPointerEnter: () => light(owner), onPointerLeave: () => light(null) };
  switch (role) {
    case 'flow-pipe':
    case 'return-pipe': {
      const [band, ...rest] = marks;
      return (
        <g opacity={opacity}>
          {band && <Marks marks={[band]} colours={colours} />}
          <Marks marks={rest.filter(isCore)} colours={colours} />
          {group.flow !== null && group.flow !== undefined && group.flow !== 0 && band?.kind === 'path' && (
            <Water d={band.d} flow={group.flow} colour={colours.tag} />
          )}
          <Marks marks={rest.filter((mark) => !isCore(mark))} colours={colours} />
        </g>
      );
    }
    case 'symbol':
      return (
        <Pressable {...{ group, transform, opacity, lights }} name={`${group.label}: pick`}>
          <Ring group={group} />
          {painted}
        </Pressable>
      );
    case 'finding':
      return (
        <Pressable {...{ group, transform, opacity, lights }} name={`${group.label}: show what was found here`}>
          {painted}
        </Pressable>
      );
    case 'part':
      return (
        <g transform={transform} opacity={opacity}>
          <title>{group.label}</title>
          <Ring group={group} />
          {painted}
        </g>
      );
    case 'gauge':
      return (
        <g opacity={opacity}>
          <title>{group.label}</title>
          {painted}
        </g>
      );
    case 'tree':
      return (
        <Pressable {...{ group, transform, opacity, lights }} name={`${group.label}: open Pipes`}>
          <path d={group.outline} fill="transparent" />
          {painted}
        </Pressable>
      );
    case 'tag':
    case 'house':
      return (
        <g opacity={opacity} {...lights}>
          {painted}
          {marked.has(group.component ?? '') && (
            <path d={group.outline} fill="none" stroke={colours.copper} strokeWidth={4.5} strokeDasharray="9 5" />
          )}
        </g>
      );
    default:
      return (
        <g transform={transform} opacity={opacity}>
          {painted}
        </g>
      );
  }
}

interface PressableProps {
  group: Group;
  name: string;
  transform: string | undefined;
  opacity: number;
  lights: { onPointerEnter: () => void; onPointerLeave: () => void };
  children: ReactNode;
}

/** A group that can be picked by pointer or key. */
function Pressable({ group: { component, role }, name, transform, opacity, lights, children }: PressableProps) {
  const { picked, pick } = useWall();
  const press = () => component !== null && pick(component);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
    <g
      transform={transform}
      opacity={opacity}
      role="button"
      tabIndex={-1}
      aria-label={name}
      aria-pressed={role === 'symbol' ? picked === component : undefined}
      style={{ cursor: 'pointer' }}
      onClick={press}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        press();
      }}
      {...lights}
    >
      {children}
    </g>
  );
}

/** A ring of copper round what is picked. */
function Ring({ group: { component, size } }: { group: Group }) {
  const { picked, colours } = useWall();
  if (picked === null || picked !== component) return null;
  const [width, height] = size ?? [18, 18];
  return (
    <rect
      x={-width / 2 - 6}
      y={-height / 2 - 6}
      width={width + 12}
      height={height + 12}
      rx={8}
      fill="none"
      stroke={colours.copper}
      strokeWidth={4}
    />
  );
}

/** Seconds a dash takes along one step at 360 L/h, and the bounds between which flow still changes it. */
const STEP_SECONDS = 1.6;
const QUICKEST = 0.5;
const SLOWEST = 6;

/** Dashes that run with the water, quicker the more of it there is. */
function Water({ d, flow, colour }: { d: string; flow: number; colour: string }) {
  const seconds = Math.min(Math.max((STEP_SECONDS * 1e-4) / Math.abs(flow), QUICKEST), SLOWEST);
  return (
    <path
      className={flow < 0 ? 'water water-back' : 'water'}
      d={d}
      fill="none"
      stroke={colour}
      strokeWidth={1.8}
      strokeDasharray="8 32"
      opacity={0.85}
      style={{ animationDuration: `${seconds.toFixed(2)}s` }}
    />
  );
}
