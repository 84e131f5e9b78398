import { USUAL_PRACTICE, statedV, type Practice } from '../../practice/index.ts';
import { attempt, type Attempt } from '../attempt.ts';
import type { Choices } from '../choices.ts';
import {
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  type ClaimFinding,
} from '../claims.ts';
import { fanRatingOf } from '../../fit/index.ts';
import type { Side } from '../sides.ts';

export interface NamedClaim {
  label: string;
  finding: Attempt<ClaimFinding>;
}

/** What is claimed on record and what was written in, each held against what would have to be true. */
export function claimsOf(
  old: Side,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
): NamedClaim[] {
  const claims: NamedClaim[] = [];
  const add = (label: string, work: () => ClaimFinding): void => {
    claims.push({ label, finding: attempt(work) });
  };
  const rated = fresh.assembly.fan && fanRatingOf(fresh.assembly.fan, undefined, practice);
  if (rated?.airflowM3H !== undefined && rated.currentA !== undefined) {
    const { airflowM3H, currentA } = rated;
    add(`Airflow of ${fresh.parts.fan!.number}`, () =>
      checkAirflow({ ...rated, airflowM3H, currentA }, practice),
    );
  }
  const [oldQ, newQ] = [old.assembly.radiator?.quantities, fresh.assembly.radiator?.quantities];
  if (oldQ?.thickness && newQ?.thickness && old.parts.radiator !== fresh.parts.radiator)
    add(`${fresh.parts.radiator!.number} as the same fit as ${old.parts.radiator!.number}`, () =>
      checkSameFit(oldQ.thickness!, newQ.thickness!),
    );
  const said = asked.claims;
  if (said.total !== undefined && said.each !== undefined)
    add('Total of the fans, as written in', () =>
      checkTotal(
        Array.from({ length: Math.min(8, Math.max(1, Math.round(said.count ?? 2))) }, () => said.each!),
        said.total!,
        practice,
      ),
    );
  if (said.flow !== undefined && said.amps !== undefined && said.disc !== undefined)
    add('Airflow, as written in', () =>
      checkAirflow(
        {
          airflowM3H: said.flow!,
          count: Math.round(said.count ?? 1),
          diameterMm: said.disc!,
          voltageV: said.volts ?? statedV('12', practice),
          currentA: said.amps!,
        },
        practice,
      ),
    );
  if (said.area !== undefined && said.wide !== undefined && said.high !== undefined)
    add('Core area, as written in', () => checkArea(said.area! * 100, said.wide!, said.high!, practice));
  if (
    said.space !== undefined &&
    said.wide !== undefined &&
    said.high !== undefined &&
    said.thick !== undefined
  )
    add('Core volume, as written in', () =>
      checkVolume(said.space! * 1e6, said.wide! * said.high!, said.thick!, practice),
    );
  return claims;
}
