import type { PanelType } from '../../model/emitter.ts';
import { type EmitterLaw, lawOfRating } from './law.ts';

interface PanelData {
  label: string;
  /** W per metre of length at 600 mm height, 75/65/20. */
  output: number;
  exponent: number;
  /** m from front to back, and litres per metre of length at 600 mm. */
  depth: number;
  litres: number;
}

/**
 * Panel radiators, invented but usual: no maker sells them. Outputs, exponents and depths are the middle of what data
 * sheets give, from memory; the data sheet of the radiator at hand is better (enter it as one with a rating).
 */
export const PANELS: Record<PanelType, PanelData> = {
  '1-0': { label: '1 panel', output: 600, exponent: 1.28, depth: 0.047, litres: 2.7 },
  '1-1': { label: '1 panel, 1 convector', output: 990, exponent: 1.3, depth: 0.061, litres: 2.8 },
  '2-0': { label: '2 panels', output: 1000, exponent: 1.3, depth: 0.063, litres: 5.4 },
  '2-1': { label: '2 panels, 1 convector', output: 1300, exponent: 1.32, depth: 0.066, litres: 5.5 },
  '2-2': { label: '2 panels, 2 convectors', output: 1700, exponent: 1.33, depth: 0.102, litres: 5.5 },
  '3-3': { label: '3 panels, 3 convectors', output: 2390, exponent: 1.33, depth: 0.157, litres: 8.2 },
};

/** Output grows a little slower than the height: the air is warmer further up. */
const HEIGHT_EXPONENT = 0.8;
const HEIGHT = 0.6;

/** Rated output of a panel radiator at 75/65/20, W. @param height @param length of its face, m */
export const panelOutput = (type: PanelType, height: number, length: number): number =>
  PANELS[type].output * length * (height / HEIGHT) ** HEIGHT_EXPONENT;

export const panelLaw = (type: PanelType, height: number, length: number): EmitterLaw =>
  lawOfRating(panelOutput(type, height, length), 75, 65, 20, PANELS[type].exponent);

/** Water in it, m3. */
export const panelContent = (type: PanelType, height: number, length: number): number =>
  (PANELS[type].litres * length * (height / HEIGHT)) / 1000;
