import type { SourceKind } from '../../model/job.ts';

/** What each kind of source is called. */
export const SOURCE_LABELS: Record<SourceKind, string> = {
  'condensing-boiler': 'Condensing boiler, heat only',
  'combination-unit': 'Combination unit: heat and hot water',
  boiler: 'Boiler, not condensing',
  'heat-pump': 'Heat pump, outdoor air',
  'ground-heat-pump': 'Heat pump, ground',
  electric: 'Electric boiler',
  'solid-fuel': 'Solid-fuel boiler',
  'water-heater': 'Water heater with a tank',
  'instantaneous-heater': 'Instantaneous water heater',
  solar: 'Solar',
  district: 'District heat',
  'waste-heat': 'Waste heat',
  other: 'Other source',
};
