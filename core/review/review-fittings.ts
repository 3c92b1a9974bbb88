import type { Circuit, ComponentId, Job } from '../../model/job.ts';
import type { Place } from '../../model/place.ts';
import type { PumpDesign } from '../design/choose-pump.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { findSize, PIPE_MATERIALS } from '../pipe/catalogue.ts';
import { bothWays, COMPONENT_DATA, componentsLoss } from '../pipe/components.ts';
import { BETWEEN, betweenAs } from '../plan/station-edits.ts';
import { findCirculator } from '../plant/circulator.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { putBehindSource } from './review-placement.ts';

/** Findings on what stands in the pipes, or should: air, dirt, check valves, isolation, oxygen, pumps against each other. */
export function reviewFittings(context: Context, design: UnreviewedDesign): Finding[] {
  const { job } = context;
  if (!design.source) return [];
  return [
    ...airAndDirt(context),
    ...strainers(context, design),
    ...vesselBehindPump(context),
    ...pumpsTowardsVessel(context, design),
    ...pumpsOnOneSource(context, design),
    ...oxygen(job),
    ...job.circuits.flatMap((circuit) => {
      const sized = design.circuits.find((each) => each.id === circuit.id)?.sized;
      return sized
        ? [...checkValves(job, `circuits/${circuit.id}`, circuit.name, circuit, sized.pump), ...nothingOpen(context, circuit)]
        : [];
    }),
    ...checkValves(job, 'source', 'The source line', job.source, design.source.pump),
  ];
}

const holds = (job: Job, parts: readonly ComponentId[]) =>
  [job.source, ...job.circuits].some((each) => bothWays(each).some((part) => parts.includes(part)));

function airAndDirt({ job, piping }: Context): Finding[] {
  const findings: Finding[] = [];
  // The header itself slows the water down enough for bubbles and dirt to leave it.
  const settles = piping.between().traits.settles;
  if (!settles && !holds(job, ['air-separator'])) {
    findings.push({
      id: 'air-separator-missing',
      rule: 'air-separator-missing',
      severity: 'mend',
      place: 'source/components',
      component: 'source/run',
      title: 'Nothing takes the air out',
      why: 'Water gives off its air where it is hottest and under least pressure: on the flow, close behind the source. Without a separator there, air collects in pumps and high loops and stops them.',
      remedies: [{ label: 'Put an air separator behind the source', edits: putBehindSource(job, 'air-separator') }],
    });
  }
  const { delicate } = traitsOf(job.source);
  if (delicate && !holds(job, ['magnetic-filter', 'dirt-separator'])) {
    findings.push({
      id: 'dirt-filter-missing',
      rule: 'dirt-filter-missing',
      severity: 'mend',
      place: 'source/returnComponents',
      component: 'source/run',
      title: 'Nothing keeps dirt out of the source',
      why: 'Its exchanger has narrow ways, and old radiators and steel pipe send black mud for years. A magnetic filter on the return to the source, with valves on both sides, is emptied in minutes.',
      remedies: [{ label: 'Put a magnetic filter at the source', edits: putBehindSource(job, 'magnetic-filter') }],
    });
  }
  return findings;
}

/** A strainer that takes more than its share of what a heat pump's flow has to pass. */
function strainers({ job, rules, say, fluidAt }: Context, { source }: UnreviewedDesign): Finding[] {
  if (!source || !traitsOf(job.source).heatPump) return [];
  const strainer = bothWays(job.source).find((part) => part === 'ball-valve-strainer' || part === 'y-strainer');
  if (!strainer) return [];
  const fluid = fluidAt(job.source.flowTemperature - job.source.temperatureDifference / 2);
  const loss = componentsLoss([strainer], source.volumeFlow.value, source.run.size.bore, fluid);
  // One inside a ball valve has so small a basket that it chokes once it has caught something, however wide the pipe.
  const small = strainer === 'ball-valve-strainer';
  if (!small && loss < rules.strainerLoss.limit) return [];
  const without = (parts: readonly ComponentId[]) => parts.filter((part) => part !== strainer);
  const onReturn = without(job.source.returnComponents);
  return [
    {
      id: 'strainer-chokes',
      rule: 'strainer-chokes',
      severity: 'mend',
      place: 'source/components',
      component: 'source/run',
      title: small
        ? 'The strainer inside a ball valve chokes the heat pump once it has caught something'
        : `The ${COMPONENT_DATA[strainer].label.toLowerCase()} takes ${say(loss, 'pressure')} clean`,
      why: `A heat pump needs all its flow; a fine basket chokes it, and several times as much once it has caught something. Clean it takes ${say(loss, 'pressure')} here. ${rules.strainerLoss.reason}`,
      remedies: [
        {
          label: 'A magnetic filter of wide bore instead',
          edits: [
            { at: 'source/components', value: without(job.source.components) },
            {
              at: 'source/returnComponents',
              value: onReturn.includes('magnetic-filter') ? onReturn : ['magnetic-filter' as const, ...onReturn],
            },
          ],
        },
      ],
    },
  ];
}

/** A pump that pushes towards the vessel pulls its own inlet below the filling pressure. */
function vesselBehindPump({ job, piping }: Context): Finding[] {
  if (job.vessel.connection !== 'source-flow' || !piping.between().traits.decouples) return [];
  return [
    {
      id: 'vessel-behind-pump',
      rule: 'vessel-behind-pump',
      severity: 'mend',
      place: 'vessel/connection',
      component: 'vessel',
      title: 'The source pump pushes towards the vessel',
      why: 'Pressure stays put where the vessel is connected, so the pump lowers the pressure on its inlet instead of raising that on its outlet: air is drawn in and the pump is noisy. Pumps draw from where the vessel is connected.',
      remedies: [{ label: 'Connect the vessel to the return', edits: [{ at: 'vessel/connection', value: 'source-return' }] }],
    },
  ];
}

/**
 * A pump on the return pushes towards where the vessel holds the pressure: its own circuit then stands under as much less as it lifts.
 */
function pumpsTowardsVessel({ job, piping, say }: Context, design: UnreviewedDesign): Finding[] {
  const gauges = design.solved?.state.gauges ?? {};
  return design.circuits.flatMap(({ id, name, sized }): Finding[] => {
    const circuit = job.circuits.find((each) => each.id === id);
    const place = `circuits/${id}`;
    // Behind plates a vessel of its own holds the pressure on the return as well.
    if (!sized?.pump || circuit?.pumpOn !== 'return' || !piping.branch(place).pump) return [];
    const top = gauges[`${place}/supply`];
    return [
      {
        id: `pump-towards-vessel:${id}`,
        rule: 'pump-towards-vessel',
        severity: 'note',
        place: `${place}/pumpOn`,
        component: `${place}/pump`,
        title: `${name}: its pump pushes towards the vessel`,
        why: `The vessel holds the pressure on the return, so a pump there lowers the pressure of its whole circuit by its head instead of raising it: ${say(sized.pump.duty?.head.value ?? sized.pump.head.value, 'head')} here${typeof top === 'number' ? `, and ${say(top, 'pressure')} are left at the manifold` : ''}. Air leaves the water and collects at the top. It works where the filling pressure allows for it; on the flow it does not have to.`,
        remedies: [{ label: 'Its pump on the flow', edits: [{ at: `${place}/pumpOn`, value: 'flow' }] }],
      },
    ];
  });
}

/** Several pumps that all draw through one source: each takes what the others leave. */
function pumpsOnOneSource({ piping }: Context, design: UnreviewedDesign): Finding[] {
  const pumps = design.circuits.filter(
    ({ id, sized }) => sized?.pump && !piping.partedFromSource(piping.branch(`circuits/${id}`), true),
  );
  if (pumps.length < 2) return [];
  return [
    {
      id: 'pumps-fight',
      rule: 'pumps-fight',
      severity: 'mend',
      place: BETWEEN,
      component: 'source',
      title: `${pumps.length} pumps draw through one source`,
      why: 'They share its pressure loss, so each changes the flow of the others whenever it starts or stops, and idle circuits may be driven backwards. Separate the source from the circuits, or join the circuits behind one pump.',
      remedies: [
        { label: 'A low-loss header between', edits: betweenAs('header') },
        { label: 'Closely spaced tees between', edits: betweenAs('ring') },
      ],
    },
  ];
}

/** Pipe that lets oxygen through, where there is iron to rust. */
function oxygen(job: Job): Finding[] {
  const open: { place: Place; size: string; name: string }[] = [];
  const look = (place: Place, name: string, pipe: { material: keyof typeof PIPE_MATERIALS; size: string }) => {
    if (!PIPE_MATERIALS[pipe.material].oxygenBarrier) open.push({ place, size: pipe.size, name });
  };
  look('source/run', 'the source pipe', job.source.run);
  for (const circuit of job.circuits) {
    look(`circuits/${circuit.id}/run`, circuit.name, circuit.run);
    look(`circuits/${circuit.id}/worstRun`, circuit.name, circuit.worstRun);
    for (const section of circuit.sections) look(`circuits/${circuit.id}/sections/${section.id}`, circuit.name, section);
  }
  for (const room of job.rooms) {
    for (const emitter of room.emitters) {
      if (emitter.kind === 'floor') look(`rooms/${room.id}/emitters/${emitter.id}/pipe`, room.name || room.id, emitter.pipe);
    }
  }
  const [first] = open;
  if (!first) return [];
  const names = [...new Set(open.map((each) => each.name))];
  const barrier = 'pex-iso15875';
  return [
    {
      id: 'oxygen',
      rule: 'oxygen',
      severity: 'mend',
      place: `${first.place}/material`,
      component: null,
      title: 'Pipe without an oxygen barrier feeds iron parts',
      why: `${names.slice(0, 3).join(', ')}${names.length > 3 ? ' and others' : ''}: oxygen passes the wall year after year and rusts boilers, pumps, radiators and steel pipe; mud follows. Use pipe with a barrier, keep every part in touch with this water free of iron, or part it off by a plate exchanger.`,
      remedies: [
        {
          label: 'The same pipe with a barrier',
          edits: open.flatMap(({ place, size }) => [
            { at: `${place}/material`, value: barrier },
            ...(size === 'auto' || findSize(barrier, size) ? [] : [{ at: `${place}/size`, value: 'auto' }]),
          ]),
        },
      ],
    },
  ];
}

/** A check valve beside the one inside the pump. */
function checkValves(
  { ownPumps }: Job,
  place: string,
  name: string,
  line: Pick<Circuit, 'components' | 'returnComponents'>,
  pump: PumpDesign | null,
): Finding[] {
  const inside = pump?.duty ? findCirculator(pump.duty.modelId, ownPumps)?.checkValve === true : false;
  const isCheck = (part: ComponentId) => part === 'spring-check-valve' || part === 'flap-check-valve';
  const count = bothWays(line).filter(isCheck).length + (inside ? 1 : 0);
  if (count < 2) return [];
  let kept = inside ? 0 : 1;
  return [
    {
      id: `check-valves-in-series:${place.replace('circuits/', '')}`,
      rule: 'check-valves-in-series',
      severity: 'mend',
      place: `${place}/components`,
      component: place === 'source' ? 'source/run' : `${place}/pump`,
      title: `${name}: ${count} check valves in a row`,
      why: `${inside ? 'The pump has one inside. ' : ''}Each has to be pushed open; together they may halve the flow, rattle, and trap air between them.`,
      remedies: [
        {
          label: inside ? 'Leave out those in the pipe' : 'Leave one',
          edits: (['components', 'returnComponents'] as const).map((way) => ({
            at: `${place}/${way}`,
            value: line[way].filter((part) => !isCheck(part) || kept-- > 0),
          })),
        },
      ],
    },
  ];
}

/** Thermostatic valves may all close while a pump of fixed speed runs on. */
function nothingOpen({ rules, say }: Context, circuit: Circuit): Finding[] {
  if (circuit.loopValves !== 'thermostatic' || circuit.bypass !== null || circuit.pumpControl !== 'fixed-speed') return [];
  const opening = rules.bypassOpening.limit;
  return [
    {
      id: `nothing-open:${circuit.id}`,
      rule: 'nothing-open',
      severity: 'mend',
      place: `circuits/${circuit.id}/bypass`,
      component: `circuits/${circuit.id}/pump`,
      title: `${circuit.name}: all its valves may close on a running pump`,
      why: `On a warm day thermostatic valves shut one by one; the pump then runs hot against nothing and the last valves hiss. ${rules.bypassOpening.reason}`,
      remedies: [
        {
          label: 'Let the pump hold a falling pressure',
          edits: [{ at: `circuits/${circuit.id}/pumpControl`, value: 'proportional-pressure' }],
        },
        {
          label: `A bypass that opens at ${say(opening, 'pressure')}`,
          edits: [{ at: `circuits/${circuit.id}/bypass`, value: opening }],
        },
      ],
    },
  ];
}
