import type { RoomColumn } from './room-edits.ts';

/** A column of the room grid; load by area is what a practitioner checks a load by and cannot be typed. */
export interface GridColumn {
  field: RoomColumn | 'specificLoad';
  label: string;
  /** Least width in px, and whether it takes what room is left. */
  width: number;
  grows: boolean;
  /** Figures stand right. */
  right: boolean;
  /** Always, with the columns that only feed proposals, or where the plant cools. */
  when: 'always' | 'more' | 'cooling';
}

const words = (
  field: RoomColumn,
  label: string,
  width: number,
  grows = false,
  when: GridColumn['when'] = 'always',
): GridColumn => ({
  field,
  label,
  width,
  grows,
  right: false,
  when,
});
const figure = (field: GridColumn['field'], label: string, width: number, when: GridColumn['when'] = 'always'): GridColumn => ({
  field,
  label,
  width,
  grows: false,
  right: true,
  when,
});

export const COLUMNS: readonly GridColumn[] = [
  words('name', 'Room', 150, true),
  words('storey', 'Storey', 100),
  figure('area', 'Area', 84),
  figure('heatLoad', 'Heat load', 110),
  figure('specificLoad', 'Per area', 96),
  figure('roomTemperature', 'Temperature', 104),
  words('circuit', 'Circuit', 150),
  words('emitters', 'Emitters', 210, true),
  words('use', 'Use', 110, false, 'more'),
  words('facing', 'Windows face', 112, false, 'more'),
  figure('coolingLoad', 'Sensible cooling', 112, 'cooling'),
  figure('latentLoad', 'Latent load', 100, 'cooling'),
];

export const isTypedColumn = (field: GridColumn['field']): field is RoomColumn => field !== 'specificLoad';

/** The width of a column as a track of the grid. */
export const widthOf = ({ width, grows }: GridColumn): string => (grows ? `minmax(${width}px, 1fr)` : `${width}px`);
