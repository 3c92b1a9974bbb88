import type { Job } from '../../../model/job.ts';
import { controlParts } from '../../control/control-parts.ts';
import { sequenceOfOperation } from '../../control/sequence.ts';
import { terminalWords, wiringSchedule } from '../../control/wiring.ts';
import type { Design } from '../../design/design.ts';
import { electricalSupply } from '../../design/electrical.ts';
import { partsList } from '../../design/parts-list.ts';
import type { Body } from '../../plant/bodies.ts';
import { say } from '../../quantity/format.ts';
import { column, type Table } from '../table.ts';

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
export function wallTables(job: Job, design: Design): Table[] {
  const size = (value: number) => Math.round(value * 1000) / 1000;
  return [
    {
      id: 'parts',
      title: 'On the wall: what to buy, and the room it needs (invented catalogue; data sheets decide)',
      columns: [
        column('Where'),
        column('Part'),
        column('Ports', 'bore'),
        column('Number of ports'),
        column('Joint'),
        column('Along the pipe', 'bore'),
        column('Across', 'bore'),
        column('Depth', 'bore'),
        column('Free beside', 'bore'),
        column('Free before', 'bore'),
        { label: 'Filled weight', unit: 'kg' },
        column('Hangs'),
        column('Own bracket'),
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
      columns: [column('Number'), column('Part'), column('Note')],
      rows: controlParts(job, design).map(({ count, label, note }) => [count, label, note]),
    },
    {
      id: 'sequence',
      title: 'How it works, in the order of things',
      columns: [column('Step'), column('What happens')],
      rows: sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display)).map((line, i) => [i + 1, line]),
    },
    {
      id: 'wiring',
      title: 'Wiring schedule (a qualified person wires)',
      columns: [
        column('Terminals'),
        column('Cores'),
        column('What'),
        column('From'),
        column('To'),
        column('Carries'),
        column('Note'),
      ],
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
      columns: [
        column('What'),
        column('Draws', 'electricPower'),
        column('Volts'),
        column('Phases'),
        column('Amps'),
        column('Own circuit'),
        column('Why'),
      ],
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
