import type { RatedForm } from '../../model/emitter.ts';

/** Emitters whose fan moves the air: they can cool, and their water needs no gentle temperature. */
const FAN_FORMS: ReadonlySet<RatedForm> = new Set(['fan-unit', 'unit-heater', 'air-coil']);

/** Emitters that may have a cooling rating: coils under a fan, and panels that take heat by radiation alone. */
export const mayCool = (form: RatedForm): boolean => FAN_FORMS.has(form) || form === 'radiant-panel';

export const isFanForm = (form: RatedForm): boolean => FAN_FORMS.has(form);
