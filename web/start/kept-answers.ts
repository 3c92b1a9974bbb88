import type { UnitSystem } from '../../model/quantities.ts';

const KEY = 'start:system';

/** Units of the last job that was started here: a person works in one system. */
export function keptSystem(): UnitSystem {
  try {
    return localStorage.getItem(KEY) === 'us' ? 'us' : 'metric';
  } catch {
    return 'metric';
  }
}

export function keepSystem(system: UnitSystem): void {
  try {
    localStorage.setItem(KEY, system);
  } catch {
    // Without storage it is asked again.
  }
}
