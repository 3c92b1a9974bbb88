import type { Job } from '../../model/job.ts';
import { allPumps } from '../design/all-pumps.ts';
import type { LoopSetting } from '../design/balancing.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { gaugeAtRest, gaugeNames } from '../design/gauge-names.ts';
import { say } from '../quantity/format.ts';
import type { Label } from './block.ts';
import { labelledCircuits } from './tables/loop-tables.ts';

const linkTo = (address: string | null, path: string): string | null => (address === null ? null : `${address}/${path}`);

/**
 * A label for each loop, for both of its ends: its room, length, and what its meter is set to.
 * @param wanted which loops get one
 */
export const loopLabels = (
  job: Job,
  design: Design,
  address: string | null,
  wanted: (loop: LoopSetting) => boolean = () => true,
): Label[] =>
  labelledCircuits(job, design).flatMap(({ id, name, sized, labels }) =>
    sized.loops.flatMap((loop, i): Label[] => {
      if (!wanted(loop)) return [];
      const lines = [
        loop.roomName,
        `${say(loop.length, 'length', job.display)} · ${say(loop.volumeFlow, 'meterFlow', job.display)}`,
        name,
      ];
      return [{ title: labels[i] as string, lines, link: linkTo(address, `circuits?at=circuits/${id}`) }];
    }),
  );

/** Labels for what stands on the wall: circuits, pumps, valves, and gauges with the range they work in. */
export function wallLabels(job: Job, design: Design, address: string | null): Label[] {
  const { display } = job;
  const { vessel, solved } = design;
  const wall = linkTo(address, 'plant');
  const circuits = builtCircuits(design).flatMap(({ name, load, sized }): Label[] =>
    sized
      ? [
          {
            title: name,
            lines: [
              `${say(sized.flowTemperature.value, 'temperature', display)} out, ${say(sized.returnTemperature.value, 'temperature', display)} home`,
              `${say(load.value, 'power', display)} · ${say(sized.volumeFlow.value, 'volumeFlow', display)}`,
              sized.run.size.label,
            ],
            link: wall,
          },
        ]
      : [],
  );
  const pumps = allPumps(design).map(
    ({ label, duty }): Label => ({
      title: label,
      lines: duty
        ? [duty.label, duty.running, `${say(duty.flow.value, 'volumeFlow', display)} at ${say(duty.head.value, 'head', display)}`]
        : ['no pump chosen yet'],
      link: wall,
    }),
  );
  const valves = builtCircuits(design).flatMap(({ name, sized }): Label[] => [
    ...(sized?.valve
      ? [{ title: `${name}: mixing valve`, lines: [say(sized.valve.kvs.value, 'flowCoefficient', display)], link: wall }]
      : []),
    ...(sized?.regulating
      ? [
          {
            title: `${name}: regulating valve`,
            lines: ['Set, leave it', say(sized.regulating.value, 'flowCoefficient', display)],
            link: wall,
          },
        ]
      : []),
  ]);
  const range =
    vessel?.fillPressure != null
      ? [
          {
            title: 'Filling pressure',
            lines: [
              `cold ${say(vessel.fillPressure.value, 'pressure', display)}, hot at most ${say(vessel.endPressure.value, 'pressure', display)}`,
              `top up below ${say(vessel.gasPressure.value, 'pressure', display)}`,
            ],
            link: wall,
          },
        ]
      : [];
  const gauges = gaugeNames(job, design).flatMap(({ point, where, label }): Label[] => {
    const running = solved?.state.gauges[point];
    const rest = gaugeAtRest(job, design, point);
    if (running === undefined || running === null || rest === null) return [];
    return [
      {
        title: where === null ? label : `${where}: ${label.toLowerCase()}`,
        lines: [`all zones calling ${say(running, 'pressure', display)}`, `at rest, cold ${say(rest, 'pressure', display)}`],
        link: wall,
      },
    ];
  });
  return [...circuits, ...pumps, ...valves, ...range, ...gauges];
}
