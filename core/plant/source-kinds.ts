import type { Inside, SourceKind } from '../../model/job.ts';

/** What a kind of source is like, as far as the plant has to know. */
export interface SourceTraits {
  /** Least output it can hold while it runs, as a share of its capacity: usual figures, from memory. */
  leastShare: number;
  /** Hottest water that it usually sends, degrees C: common practice, from memory. */
  mostFlow: number;
  /** A heat pump, and whether it draws on outdoor air, which ices it. */
  heatPump: boolean;
  defrosts: boolean;
  /** Burns something, and boils dry when water is short. */
  flame: boolean;
  /** A fire that no switch puts out. */
  fire: boolean;
  /** Gains from a cool return; is hurt by one. */
  condenses: boolean;
  wantsHotReturn: boolean;
  /** Narrow ways that dirt blocks. */
  delicate: boolean;
  /** Made for drinking water. */
  drinkingWater: boolean;
  /** Gives nothing while the sun is down, and so nothing on the design night. */
  bySun: boolean;
  /** All its heat comes from the cable. */
  electric: boolean;
  /** What its casing usually holds: common practice; look inside. */
  usuallyInside: readonly Inside[];
}

const PLAIN: SourceTraits = {
  leastShare: 1,
  mostFlow: 90,
  heatPump: false,
  defrosts: false,
  flame: false,
  fire: false,
  condenses: false,
  wantsHotReturn: false,
  delicate: false,
  drinkingWater: false,
  bySun: false,
  electric: false,
  usuallyInside: [],
};

export const SOURCE_TRAITS: Record<SourceKind, SourceTraits> = {
  'condensing-boiler': {
    ...PLAIN,
    mostFlow: 85,
    leastShare: 0.2,
    flame: true,
    condenses: true,
    delicate: true,
    usuallyInside: ['vent'],
  },
  'combination-unit': {
    ...PLAIN,
    mostFlow: 80,
    leastShare: 0.2,
    flame: true,
    condenses: true,
    delicate: true,
    usuallyInside: ['pump', 'vessel', 'relief-valve', 'vent', 'low-water-cut-off', 'diverting-valve', 'filling'],
  },
  boiler: { ...PLAIN, flame: true, wantsHotReturn: true },
  'heat-pump': {
    ...PLAIN,
    mostFlow: 60,
    leastShare: 0.35,
    heatPump: true,
    defrosts: true,
    delicate: true,
    usuallyInside: ['pump', 'relief-valve', 'vent'],
  },
  'ground-heat-pump': {
    ...PLAIN,
    mostFlow: 60,
    leastShare: 0.35,
    heatPump: true,
    delicate: true,
    usuallyInside: ['pump', 'relief-valve', 'diverting-valve'],
  },
  electric: {
    ...PLAIN,
    mostFlow: 85,
    leastShare: 0.33,
    electric: true,
    usuallyInside: ['pump', 'vessel', 'relief-valve', 'vent'],
  },
  'solid-fuel': { ...PLAIN, mostFlow: 95, leastShare: 0.5, flame: true, fire: true, wantsHotReturn: true },
  'water-heater': { ...PLAIN, mostFlow: 75, leastShare: 0.5, flame: true, drinkingWater: true, usuallyInside: ['relief-valve'] },
  'instantaneous-heater': { ...PLAIN, mostFlow: 75, leastShare: 0.25, flame: true, delicate: true, drinkingWater: true },
  solar: { ...PLAIN, leastShare: 0, bySun: true },
  district: { ...PLAIN, mostFlow: 110, leastShare: 0, delicate: true },
  'waste-heat': { ...PLAIN, leastShare: 0 },
  other: PLAIN,
};

export const traitsOf = ({ kind }: { kind: SourceKind }): SourceTraits => SOURCE_TRAITS[kind];
