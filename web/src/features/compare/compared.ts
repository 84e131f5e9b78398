import {
  FACE_CHECKS,
  agreementFindings,
  boltFindings,
  changeFindings,
  claimFindings,
  depthFindings,
  differencesOf,
  faceOf,
  faceOfBay,
  impossibleFigures,
  ledgerFindings,
  wiringFindings,
  type Found,
} from '@radiatrix/core/compare';
import type { LedgerRow } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import type { Side } from './side.ts';
import { agreementWork } from './work-agreement.ts';
import { claimsOf } from './work-claims.ts';
import { coolingWork } from './work-cooling.ts';
import { depthWork } from './work-depth.ts';
import { edgeWork } from './work-edges.ts';
import { screwWork, screwsInBox } from './work-screws.ts';
import { wiringWork } from './work-wiring.ts';

/** Swap hazards that are found; all of them are listed with the screws. */
const HAZARDS_FOUND = 2;

/** Everything about a comparison that takes no time to work out, from what is on record and what is asked. */
export function compare(
  bench: Bench,
  old: Side,
  fresh: Side,
  asked: Asked,
  ledger: readonly LedgerRow[],
  units: UnitSystem,
) {
  const { radiator, fan } = fresh.assembly;
  const face = {
    bay: faceOfBay(bench.bay),
    old: faceOf(old.assembly),
    fresh: faceOf(fresh.assembly),
    differences: differencesOf(old.assembly.radiator, radiator),
  };
  const depth = depthWork(bench, old, fresh, asked);
  const edges = edgeWork(bench, old, fresh, asked);
  const screws = screwWork(bench, fresh, asked, depth.fittedSpacer);
  const wiring = wiringWork(bench, fresh, asked);
  const cooling = coolingWork(bench, old, fresh, asked);
  const agreement = agreementWork(bench, fresh, asked, cooling.boils);
  const claims = claimsOf(old, fresh, asked);
  const findings: Found[] = [
    ...(radiator ? impossibleFigures(radiator) : []).map((sentence): Found => ({
      about: 'face',
      word: 'stop',
      sentence,
    })),
    ...ledgerFindings('face', ledger, units),
    ...depthFindings(
      depth.depth.stack,
      depth.depth.cleared,
      { choice: depth.choice, taken: asked.spacer, supplied: depth.fittedSpacer },
      units,
    ),
    ...ledgerFindings('ports', ledger, units),
    ...boltFindings(screws.reaches, screws.hazards.slice(0, HAZARDS_FOUND), units),
    ...changeFindings({ ...edges, loweredMm: depth.lowered, boxScrews: screwsInBox(fresh.parts.fan) }, units),
    ...(fan ? wiringFindings(wiring.plan, wiring.circuit?.ok ? wiring.circuit.value : undefined) : []),
    ...(fan || agreement.settings
      ? agreementFindings(agreement.settings, agreement.broken, agreement.proposal, units)
      : []),
    ...claimFindings(
      claims.flatMap((each) => (each.finding.ok ? [each.finding.value] : [])),
      units,
    ),
  ];
  return {
    old,
    fresh,
    face,
    ledger,
    ...depth,
    ...edges,
    ...screws,
    ...wiring,
    ...cooling,
    ...agreement,
    claims,
    /** All that can be said without a long sum. */
    findings,
  };
}
export type Compared = ReturnType<typeof compare>;

/** Whether a check of the ledger has a place on the face drawing. */
export const onFace = (row: LedgerRow): boolean =>
  FACE_CHECKS.includes(row.check) && row.outcome !== 'not-asked';
