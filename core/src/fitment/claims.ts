import { freePowerW, leastFreeFlowM3S } from '../cooling/index.ts';
import { combined } from '../figures/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a seller says, held against what would have to be true. SI where not named. */
export type ClaimFinding =
  | { kind: 'total'; claimed: number; sum: number; holds: boolean }
  | {
      kind: 'airflow';
      /** m³/h */
      claimedM3H: number;
      airPowerW: number;
      drawnW: number;
      verdict: 'holds' | 'not-credible' | 'impossible' | 'too-little';
      /** Less than this goes through no axial fan of that power, m³/h: its pressure would be that of a blower. */
      leastM3H: number;
      /** The most that the power drawn could move, and what a real set does, m³/h. */
      mostM3H: number;
      usualM3H: number;
      /** Shares of the power drawn that a real set turns into air power: usually, and at most. */
      usualShare: number;
      mostShare: number;
      /** Current that the claim would need at the usual share. */
      needsA: number;
    }
  | { kind: 'area'; claimedMm2: number; worksOutMm2: number; holds: boolean; heightWouldBeMm: number }
  | { kind: 'volume'; claimedMm3: number; worksOutMm3: number; holds: boolean; thicknessWouldBeMm: number }
  | { kind: 'same-fit'; oldMm: number; newMm: number; u: number; holds: boolean };

const close = (a: number, b: number, { claimRounds }: Practice): boolean =>
  Math.abs(a - b) <= claimRounds * Math.max(Math.abs(a), Math.abs(b));
const positive = (...values: number[]): void => {
  if (!values.every((value) => value > 0 && Number.isFinite(value)))
    throw new RangeError('every figure is more than nothing');
};

export function checkTotal(
  parts: readonly number[],
  claimed: number,
  practice: Practice = USUAL_PRACTICE,
): ClaimFinding {
  positive(claimed, ...parts);
  const sum = parts.reduce((all, part) => all + part, 0);
  return { kind: 'total', claimed, sum, holds: close(sum, claimed, practice) };
}

/**
 * Airflow against electric power. Air power at free delivery is at least half density times area times velocity cubed,
 * over all discs, no diffuser: more than is drawn cannot be, more of it than practice takes for the most is not credible. So
 * little that the power would have to become the pressure of a blower is not the airflow of that fan either.
 */
export function checkAirflow(
  claim: {
    airflowM3H: number;
    count: number;
    diameterMm: number;
    voltageV: number;
    currentA: number;
  },
  practice: Practice = USUAL_PRACTICE,
): ClaimFinding {
  const { airflowM3H, count, diameterMm, voltageV, currentA } = claim;
  positive(airflowM3H, count, diameterMm, voltageV, currentA);
  const area = count * (Math.PI / 4) * (diameterMm / 1000) ** 2;
  const drawn = voltageV * currentA;
  const airPower = freePowerW(airflowM3H / 3600, area);
  const flowAt = (power: number): number => airflowM3H * Math.cbrt(power / airPower);
  const leastM3H = 3600 * count * leastFreeFlowM3S((practice.airShareUsual * drawn) / count);
  return {
    kind: 'airflow',
    claimedM3H: airflowM3H,
    airPowerW: airPower,
    drawnW: drawn,
    verdict:
      airPower > drawn
        ? 'impossible'
        : airPower > practice.airShareMost * drawn
          ? 'not-credible'
          : airflowM3H < leastM3H
            ? 'too-little'
            : 'holds',
    leastM3H,
    mostM3H: flowAt(practice.airShareMost * drawn),
    usualM3H: flowAt(practice.airShareUsual * drawn),
    usualShare: practice.airShareUsual,
    mostShare: practice.airShareMost,
    needsA: airPower / practice.airShareUsual / voltageV,
  };
}

export function checkArea(
  claimedMm2: number,
  widthMm: number,
  heightMm: number,
  practice: Practice = USUAL_PRACTICE,
): ClaimFinding {
  positive(claimedMm2, widthMm, heightMm);
  const area = widthMm * heightMm;
  return {
    kind: 'area',
    claimedMm2,
    worksOutMm2: area,
    holds: close(area, claimedMm2, practice),
    heightWouldBeMm: claimedMm2 / widthMm,
  };
}

export function checkVolume(
  claimedMm3: number,
  faceMm2: number,
  thicknessMm: number,
  practice: Practice = USUAL_PRACTICE,
): ClaimFinding {
  positive(claimedMm3, faceMm2, thicknessMm);
  const volume = faceMm2 * thicknessMm;
  return {
    kind: 'volume',
    claimedMm3,
    worksOutMm3: volume,
    holds: close(volume, claimedMm3, practice),
    thicknessWouldBeMm: claimedMm3 / faceMm2,
  };
}

/** "Same fit" with another depth: the difference against what the two figures may be off by. */
export function checkSameFit(
  oldDepth: { value: number; u: number },
  newDepth: { value: number; u: number },
): ClaimFinding {
  positive(oldDepth.value, newDepth.value);
  const u = combined(oldDepth.u, newDepth.u);
  return {
    kind: 'same-fit',
    oldMm: oldDepth.value,
    newMm: newDepth.value,
    u,
    holds: Math.abs(newDepth.value - oldDepth.value) <= Math.max(u, 1),
  };
}
