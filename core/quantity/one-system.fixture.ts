import type { UnitSystem } from '../../model/quantities.ts';

/** A number with a unit of the other system. */
const OTHER: Record<UnitSystem, RegExp> = {
  us: /(?<![A-Za-z0-9.])(?<!× )-?[\d.]+[\s\u00a0\u202f](°C|K|mm|cm|m\/s|kPa|bar|mbar|L\/h|L\/min|L|W\/m²|W\/K|W\/\(m|m²K\/W|m²|m³|kW|Pa\/m|Pa|kg|m)(?![A-Za-z²³/])/,
  metric: /(?<![A-Za-z0-9.])(?<!\/)-?[\d.]+[\s\u00a0\u202f](°F|ft|ft²|psi|gpm|gal|kBTU\/h|BTU\/h|ft\/s|lb)(?![A-Za-z])/,
};
/** A unit of the other system in a heading: "Flow (L/h)". */
const HEADING: Record<UnitSystem, RegExp> = {
  us: /\((°C|K|mm|cm|m\/s|kPa|bar|mbar|L\/h|L\/min|L|W\/m²|W\/K|m²K\/W|m²|m³|kW|Pa\/m|Pa|kg|m)\)/,
  metric: /\((°F|ft|ft²|psi|gpm|gal|kBTU\/h|BTU\/h|ft\/s|lb|in)\)/,
};
/** Names of pipe sizes are names in both: "22 × 0.9 mm", "3/4 in", "DN 20". */
const SIZES = /\d+(?:\.\d+)? × \d+(?:\.\d+)? mm|DN \d+|\d(?:[- ]\d\/\d|\/\d)? in\b/g;

/** A text without the names of pipe sizes. */
export const withoutSizes = (text: string): string => text.replace(SIZES, '');

/** Whether a text names a quantity in a unit of the other system. */
export const saysOther = (system: UnitSystem, text: string): boolean => {
  const bare = withoutSizes(text);
  return OTHER[system].test(bare) || HEADING[system].test(bare);
};
