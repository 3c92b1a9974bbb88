import type { Circuit } from '../../model/job.ts';

/** Whether a stat on the flow of a circuit stops its pump: on mixed circuits, and on floors that take what the source sends. */
export const hasHighLimit = ({ highLimit, connection, emitters }: Circuit): boolean =>
  highLimit && (connection === 'mixed' || emitters === 'floor');
