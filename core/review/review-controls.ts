import { AUTO_CURVE } from '../../model/new-job.ts';
import { controlDevices, fits, SIGNAL_WORDS } from '../control/devices.ts';
import { circuitNeed, sentAt, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { ladder } from '../emitter/ladder.ts';
import type { Finding } from '../finding/finding.ts';
import { reviewThermostats } from './review-thermostats.ts';

/** Findings on who calls whom: voltages, priority, curves too high or below the rooms. */
export function reviewControls(context: Context, design: UnreviewedDesign): Finding[] {
  if (!design.source) return [];
  return [
    ...voltages(context, design),
    ...isolation(context),
    ...reviewThermostats(context, design),
    ...priority(context),
    ...endSwitches(context, design),
    ...curves(context, design),
  ];
}

function voltages({ job }: Context, design: UnreviewedDesign): Finding[] {
  const { thermostat, actuator, relay, wiringCentre } = job.controls;
  if (wiringCentre) return [];
  const findings: Finding[] = [];
  const devices = controlDevices(job, design);
  const centre = { label: 'A wiring centre between', edits: [{ at: 'controls/wiringCentre', value: true }] };
  const moved = devices.zones.some((zone) => zone.actuators + zone.motors > 0);
  if (moved && thermostat !== 'contact' && !fits(thermostat, actuator)) {
    findings.push({
      id: 'voltage-actuator',
      rule: 'voltage-mismatch',
      severity: 'stop',
      place: 'controls/actuator',
      component: null,
      title: `The thermostats give ${SIGNAL_WORDS[thermostat]}, the actuators want ${SIGNAL_WORDS[actuator]}`,
      why: 'The wrong voltage burns an actuator out, or never opens it. Take one voltage for both, or a wiring centre that turns one into the other. A qualified person wires it.',
      remedies: [{ label: 'Actuators for the same voltage', edits: [{ at: 'controls/actuator', value: thermostat }] }, centre],
    });
  }
  if (!fits(thermostat, relay)) {
    findings.push({
      id: 'voltage-relay',
      rule: 'voltage-mismatch',
      severity: 'stop',
      place: 'controls/relay',
      component: null,
      title: `The thermostats give ${SIGNAL_WORDS[thermostat]}, the relays want ${SIGNAL_WORDS[relay]}`,
      why: 'Mains on an input made for a dry contact destroys it; a dry contact on an input that wants voltage does nothing. A relay or a wiring centre stands between. A qualified person wires it.',
      remedies: [{ label: 'Relays for the same signal', edits: [{ at: 'controls/relay', value: thermostat }] }, centre],
    });
  }
  return findings;
}

/** Something that cuts all of it off the mains before anybody opens a lid. */
function isolation({ job }: Context): Finding[] {
  const { isolator } = job.controls;
  if (isolator === 'switch') return [];
  const none = isolator === 'none';
  return [
    {
      id: 'no-isolator',
      rule: 'no-isolator',
      severity: none ? 'stop' : 'note',
      place: 'controls/isolator',
      component: null,
      title: none ? 'Nothing cuts the plant off the mains' : 'Whether one switch cuts the plant off the mains is not known',
      why: 'Whoever opens the wiring centre, a pump or the source has to be able to cut all poles off within reach, lock that, and prove it dead; a feed from two circuits kills. A licensed electrician fits it; local codes decide.',
      remedies: [{ label: 'One switch for all of it, beside the plant', edits: [{ at: 'controls/isolator', value: 'switch' }] }],
    },
  ];
}

function priority({ job }: Context): Finding[] {
  if (job.hotWater?.charging !== 'priority' || job.controls.priorityTimeout !== null) return [];
  return [
    {
      id: 'priority-endless',
      rule: 'priority-endless',
      severity: 'note',
      place: 'controls/priorityTimeout',
      component: 'hotWater',
      title: 'The heating waits for the cylinder without end',
      why: 'A scaled coil, an open tap or a failed thermostat keeps the cylinder calling, and the heating waits. After an hour or two the heating should come first again.',
      remedies: [{ label: 'Wait 90 min at most', edits: [{ at: 'controls/priorityTimeout', value: 5400 }] }],
    },
  ];
}

/** A source that fires before any valve is open. */
function endSwitches({ job }: Context, design: UnreviewedDesign): Finding[] {
  const slow = design.circuits.some(({ id, sized }) => {
    const circuit = job.circuits.find((each) => each.id === id);
    return sized && circuit?.zones === 'rooms' && circuit.loopValves !== 'thermostatic' && circuit.bypass === null;
  });
  if (!slow || job.controls.endSwitches || job.controls.wiringCentre) return [];
  return [
    {
      id: 'fires-before-open',
      rule: 'fires-before-open',
      severity: 'mend',
      place: 'controls/endSwitches',
      component: null,
      title: 'Pump and source start before the actuators have opened',
      why: 'Thermal actuators take some three minutes to open; until then the pump runs against shut valves and the source trips on its limit. End switches, or a wiring centre that waits, hold the call back.',
      remedies: [
        { label: 'Actuators with end switches', edits: [{ at: 'controls/endSwitches', value: true }] },
        { label: 'A wiring centre that waits', edits: [{ at: 'controls/wiringCentre', value: true }] },
      ],
    },
  ];
}

/** Kelvin by which a curve may lie above or below the need before it is worth a word. */
const TOO_HIGH = 6;
const TOO_LOW = 1;

function curves({ job, say }: Context, design: UnreviewedDesign): Finding[] {
  const set = [job.source.curve, ...job.circuits.map((circuit) => circuit.curve)].some((curve) => curve !== null);
  if (!set) return [];
  const rungs = ladder(job);
  const all = [
    {
      place: 'source/curve',
      component: 'source',
      name: 'The source',
      curve: job.source.curve,
      need: () => sourceNeed(job, design.circuits, rungs),
      rooms: design.circuits.flatMap((each) => each.roomIds),
    },
    ...job.circuits.map((circuit) => ({
      place: `circuits/${circuit.id}/curve`,
      component: `circuits/${circuit.id}/valve`,
      name: circuit.name,
      curve: circuit.connection === 'mixed' ? circuit.curve : null,
      need: () => {
        const designed = design.circuits.find((each) => each.id === circuit.id);
        return designed ? circuitNeed(job, designed, rungs) : [];
      },
      rooms: design.circuits.find((each) => each.id === circuit.id)?.roomIds ?? [],
    })),
  ];
  return all.flatMap(({ place, component, name, curve, need, rooms }): Finding[] => {
    if (!curve) return [];
    if (curve.most <= curve.least) {
      return [
        {
          id: `curve-limits:${place}`,
          rule: 'curve-limits',
          severity: 'mend',
          place: `${place}/most`,
          component,
          title: `${name}: the highest flow temperature of its curve is not above the least`,
          why: 'Between the two limits the curve has no room: the water stays at the least whatever the weather.',
          remedies: [
            {
              label: `Highest ${say(curve.least + 20, 'temperature')}`,
              edits: [{ at: `${place}/most`, value: Math.min(curve.least + 20, 110) }],
            },
          ],
        },
      ];
    }
    const points = need();
    const settled = settledCurve(curve, points);
    if (points.length === 0 || !settled) return [];
    const gaps = points.map(({ outdoor, flow }) => ({ outdoor, gap: sentAt(curve, settled, outdoor) - flow }));
    const lowest = gaps.reduce((worst, each) => (each.gap < worst.gap ? each : worst));
    const highest = gaps.reduce((worst, each) => (each.gap > worst.gap ? each : worst));
    const auto = {
      label: 'Let the slope follow from the emitters',
      edits: [{ at: place, value: { ...curve, slope: 'auto', shift: 0 } }],
    };
    const warmest = Math.max(...job.rooms.filter((room) => rooms.includes(room.id)).map((room) => room.roomTemperature));
    const coldest = points[0]?.outdoor ?? 0;
    const atColdest = sentAt(curve, settled, coldest);
    if (atColdest <= warmest) {
      return [
        {
          id: `curve-below-rooms:${place}`,
          rule: 'curve-below-rooms',
          severity: 'stop',
          place: curve.most <= warmest ? `${place}/most` : curve.slope === 'auto' ? `${place}/shift` : `${place}/slope`,
          component,
          title: `${name}: at ${say(coldest, 'temperature')} its curve supplies ${say(atColdest, 'temperature')}, no warmer than the rooms`,
          why: `Water that is no warmer than ${say(warmest, 'temperature')} gives nothing to them, or takes heat out. A shift or limit was meant as something else, or a sign is wrong.`,
          remedies: [
            {
              label: 'Let the curve follow from the emitters',
              edits: [{ at: place, value: AUTO_CURVE }],
            },
          ],
        },
      ];
    }
    if (lowest.gap < -TOO_LOW) {
      return [
        {
          id: `curve-low:${place}`,
          rule: 'curve-low',
          severity: 'mend',
          place: curve.slope === 'auto' ? `${place}/most` : `${place}/slope`,
          component,
          title: Number.isFinite(lowest.gap)
            ? `${name}: its curve lies ${say(-lowest.gap, 'temperatureDifference')} below the need at ${say(lowest.outdoor, 'temperature')}`
            : `${name}: no curve is hot enough at ${say(lowest.outdoor, 'temperature')}`,
          why: 'The rooms stay short of heat there, however long the plant runs. Raise the slope, or the highest temperature that cuts the curve off.',
          remedies: [
            ...(curve.slope === 'auto' ? [] : [auto]),
            ...(curve.most < Math.max(...points.map((point) => point.flow))
              ? [
                  {
                    label: 'Lift the limit',
                    edits: [
                      {
                        at: `${place}/most`,
                        value: Math.min(Math.ceil(Math.max(...points.map((point) => point.flow))) + 2, 110),
                      },
                    ],
                  },
                ]
              : []),
          ],
        },
      ];
    }
    if (highest.gap > TOO_HIGH && curve.slope !== 'auto') {
      return [
        {
          id: `curve-high:${place}`,
          rule: 'curve-high',
          severity: 'note',
          place: `${place}/slope`,
          component,
          title: `${name}: its curve lies up to ${say(highest.gap, 'temperatureDifference')} above the need`,
          why: `Worst at ${say(highest.outdoor, 'temperature')} outdoors. Water hotter than the emitters need costs a heat pump its efficiency and keeps a condensing boiler from condensing. Curves left at the factory value are meant for old boilers.`,
          remedies: [auto],
        },
      ];
    }
    return [];
  });
}
