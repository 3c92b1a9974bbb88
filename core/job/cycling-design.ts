import { shifted } from '../../model/quantities.ts';
import type { Context } from '../design/context.ts';
import type { CyclingDesign } from '../design/cycling.ts';
import type { Plant } from '../design/operate.ts';
import { decided, given, type Ingredient } from '../figure/figure.ts';
import { bandOf, firingOf, mostStartsADay } from '../plant/firing.ts';
import { HEATING_LIMIT } from '../rules/heating-limit.ts';
import { excessOf } from '../run/cycling-check.ts';
import type { HeldMoment } from '../run/held-moment.ts';
import { cyclingAsk, cyclingDay, type Designed, leastTank } from './cycling-ask.ts';
import { cyclingCures } from './cycling-cures.ts';

/** Step between the days looked at, K, and the mildest of them: later in spring next to nothing is heated. */
const STEP = 4;
const MILDEST = HEATING_LIMIT - STEP;

/** Stops and starts from the design day to the end of heating; null where nothing cycles by its nature or there is no plant. */
export function designCycling(context: Context, design: Designed, plant: Plant): CyclingDesign | null {
  const { job, book, piping } = context;
  const { source, buffer } = design;
  const ask = cyclingAsk(context, design, plant);
  if (!ask || !source || !buffer) return null;
  const outdoors: number[] = [];
  for (let outdoor = job.site.outdoorDesignTemperature as number; outdoor <= MILDEST; outdoor += STEP) outdoors.push(outdoor);
  if (outdoors.length === 0) outdoors.push(job.site.outdoorDesignTemperature);
  const moments = outdoors.map(ask.at);
  const days = moments.map((moment) => cyclingDay(ask, moment));
  const worst = days.reduce((most, day) => (excessOf(day, ask.mostStarts) > excessOf(most, ask.mostStarts) ? day : most));
  const { cycle } = moments[days.indexOf(worst)] as HeldMoment;
  const firing = firingOf(job.source);
  const fluid = context.fluidAt(shifted(job.source.flowTemperature, -job.source.temperatureDifference / 2));
  const perVolume = fluid.density * fluid.specificHeat;
  const band = book.add({
    id: 'source/band',
    label: 'Source: what its water may swing by',
    kind: 'temperatureDifference',
    value: bandOf(firing),
    formula: 'B = stops above + starts below',
    source: 'its controls; usual for its kind where nothing is entered, from memory',
    terms: {
      'stops above': term(
        job.source.firing.stopsAbove,
        firing.stopsAbove,
        'stops above what is wanted',
        'source/firing/stopsAbove',
      ),
      'starts below': term(
        job.source.firing.startsBelow,
        firing.startsBelow,
        'starts below what is wanted',
        'source/firing/startsBelow',
      ),
    },
  });
  const pass = book.add({
    id: 'source/pass',
    label: 'Source: rise of its water in one pass at least output',
    kind: 'temperatureDifference',
    value: cycle.least / cycle.through,
    formula: 'ΔT_least = Q_least / (m c_p)',
    source: 'energy balance, at the flow the whole plant solves to',
    terms: {
      Q_least: buffer.leastOutput,
      'm c_p': given('through the source, every zone calling', 'heatPerKelvin', cycle.through, 'the plant solved as one network'),
    },
  });
  const starts = book.add({
    id: 'source/starts',
    label: 'Source: starts on the worst day of heating',
    kind: 'factor',
    value: Math.round(worst.starts),
    formula: 'n = Σ (24 h · chance of a set of calls · starts an hour while it stands)',
    source:
      'waters of source, tank and circuits through a few cycles by their balances, for every number of thermostats that call; from the design day to the end of heating, the worst day shown',
    terms: {
      T_o: given('that day, outdoors', 'temperature', worst.outdoor, 'the worst of the days looked at'),
      Q_least: buffer.leastOutput,
      G: given('taken with every zone calling', 'power', cycle.taken, 'emitters at the water sent on that day'),
      Q: given('needed by the rooms', 'power', moments[days.indexOf(worst)]?.needed ?? 0, 'loads in proportion to the cold'),
      B: band,
      ΔT_least: pass,
      'most a day': given(
        'starts a day that count as cycling',
        'factor',
        mostStartsADay(firing),
        'four hours of as many as its kind stands',
      ),
      'busiest hour': given(
        'starts in the busiest set of calls',
        'factor',
        worst.busiest,
        'of those that stand half an hour a day',
      ),
    },
  });
  const volume = worst.cycles && piping.tank === null ? leastTank(ask, moments, perVolume) : 0;
  return {
    days,
    worst,
    bufferNeedless:
      piping.tank !== null &&
      moments.every((moment) => !cyclingDay(ask, moment, (cycle) => ({ ...cycle, atSource: moment.sourceAlone })).cycles),
    cures: worst.cycles ? cyclingCures(context, ask, moments, perVolume) : [],
    thermostats: ask.thermostats,
    starts,
    pass,
    band,
    tank:
      volume === null
        ? null
        : book.add({
            id: 'buffer/againstCycling',
            label: 'Tank in the return against cycling',
            kind: 'volume',
            value: volume,
            formula: 'V: the least with which no day of heating brings too many starts',
            source: 'the same balances with the tank in the source’s own loop',
            terms: { n: starts, B: band, ΔT_least: pass },
          }),
  };
}

const term = (entered: number | 'auto', value: number, label: string, place: string): Ingredient =>
  entered === 'auto'
    ? given(label, 'temperatureDifference', value, 'usual for its kind, from memory')
    : decided(label, 'temperatureDifference', value, place);
