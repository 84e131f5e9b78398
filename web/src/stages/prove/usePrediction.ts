import { useMemo } from 'react';
import { sidesOf } from '@radiatrix/core/job';
import { NO_CHOICES, predictPullDown, sideOf, type Choices, type Prediction } from '@radiatrix/core/fitment';
import type { Between, TrialSetUp } from '@radiatrix/core/trial';
import { api } from '../../api/api.ts';
import type { Filling } from '../fill/useFilling.ts';

/**
 * What the cooling sums say of a set-up: parts that the trial says were changed are those that go in, the others those that
 * the vehicle arrived with.
 */
export function usePrediction({ job, practice }: Filling) {
  const sides = useMemo(() => sidesOf(job.state.parts), [job.state.parts]);
  const part = [...new Set([...Object.values(sides.old), ...Object.values(sides.fresh)].filter((id): id is number => id !== undefined))];
  const { data: record } = api.usePlanningQuery({ id: job.vehicle.id, part, job: job.id });
  return (setUp: TrialSetUp, settles: Between, ambientC: number): Prediction | undefined => {
    if (!record) return undefined;
    const { radiator, fan, shroud } = sides.old;
    const ids = {
      radiator: setUp.changes.includes('radiator') ? (sides.fresh.radiator ?? radiator) : (radiator ?? sides.fresh.radiator),
      fan: setUp.changes.includes('fans') ? (sides.fresh.fan ?? fan) : (fan ?? sides.fresh.fan),
      shroud: setUp.changes.includes('shroud') ? (sides.fresh.shroud ?? shroud) : (shroud ?? sides.fresh.shroud),
    };
    return predictPullDown(record, sideOf(record, ids), { ...NO_CHOICES, ...job.state.choices } as Choices, settles, ambientC, practice);
  };
} // prettier-ignore
