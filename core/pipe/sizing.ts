import type { PipeMaterial, PipeSize } from './catalogue.ts';
import { boreArea, pipeFlow } from './friction.ts';

interface Fluid {
  density: number;
  kinematicViscosity: number;
}

/**
 * Velocity-led choice: the smallest bore in which the water is no faster than wanted.
 * @param volumeFlow m3/s
 * @param fastest m/s
 * @returns undefined when even the largest bore is too small
 */
export function sizeByVelocity(material: PipeMaterial, volumeFlow: number, fastest: number): PipeSize | undefined {
  return material.sizes.find((size) => !size.onlyPinned && volumeFlow / boreArea(size.bore) <= fastest);
}

/**
 * Gradient-led choice: the smallest bore that loses no more than the limit per metre.
 * @param volumeFlow m3/s
 * @param steepest Pa/m
 */
export function sizeByGradient(material: PipeMaterial, volumeFlow: number, steepest: number, fluid: Fluid): PipeSize | undefined {
  return material.sizes.find(
    (size) => !size.onlyPinned && pipeFlow(volumeFlow, size.bore, material.roughness, fluid).gradient <= steepest,
  );
}

/**
 * The velocity at which a bore loses a given pressure per metre, in m/s. The loss rises with the flow all the way
 * (also through the blend between laminar and turbulent), so halving the bracket finds it.
 */
export function velocityAtGradient(gradient: number, bore: number, roughness: number, fluid: Fluid): number {
  let low = 0;
  let high = 20;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (pipeFlow(middle * boreArea(bore), bore, roughness, fluid).gradient > gradient) high = middle;
    else low = middle;
  }
  return low;
}
