import type { Field } from './field.ts';

/** The numbers of how a source stops and starts. */
export const FIRING_FIELDS = {
  'source/firing/stopsAbove': {
    label: 'stops above what is wanted',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 40,
    remedy: 'give the kelvin above the wanted flow at which it stops, 0.5 to 40 K, or "auto"',
  },
  'source/firing/startsBelow': {
    label: 'starts below what is wanted',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 40,
    remedy: 'give the kelvin below the wanted flow at which it starts again, 0.5 to 40 K, or "auto"',
  },
  'source/firing/forcedRun': {
    label: 'forced shortest run',
    kind: 'duration',
    min: 0,
    max: 7200,
    remedy: 'give how long its controls keep it running once it has started, 0 to 120 min, or "auto"',
  },
  'source/firing/leastPause': {
    label: 'least pause',
    kind: 'duration',
    min: 0,
    max: 7200,
    remedy: 'give how long its controls keep it off once it has stopped, 0 to 120 min, or "auto"',
  },
  'source/firing/startTime': {
    label: 'time to start',
    kind: 'duration',
    min: 0,
    max: 1800,
    remedy: 'give the time from the call to the first heat, purging among it, 0 to 30 min, or "auto"',
  },
  'source/firing/mostStarts': {
    label: 'most starts an hour',
    kind: 'factor',
    min: 0.1,
    max: 60,
    remedy: 'give how often its maker lets it start in an hour, 0.1 to 60, or "auto"',
  },
} as const satisfies Record<string, Field>;
