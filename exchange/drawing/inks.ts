import type { Ink } from '../../core/drawing/scene/mark.ts';

export const TINTS = ['colour', 'grey'] as const;
export type Tint = (typeof TINTS)[number];

/**
 * Colours of the inks on white paper. In grey, flow is dark and solid and return has a pale core, so that they are told apart as on the
 * screen: by shape, not by colour.
 */
export const PAPER_INKS: Record<Tint, Record<Ink, string>> = {
  colour: {
    flow: '#b3391b',
    back: '#27598a',
    backCore: '#cfe0ee',
    cold: '#1f6b3f',
    coldBack: '#4f621a',
    coldCore: '#f3f6dc',
    metal: '#2a231d',
    tag: '#ffffff',
    board: '#ffffff',
    string: '#75675a',
    stop: '#9c1c1c',
    mend: '#85560a',
    note: '#245f59',
    copper: '#b8602f',
  },
  grey: {
    flow: '#3a3a3a',
    back: '#6e6e6e',
    backCore: '#f2f2f2',
    cold: '#2e2e2e',
    coldBack: '#777777',
    coldCore: '#f2f2f2',
    metal: '#111111',
    tag: '#ffffff',
    board: '#ffffff',
    string: '#666666',
    stop: '#000000',
    mend: '#333333',
    note: '#555555',
    copper: '#555555',
  },
};
