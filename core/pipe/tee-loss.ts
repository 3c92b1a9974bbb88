/** What a tee of 90 degrees takes, as loss coefficients referred to the velocity of the combined flow in the straight bore. */
export interface TeeLoss {
  run: number;
  branch: number;
}

/**
 * Loss coefficients of a tee whose water parts: straight on, and round the corner into the branch.
 *
 * Crane Technical Paper 410 (2009), for 90 degrees and equal straight bores. Negative where the leg that goes straight on
 * is slowed more than it is disturbed: part of the lost velocity comes back as pressure.
 * @param branchShare flow of the branch / combined flow, 0..1
 * @param boreRatio bore of the branch / straight bore, above 0
 */
export function partingTee(branchShare: number, boreRatio: number): TeeLoss {
  const area = boreRatio * boreRatio;
  const squeezed = branchShare / area;
  const narrow = boreRatio <= 2 / 3;
  const g = area <= 2 / 3 ? 1 : 1 + 0.3 * branchShare * branchShare;
  const m = area <= 0.4 ? 0.4 : (branchShare <= 0.5 ? 2 : 0.3) * (2 * branchShare - 1);
  return { run: m * branchShare * branchShare, branch: g * (1 + (narrow ? 1 : 0.3) * squeezed * squeezed) };
}

/**
 * Loss coefficients of a tee whose waters join: from the straight inlet, and from the branch. Crane Technical Paper 410
 * (2009), as `partingTee`. The branch is drawn along, K below 0, while it brings little.
 */
export function joiningTee(branchShare: number, boreRatio: number): TeeLoss {
  const area = boreRatio * boreRatio;
  const squeezed = branchShare / area;
  const c = area <= 0.35 ? 1 : branchShare <= 0.4 ? 0.9 * (1 - branchShare) : 0.55;
  return {
    run: 1.55 * branchShare - branchShare * branchShare,
    branch: c * (1 + squeezed * squeezed - 2 * (1 - branchShare) ** 2),
  };
}
