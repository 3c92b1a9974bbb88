import type { Job } from '../../model/job.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import type { SourceBranch } from '../plan/plan.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/**
 * Sources that heat a water of their own in a run: those that do not stand beside the first, and by a tank those that the sun drives.
 * These charge the tank whenever the sun shines, whoever calls.
 */
export function withOwnWater(job: Job): SourceBranch[] {
  const piping = pipingOf(job);
  const own = new Set([...piping.elsewhere.map(({ id }) => id), ...bySunIntoTank(job)]);
  return piping.plan.branches.filter((each): each is SourceBranch => each.kind === 'source' && own.has(each.id));
}

/** Ids of sources by the sun that stand beside the first before a tank. */
export function bySunIntoTank(job: Job): string[] {
  const piping = pipingOf(job);
  const { lead, plan } = piping;
  if (!piping.between().traits.stores) return [];
  const suns = new Set(
    job.furtherSources.filter((each) => traitsOf(each).bySun && each.order === 'together').map(({ id }) => id),
  );
  return plan.branches.flatMap((each) => (each.kind === 'source' && each.at === lead.at && suns.has(each.id) ? [each.id] : []));
}
