/** Units of US practice in SI: exact by definition (NIST SP 811). */
export const PSI = 6894.757293168;
export const FOOT = 0.3048;
export const GALLON_PER_MINUTE = 3.785411784e-3 / 60;
