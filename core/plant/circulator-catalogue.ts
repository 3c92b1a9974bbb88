/** A circulator as a leaflet gives it. */
export interface CirculatorModel {
  id: string;
  label: string;
  /** Fixed speeds as shares of the full speed, fastest first. */
  speeds: readonly number[];
  /** Whether a check valve sits in its outlet. */
  checkValve: boolean;
  /** Points at full speed: flow m3/h, head m, electric power W; flow rising from 0. */
  curve: readonly (readonly [flow: number, head: number, power: number])[];
}

/**
 * Generic circulators, invented for this program: no maker sells them. Each row is the curve at full speed as
 * [flow m3/h, head m, electric power W]; the lower speeds follow by the affinity laws. Shapes and wire-to-water
 * efficiencies (a quarter to a half at best) are what small wet-rotor pumps usually show.
 */
export const CIRCULATORS: readonly CirculatorModel[] = [
  {
    id: 'a3',
    label: 'A3 · 3 m',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 3.0, 16],
      [0.33, 2.9, 22],
      [0.66, 2.68, 26],
      [0.99, 2.34, 29],
      [1.32, 1.88, 33],
      [1.65, 1.29, 35],
      [1.98, 0.56, 37],
      [2.2, 0.0, 37],
    ],
  },
  {
    id: 'a4',
    label: 'A4 · 4 m',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 4.2, 26],
      [0.435, 4.06, 33],
      [0.87, 3.75, 40],
      [1.305, 3.28, 45],
      [1.74, 2.63, 50],
      [2.175, 1.8, 54],
      [2.61, 0.78, 57],
      [2.9, 0.0, 57],
    ],
  },
  {
    id: 'a6',
    label: 'A6 · 6 m',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 6.3, 43],
      [0.54, 6.08, 53],
      [1.08, 5.63, 63],
      [1.62, 4.92, 72],
      [2.16, 3.95, 80],
      [2.7, 2.7, 88],
      [3.24, 1.18, 90],
      [3.6, 0.0, 92],
    ],
  },
  {
    id: 'b6',
    label: 'B6 · 6 m, wide',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 6.1, 62],
      [0.93, 5.89, 78],
      [1.86, 5.45, 93],
      [2.79, 4.77, 107],
      [3.72, 3.82, 118],
      [4.65, 2.62, 128],
      [5.58, 1.14, 133],
      [6.2, 0.0, 135],
    ],
  },
  {
    id: 'b8',
    label: 'B8 · 8 m, wide',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 8.1, 94],
      [1.14, 7.82, 118],
      [2.28, 7.24, 139],
      [3.42, 6.33, 159],
      [4.56, 5.08, 178],
      [5.7, 3.48, 194],
      [6.84, 1.51, 200],
      [7.6, 0.0, 202],
    ],
  },
  {
    id: 'b10',
    label: 'B10 · 10 m, wide',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0.0, 10.2, 138],
      [1.41, 9.85, 174],
      [2.82, 9.12, 206],
      [4.23, 7.97, 235],
      [5.64, 6.4, 263],
      [7.05, 4.38, 286],
      [8.46, 1.9, 296],
      [9.4, 0.0, 298],
    ],
  },
  {
    id: 'c8',
    label: 'C8 · 8 m, flanged',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0, 8.0, 177],
      [2.55, 7.72, 223],
      [5.1, 7.15, 264],
      [7.65, 6.25, 303],
      [10.2, 5.02, 338],
      [12.75, 3.43, 368],
      [15.3, 1.49, 380],
      [17.0, 0.0, 384],
    ],
  },
  {
    id: 'c12',
    label: 'C12 · 12 m, flanged',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0, 12.3, 338],
      [3.3, 11.88, 423],
      [6.6, 10.99, 503],
      [9.9, 9.61, 576],
      [13.2, 7.71, 642],
      [16.5, 5.28, 699],
      [19.8, 2.3, 721],
      [22.0, 0.0, 729],
    ],
  },
  {
    id: 'd10',
    label: 'D10 · 10 m, flanged',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0, 10.4, 583],
      [7.2, 10.04, 732],
      [14.4, 9.3, 869],
      [21.6, 8.13, 997],
      [28.8, 6.52, 1110],
      [36.0, 4.46, 1208],
      [43.2, 1.94, 1249],
      [48.0, 0.0, 1260],
    ],
  },
  {
    id: 'd16',
    label: 'D16 · 16 m, flanged',
    speeds: [1, 0.8, 0.6],
    checkValve: true,
    curve: [
      [0, 16.2, 1163],
      [9.6, 15.64, 1458],
      [19.2, 14.48, 1734],
      [28.8, 12.66, 1986],
      [38.4, 10.16, 2213],
      [48.0, 6.95, 2407],
      [57.6, 3.02, 2487],
      [64.0, 0.0, 2512],
    ],
  },
];
