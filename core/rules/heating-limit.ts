/** Above this outdoors nothing is heated, degrees C: common practice. */
export const HEATING_LIMIT = 16;
