import { RATED_LABELS } from '../../core/emitter/emitter.ts';
import { FLOOR_DATA } from '../../core/emitter/floor.ts';
import { PANELS } from '../../core/emitter/panel.ts';
import type { Emitter, Floor, FloorSystem, FloorUse, PanelType, RatedForm } from '../../model/emitter.ts';

const list = <K extends string>(labels: Record<K, string>) =>
  Object.entries<string>(labels).map(([value, label]) => ({ value, label }));
const labelsOf = <K extends string>(data: Record<K, { label: string }>) =>
  Object.entries<{ label: string }>(data).map(([value, { label }]) => ({ value, label }));

export const PANEL_CHOICES = labelsOf<PanelType>(PANELS);
export const FORM_CHOICES = list<RatedForm>(RATED_LABELS);
export const SYSTEM_CHOICES = labelsOf<FloorSystem>(FLOOR_DATA);
export const LAYOUT_CHOICES = list({ counterflow: 'Counterflow', serpentine: 'Serpentine' });
export const USE_CHOICES = list<FloorUse>({
  living: 'People stay: 29 °C',
  bathroom: 'Bathroom: 33 °C',
  gentle: 'Gentle: 27 °C',
});

export const LIES_CHOICES = list<Floor['lies']>({ floor: 'The floor', wall: 'A wall', ceiling: 'The ceiling' });
export const SUMMER_CHOICES = list<Emitter['summer']>({
  usual: 'Takes part if it can',
  shut: 'Shut by hand',
});

/** What can be added to a room. */
export const ADD_CHOICES: readonly { value: Emitter['kind'] | RatedForm; label: string }[] = [
  { value: 'panel', label: 'Panel radiator' },
  { value: 'floor', label: 'Floor heating' },
  { value: 'radiator', label: 'Radiator with a rating' },
  { value: 'towel-rail', label: 'Towel rail' },
  { value: 'baseboard', label: 'Baseboard' },
  { value: 'fan-unit', label: 'Fan unit' },
  { value: 'unit-heater', label: 'Unit heater' },
  { value: 'air-coil', label: 'Air coil' },
  { value: 'radiant-panel', label: 'Radiant panel' },
  { value: 'fixed', label: 'Fixed load' },
];
