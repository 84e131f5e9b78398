import type { ModulatedFans, Place, StagedFans } from './fan-control.ts';

/** Ways fans are driven where no more than their temperatures is known; common practice. */
export const USUAL_CONTROL = {
  /** A modulated fan runs at no less than this share once it is on. */
  lowestDuty: 0.2,
  /** Above where it comes on, to full duty. */
  rampK: 10,
  /** With the A/C on, at least. */
  dutyWithAc: 0.5,
  /** Slow speed of a single fan, as a share. */
  slow: 0.6,
} as const;

interface Fans {
  count: number;
  /** All of them at full speed. */
  currentA: number;
}
type OnOff = readonly { onC: number; offC: number }[];

/**
 * Fans switched in stages: the slow stage of two fans is one of them; of one fan, a lower speed, whose current goes with
 * its cube. The last stage is all of them.
 */
export const stagedControl = (place: Place, stages: OnOff, { count, currentA }: Fans): StagedFans => ({
  kind: 'stages',
  place,
  withAc: 0,
  stages: stages.map((stage, i) => {
    if (i === stages.length - 1)
      return { ...stage, speeds: Array.from({ length: count }, () => 1), currentA };
    return count > 1
      ? {
          ...stage,
          speeds: Array.from({ length: count }, (_, n) => (n === 0 ? 1 : 0)),
          currentA: currentA / count,
        }
      : { ...stage, speeds: [USUAL_CONTROL.slow], currentA: currentA * USUAL_CONTROL.slow ** 3 };
  }),
});

/** Fans driven by duty from where the first stage would come on. @param stages one or more */
export function modulatedControl(
  place: Place,
  stages: OnOff,
  { count, currentA }: Fans,
  rampK: number = USUAL_CONTROL.rampK,
): ModulatedFans {
  const [first] = stages;
  if (!first) throw new RangeError('no stage is given');
  return {
    kind: 'modulated',
    place,
    fromC: first.onC,
    fullC: first.onC + rampK,
    hysteresisK: first.onC - first.offC,
    lowestDuty: USUAL_CONTROL.lowestDuty,
    count,
    currentA,
    withAc: USUAL_CONTROL.dutyWithAc,
  };
}
