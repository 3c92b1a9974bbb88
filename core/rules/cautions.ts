/** Words of caution that several papers share. */
export const CAUTIONS = {
  electric: 'A qualified person wires, under the local code. Switch off and lock off all poles before a cover is opened.',
  pressure: 'Water under pressure and up to its hottest scalds. Let the plant cool and rest before anything is opened.',
  gas: 'Work on gas, oil and flues is for licensed persons alone.',
  drinking: 'Filling from the main goes through a protection against backflow that the local code asks for.',
  drill: 'Do not drill, nail or screw into these floors and the walls over the manifolds.',
  estimate: 'Lines marked “estimated” are counted off the drawing, not measured: check them on site before buying.',
} as const;
