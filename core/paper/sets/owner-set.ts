import { standing } from '../../book/book.ts';
import { serviceDates } from '../../commission/service.ts';
import { traitsOf } from '../../plant/source-kinds.ts';
import { SOURCE_LABELS } from '../../plant/source-labels.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { dayOf } from '../tables/as-left-tables.ts';
import { settingsTable } from '../tables/settings-table.ts';

/** For the owner: what there is, how to read the gauge, how to top up, what to leave alone, when somebody comes, and whom to call. */
export function ownerSet({ job, design, book }: PaperInput): Paper {
  const handed = book && standing(book.book, 'signature').find(({ entry }) => entry.of === 'as-left');
  const { vessel } = design;
  const { display } = job;
  const cold = vessel?.fillPressure?.value ?? null;
  const least = vessel?.gasPressure.value ?? null;
  const most = vessel?.endPressure.value ?? null;
  const open = job.circuits.filter(({ loopValves }) => loopValves === 'thermostatic');
  const gauge: Block[] =
    cold !== null && least !== null && most !== null
      ? [
          { kind: 'heading', title: 'Reading the gauge' },
          {
            kind: 'facts',
            facts: [
              ['Cold, everything at rest', `about ${say(cold, 'pressure', display)}`],
              ['Hot, at most', say(most, 'pressure', display)],
              ['Top up below', say(least, 'pressure', display)],
              ['Call somebody above', say(vessel?.reliefPressure.value ?? most, 'pressure', display)],
            ],
          },
          {
            kind: 'list',
            ordered: true,
            items: [
              'Let the plant cool and rest, then read the gauge.',
              `Open the filling valve slowly until it shows ${say(cold, 'pressure', display)}; shut it again.`,
              'Write the day and the pressure below. Topping up more than twice a year means water is lost: have it looked for.',
            ],
          },
        ]
      : [];
  return {
    id: 'owner',
    title: 'For the owner',
    blocks: [
      { kind: 'chapter', title: 'Your heating' },
      {
        kind: 'facts',
        facts: [
          [
            'Made by',
            `${job.source.name || SOURCE_LABELS[job.source.kind]}${design.source ? `, ${say(design.source.capacity.value, 'power', display)}` : ''}`,
          ],
          ...(handed ? [['Handed over', `${dayOf(handed.time)}, signed by ${handed.entry.name}`] as const] : []),
          ...job.furtherSources.map(({ name, kind }) => ['And by', name || SOURCE_LABELS[kind]] as const),
          ...design.circuits.map(
            ({ name, roomIds, load }) =>
              [
                name,
                `${roomIds.length} ${roomIds.length === 1 ? 'room' : 'rooms'}, ${say(load.value, 'power', display)} on the coldest day`,
              ] as const,
          ),
          ...(job.hotWater
            ? [
                [
                  'Hot water',
                  `${say(job.hotWater.volume, 'volume', display)} kept at ${say(job.hotWater.storeTemperature, 'temperature', display)}`,
                ] as const,
              ]
            : []),
        ],
      },
      { kind: 'heading', title: 'What to leave alone' },
      {
        kind: 'list',
        items: [
          'Valves with a number or a label in the plant room and at the manifolds: they are set, and the rooms depend on each other.',
          'Speeds of the pumps and the weather curve: a colder room is told to whoever services the plant.',
          ...(open.length > 0
            ? ['Thermostatic valves are for you: turn them as you like, and leave the one by the room thermostat open.']
            : []),
          ...(traitsOf(job.source).fire
            ? ['The fire is fed as its maker says, never more; water that boils is let cool by itself.']
            : []),
          ...(job.rooms.some(({ emitters }) => emitters.some(({ kind }) => kind === 'floor')) ? [CAUTIONS.drill] : []),
        ],
      },
      ...inSummer(job),
      ...gauge,
      { kind: 'heading', title: 'Water added' },
      {
        kind: 'table',
        table: {
          id: 'topped-up',
          title: 'Date, and what the gauge showed',
          columns: [
            { label: 'Date', byHand: true },
            { label: 'Gauge before', byHand: true },
            { label: 'Gauge after', byHand: true },
          ],
          rows: Array.from({ length: 6 }, () => ['', '', '']),
        },
      },
      { kind: 'chapter', title: 'Service and settings' },
      {
        kind: 'table',
        table: {
          id: 'service',
          title: 'What is done when',
          columns: [{ label: 'What' }, { label: 'How often' }, { label: 'First' }, { label: 'Done', byHand: true }],
          rows: serviceDates(job).map(({ what, every, first }) => [what, every, first, '']),
        },
      },
      { kind: 'heading', title: 'Whom to call' },
      {
        kind: 'table',
        table: {
          id: 'whom',
          title: 'Names and numbers',
          columns: [{ label: 'For' }, { label: 'Name', byHand: true }, { label: 'Telephone', byHand: true }],
          rows: ['No heat, or a leak', 'Smell of gas: leave the house first', 'Electric faults', 'Yearly service'].map((what) => [
            what,
            '',
            '',
          ]),
        },
      },
      { kind: 'table', table: settingsTable(job, design, false) },
      { kind: 'text', text: `${CAUTIONS.gas} ${CAUTIONS.electric}`, tone: 'caution' },
    ],
  };
}

/** What an owner has to know of a plant that also cools. */
function inSummer(job: PaperInput['job']): Block[] {
  const cooled = job.circuits.filter(({ cooling }) => cooling !== null);
  if (job.mode !== 'heating-and-cooling' || cooled.length === 0) return [];
  const coils = cooled.filter(({ emitters }) => emitters === 'air-units');
  const surfaces = cooled.filter(({ emitters }) => emitters === 'floor');
  return [
    { kind: 'heading', title: 'In summer' },
    {
      kind: 'list',
      items: [
        ...(job.controls.summer.master === 'hand'
          ? ['Turn the switch to cooling when nights no longer need heat, and back in autumn; leave some days between.']
          : []),
        'Windows shut and shades down by day do more than any machine; air the house at night, when it is cooler and drier outside.',
        ...(surfaces.length > 0
          ? ['In muggy weather the floors stop cooling by themselves, so that they stay dry. That is no fault.']
          : []),
        ...(coils.length > 0
          ? [
              'Clean the filters of the fan units each month they cool, and look into a tray once a season: its water has to run off.',
            ]
          : []),
      ],
    },
  ];
}
