import { normalQuantile } from '../trial/index.ts';

/** How long something was seen to run, and whether that was its end. */
export interface Life {
  /** Days, kilometres: at least 0. */
  time: number;
  failed: boolean;
  /** What it shares its fate with: failures within one are not independent. */
  cluster: string;
}

export interface SurvivalStep {
  time: number;
  atRisk: number;
  failed: number;
  /** Share that is still at work after this time. */
  share: number;
  /** Standard error of the share: Greenwood's, or that of clusters. */
  se: number;
  lo: number;
  hi: number;
}

const mustBeTime = (time: number): void => {
  if (!(time >= 0 && Number.isFinite(time))) throw new RangeError(`${time} is no time that something ran`);
};

/**
 * Share at work over time, those still running counted to when they were last seen (Kaplan and Meier 1958). Where lives
 * share a vehicle the standard error is that of the vehicles: the infinitesimal jackknife summed within each, as R's
 * `survfit` with `cluster`; where each is alone it is Greenwood's (1926) to rounding. Limits by log(−log), as R's
 * `conf.type = "log-log"`.
 *
 * @throws RangeError where a time is below 0 or no number
 */
export function kaplanMeier(lives: readonly Life[], confidence = 0.95): SurvivalStep[] {
  lives.forEach(({ time }) => mustBeTime(time));
  const z = normalQuantile(1 - (1 - confidence) / 2);
  const clusters = new Map<string, number>();
  for (const { cluster } of lives) if (!clusters.has(cluster)) clusters.set(cluster, clusters.size);
  const ordered = [...lives].sort((a, b) => a.time - b.time);
  const times = [...new Set(ordered.filter(({ failed }) => failed).map(({ time }) => time))];
  // Of each life the influence on log share so far: −1/(n − d) at its failure, +d/(n (n − d)) while it was at risk.
  const influence = new Float64Array(ordered.length);
  const sums = new Float64Array(clusters.size);
  const steps: SurvivalStep[] = [];
  let share = 1;
  for (const time of times) {
    const failed = ordered.filter((life) => life.failed && life.time === time).length;
    const from = ordered.findIndex((life) => life.time >= time);
    const atRisk = ordered.length - from;
    share *= 1 - failed / atRisk;
    const left = atRisk - failed;
    sums.fill(0);
    for (let at = 0; at < ordered.length; at += 1) {
      const life = ordered[at]!;
      if (at >= from && left > 0)
        influence[at]! += failed / (atRisk * left) - (life.failed && life.time === time ? 1 / left : 0);
      sums[clusters.get(life.cluster)!]! += influence[at]!;
    }
    // With none left the share is 0, and nothing is known of what it may be off by.
    const seLog = left > 0 ? Math.sqrt(sums.reduce((sum, each) => sum + each * each, 0)) : NaN;
    const swing = (z * seLog) / Math.log(share);
    steps.push({
      time, atRisk, failed, share, se: share * seLog,
      lo: left > 0 ? share ** Math.exp(-swing) : NaN,
      hi: left > 0 ? share ** Math.exp(swing) : NaN,
    }); // prettier-ignore
  }
  return steps;
}

/** Share at work after a time; 1 before the first failure. */
export const shareAt = (steps: readonly SurvivalStep[], time: number): number =>
  steps.findLast((step) => step.time <= time)?.share ?? 1;

/** The same share from lives that are counted together, without what it may be off by: for thousands of others of a kind. */
export function shareOverTime(groups: readonly { time: number; failed: boolean; count: number }[]): { time: number; share: number }[] {
  let atRisk = groups.reduce((sum, { count }) => sum + count, 0);
  let share = 1;
  const steps: { time: number; share: number }[] = [];
  const times = [...new Set(groups.map(({ time }) => time))].sort((a, b) => a - b);
  const at = new Map<number, { failed: number; left: number }>();
  for (const { time, failed, count } of groups) {
    mustBeTime(time);
    const own = at.get(time) ?? { failed: 0, left: 0 };
    if (failed) own.failed += count;
    else own.left += count;
    at.set(time, own);
  }
  for (const time of times) {
    const { failed, left } = at.get(time)!;
    if (failed > 0) {
      share *= 1 - failed / atRisk;
      steps.push({ time, share });
    }
    atRisk -= failed + left;
  }
  return steps;
} // prettier-ignore
