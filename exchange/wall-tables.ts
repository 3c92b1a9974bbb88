import { controlParts } from '../core/control/control-parts.ts';
import { sequenceOfOperation } from '../core/control/sequence.ts';
import { terminalWords, wiringSchedule } from '../core/control/wiring.ts';
import type { Design } from '../core/design/design.ts';
import { electricalSupply } from '../core/design/electrical.ts';
import { partsList } from '../core/design/parts-list.ts';
import type { Body } from '../core/plant/bodies.ts';
import { say } from '../core/quantity/format.ts';
import type { Job } from '../model/job.ts';
import type { ResultTable, Writing } from './result-cells.ts';

const JOINTS: Record<Body['joint'], string> = {
  union: 'Union',
  thread: 'Thread',
  flange: 'Pump flange',
  socket: 'Socket',
  hose: 'Thread, hose beside',
};
const HANGING: Record<Body['hanging'], string> = {
  any: 'Any way',
  level: 'Level pipe only',
  upright: 'Upright',
  'level-shaft': 'Shaft level',
  'filter-down': 'Basket or bottom down',
  'vent-up': 'Vent up',
};

/** What hangs on the wall with the room it needs, and what wants electricity. */
export function wallTables(job: Job, design: Design, { head, number }: Writing): ResultTable[] {
  const size = (value: number) => number(Math.round(value * 1000) / 1000, 'bore');
  return [
    {
      id: 'parts',
      title: 'On the wall: what to buy, and the room it needs (invented catalogue; data sheets decide)',
      headings: [
        'Where',
        'Part',
        head('Ports', 'bore'),
        'Number of ports',
        'Joint',
        head('Along the pipe', 'bore'),
        head('Across', 'bore'),
        head('Depth', 'bore'),
        head('Free beside', 'bore'),
        head('Free before', 'bore'),
        'Filled weight (kg)',
        'Hangs',
        'Own bracket',
      ],
      rows: partsList(job, design).map(({ where, label, body }) => [
        where,
        label,
        size(body.bore),
        body.ports,
        JOINTS[body.joint],
        size(body.along),
        size(body.across),
        size(body.depth),
        size(body.clearance.beside),
        size(body.clearance.before),
        Number(body.weight.toPrecision(2)),
        HANGING[body.hanging],
        body.bracket ? 'yes' : 'no',
      ]),
    },
    {
      id: 'controls',
      title: 'Controls: what they take',
      headings: ['Number', 'Part', 'Note'],
      rows: controlParts(job, design).map(({ count, label, note }) => [count, label, note]),
    },
    {
      id: 'sequence',
      title: 'How it works, in the order of things',
      headings: ['Step', 'What happens'],
      rows: sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display)).map((line, i) => [i + 1, line]),
    },
    {
      id: 'wiring',
      title: 'Wiring schedule (a qualified person wires)',
      headings: ['Terminals', 'Cores', 'What', 'From', 'To', 'Carries', 'Note'],
      rows: wiringSchedule(job, design).map((wire) => [
        terminalWords(wire),
        wire.cores.join(', '),
        wire.what,
        wire.from,
        wire.to,
        wire.carries,
        wire.note,
      ]),
    },
    {
      id: 'electrical',
      title: 'For the electrician (a qualified person wires; local codes decide circuits and protection)',
      headings: ['What', 'Draws (W)', 'Volts', 'Phases', 'Amps', 'Own circuit', 'Why'],
      rows: electricalSupply(job, design).map(({ label, power, volts, phases, amps, own, why }) => [
        label,
        Math.round(power),
        volts,
        phases,
        Math.round(amps * 10) / 10,
        own ? 'yes' : 'no',
        why,
      ]),
    },
  ];
}
