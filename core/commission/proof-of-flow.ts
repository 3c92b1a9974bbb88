import type { FlowFromHead } from './gauges.ts';

/** What a flow that was found says about the flow that is needed. */
export interface FlowProof {
  /** Found beyond needed, as a share of needed. */
  margin: number;
  /** Chance that what flows is at least what is needed, 0..1. */
  odds: number;
  verdict: 'proved' | 'not proved' | 'short';
  /** Relative standard deviation of what was found. */
  doubt: number;
}

/** Chance from which a flow is proved, and below which it is short. */
const PROVED_FROM = 0.95;
const SHORT_BELOW = 0.05;

/** Standard normal distribution, by Abramowitz and Stegun 26.2.17: wrong by 7.5e-8 at most. */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}

/** Whether a flow that was found at full speed is enough. @param needed design flow, m3/s, above 0 */
export function proofOfFlow(found: FlowFromHead, needed: number): FlowProof {
  const odds = normalBelow((found.flow - needed) / Math.max(found.sigma, 1e-12));
  return {
    margin: found.flow / needed - 1,
    odds,
    verdict: odds >= PROVED_FROM ? 'proved' : odds <= SHORT_BELOW ? 'short' : 'not proved',
    doubt: found.flow > 0 ? found.sigma / found.flow : Number.POSITIVE_INFINITY,
  };
}

/** One thing that may lie in the wall, and the flow that would come with it. */
export interface Candidate {
  label: string;
  flow: number;
}

/**
 * Chance of each candidate once a flow was found: each was as likely before as the others, and each is doubted by what plants differ
 * from their drawing.
 * @param spread standard deviation of the flow the drawing tells, as a share
 */
export function oddsOfCandidates(
  found: FlowFromHead,
  candidates: readonly Candidate[],
  spread: number,
): { label: string; odds: number }[] {
  const weights = candidates.map(({ flow }) => {
    const sigma = Math.hypot(found.sigma, spread * flow);
    return Math.exp(-0.5 * ((found.flow - flow) / sigma) ** 2) / sigma;
  });
  const all = weights.reduce((sum, each) => sum + each, 0);
  return candidates.map(({ label }, i) => ({ label, odds: all > 0 ? (weights[i] as number) / all : 1 / candidates.length }));
}
