import type { Job } from '../../model/job.ts';
import { decided, given, type Ingredient } from '../figure/figure.ts';
import { HYGIENE_EXCESS } from '../plant/cylinder.ts';
import { nameOf } from '../plant/further-sources.ts';

/** The hottest water that any source sends into the plant, and who sends it. */
export function hottestWater({ source, furtherSources, hotWater }: Job): Ingredient {
  const all: Ingredient[] = [
    decided('source flow temperature', 'temperature', source.flowTemperature, 'source/flowTemperature'),
    ...furtherSources.map((each) =>
      given(
        `${nameOf(each)}: what it sends`,
        'temperature',
        each.flowTemperature - (each.approach ?? 0),
        each.approach === null ? 'its own entry' : 'its own entry less the approach of its plates',
      ),
    ),
  ];
  if (hotWater) {
    all.push(decided('flow while charging', 'temperature', hotWater.flowTemperature, 'hotWater/flowTemperature'));
    if (hotWater.hygieneTemperature !== null && hotWater.hygieneBy === 'source')
      all.push(
        given(
          'flow in the hygiene cycle',
          'temperature',
          Math.max(hotWater.hygieneTemperature, hotWater.storeTemperature) + HYGIENE_EXCESS,
          `its temperature and ${HYGIENE_EXCESS} K`,
        ),
      );
  }
  return all.reduce((most, each) => (each.value > most.value ? each : most));
}
