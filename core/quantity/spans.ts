/** J in a kilowatt hour. */
export const KWH = 3.6e6;
/** Seconds in a day. */
export const DAY = 86_400;
