import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { emitterLabel } from '../../core/emitter/emitter.ts';
import { isRough, roughLoad } from '../../core/load/rough-loads.ts';
import type { Job, Room } from '../../model/job.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { type Movable, moveToCircuit } from './move-to-circuit.ts';

interface Card extends Movable {
  id: string;
  label: string;
  circuit: string | null;
}

/** Rooms, and the emitters that hang on another circuit than their room. */
const cardsOf = (job: Job, load: (room: Room) => string): Card[] =>
  job.rooms.flatMap((room) => [
    { id: room.id, roomId: room.id, emitterId: null, label: `${room.name || room.id} · ${load(room)}`, circuit: room.circuit },
    ...(room.emitters.length < 2 && room.emitters.every((each) => each.circuit === null) ? [] : room.emitters).map((emitter) => ({
      id: `${room.id}/${emitter.id}`,
      roomId: room.id,
      emitterId: emitter.id,
      label: `${room.name || room.id}: ${emitterLabel(emitter, job.display)}`,
      circuit: emitter.circuit ?? room.circuit,
    })),
  ]);

/** Cards one column shows; beyond them the Rooms page is quicker. */
const MOST_SHOWN = 40;

/** Circuits side by side: rooms and emitters are dragged from one to another, by hand or with Space and arrows. */
export function CircuitBoard() {
  const job = useJob();
  const { edit } = useEditing();
  const { say } = useDisplay();
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    // A finger that moves on scrolls the page; one that rests picks up.
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: besideColumn }),
  );
  const loadOf = (room: Room) => {
    const rough = isRough(job, room) ? roughLoad(job, room) : null;
    if (room.heatLoad === null) return rough === null ? 'no load' : `about ${say(rough, 'heatLoad')}, rough`;
    return say(room.heatLoad, 'heatLoad');
  };
  const cards = cardsOf(job, loadOf);
  const columns = [
    ...job.circuits.map((circuit) => ({
      id: circuit.id as string | null,
      name: circuit.name || circuit.id,
      at: say(circuit.flowTemperature, 'temperature'),
    })),
    { id: null, name: 'On no circuit', at: '' },
  ].filter((column) => column.id !== null || cards.some((card) => card.circuit === null));
  const nameOf = (id: unknown) => columns.find((column) => (column.id ?? 'none') === id)?.name ?? 'no circuit';
  const labelOf = (id: unknown) => cards.find((card) => card.id === id)?.label ?? '';
  const drop = ({ active, over }: DragEndEvent) => {
    const card = cards.find((each) => each.id === active.id);
    if (!card || !over) return;
    const circuit = over.id === 'none' ? null : String(over.id);
    if (circuit === card.circuit) return;
    edit(`${card.label.split(' · ')[0]} on ${nameOf(over.id)}`, (current) => moveToCircuit(current, card, circuit));
  };
  return (
    <Box component="section" aria-label="Rooms and emitters by circuit" sx={{ mb: 3 }}>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        Drag rooms and emitters from one circuit to another; by keys: Space picks up, left and right move, Space lets go.
      </Typography>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={drop}
        accessibility={{
          announcements: {
            onDragStart: ({ active }) => `${labelOf(active.id)} picked up.`,
            onDragOver: ({ active, over }) => (over ? `${labelOf(active.id)} over ${nameOf(over.id)}.` : undefined),
            onDragEnd: ({ active, over }) => `${labelOf(active.id)} put on ${over ? nameOf(over.id) : 'nothing'}.`,
            onDragCancel: ({ active }) => `${labelOf(active.id)} stays where it was.`,
          },
          screenReaderInstructions: {
            draggable: 'Space picks it up, left and right move it to another circuit, Space lets go, Escape leaves it.',
          },
        }}
      >
        <Box sx={{ display: 'flex', gap: 1.5, overflowX: 'auto', pb: 1 }}>
          {columns.map((column) => (
            <Column key={column.id ?? 'none'} {...column} cards={cards.filter((card) => card.circuit === column.id)} />
          ))}
        </Box>
      </DndContext>
    </Box>
  );
}

/** Arrow keys carry a card a column to the side: up and down mean nothing here. */
const besideColumn: NonNullable<ConstructorParameters<typeof KeyboardSensor>[0]['options']['coordinateGetter']> = (
  event,
  { context, currentCoordinates },
) => {
  const way = event.code === 'ArrowRight' ? 1 : event.code === 'ArrowLeft' ? -1 : 0;
  if (way === 0) return undefined;
  event.preventDefault();
  const columns = context.droppableContainers
    .getEnabled()
    .flatMap((each) => (each.rect.current ? [each.rect.current] : []))
    .sort((a, b) => a.left - b.left);
  const card = context.collisionRect;
  const middle = (card?.left ?? currentCoordinates.x) + (card?.width ?? 0) / 2;
  const here = columns.findIndex((rect) => middle >= rect.left && middle <= rect.left + rect.width);
  const next = columns[Math.min(Math.max(here + way, 0), columns.length - 1)];
  if (!next) return undefined;
  return {
    x: next.left + (next.width - (card?.width ?? 0)) / 2,
    y: next.top + (next.height - (card?.height ?? 0)) / 2,
  };
};

function Column({ id, name, at, cards }: { id: string | null; name: string; at: string; cards: readonly Card[] }) {
  const { setNodeRef, isOver } = useDroppable({ id: id ?? 'none' });
  return (
    <Box
      ref={setNodeRef}
      sx={{
        flex: '1 0 210px',
        maxWidth: 330,
        p: 1.2,
        border: 2,
        borderStyle: isOver ? 'solid' : 'dashed',
        borderColor: isOver ? 'secondary.main' : 'divider',
        bgcolor: isOver ? 'action.hover' : 'transparent',
        borderRadius: 1,
      }}
    >
      <Typography variant="h3" component="h2" sx={{ mb: 1, display: 'flex', gap: 1 }}>
        <span>{name}</span>
        <Box component="span" sx={{ ml: 'auto', fontVariantNumeric: 'tabular-nums' }}>
          {at}
        </Box>
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.6 }}>
        {cards.slice(0, MOST_SHOWN).map((card) => (
          <li key={card.id}>
            <DragCard card={card} />
          </li>
        ))}
      </Box>
      {cards.length > MOST_SHOWN && <Typography variant="body2">and {cards.length - MOST_SHOWN} more</Typography>}
      {cards.length === 0 && <Typography variant="body2">Nothing on it.</Typography>}
    </Box>
  );
}

function DragCard({ card }: { card: Card }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: card.id });
  return (
    <Box
      ref={setNodeRef}
      {...listeners}
      {...attributes}
      sx={{
        px: 1.1,
        py: 0.6,
        fontSize: 'table',
        fontVariantNumeric: 'tabular-nums',
        cursor: 'grab',
        touchAction: 'manipulation',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderLeft: 5,
        borderLeftColor: card.emitterId === null ? 'wall.copper' : 'wall.note',
        borderRadius: 0.8,
        position: 'relative',
        zIndex: isDragging ? 5 : 'auto',
        boxShadow: isDragging ? 4 : 0,
        '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main' },
      }}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      {card.label}
    </Box>
  );
}
