import type { RoomColumn } from './room-edits.ts';

/** A column of the room grid; load by area is what a practitioner checks a load by and cannot be typed. */
export interface GridColumn {
  field: RoomColumn | 'specificLoad';
  label: string;
  /** Least width in px, and how many parts of what room is left it takes. */
  width: number;
  grows: number;
  /** Figures stand right. */
  right: boolean;
  /** Always, with the columns that only feed proposals, or where the plant cools. */
  when: 'always' | 'more' | 'cooling' | 'more-or-cooling';
}

const words = (field: RoomColumn, label: string, width: number, grows = 0, when: GridColumn['when'] = 'always'): GridColumn => ({
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
  grows: 0,
  right: true,
  when,
});

export const COLUMNS: readonly GridColumn[] = [
  words('name', 'Room', 150, 2),
  words('storey', 'Storey', 100),
  figure('area', 'Area', 84),
  figure('heatLoad', 'Heat load', 110),
  figure('specificLoad', 'Per area', 96),
  figure('roomTemperature', 'Temperature', 104),
  words('circuit', 'Circuit', 150, 1),
  words('emitters', 'Emitters', 210, 3),
  words('use', 'Use', 110, 0, 'more'),
  words('facing', 'Windows face', 112, 0, 'more-or-cooling'),
  figure('coolingLoad', 'Sensible cooling', 112, 'cooling'),
  figure('latentLoad', 'Latent load', 100, 'cooling'),
  figure('sunShare', 'Of it sun', 92, 'cooling'),
];

export const isTypedColumn = (field: GridColumn['field']): field is RoomColumn => field !== 'specificLoad';

/** The width of a column as a track of the grid. */
export const widthOf = ({ width, grows }: GridColumn): string => (grows > 0 ? `minmax(${width}px, ${grows}fr)` : `${width}px`);

/** What a column is called. */
export const labelOf = (column: RoomColumn): string => COLUMNS.find(({ field }) => field === column)?.label ?? column;
