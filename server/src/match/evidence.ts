import { claimSentence, speaksOf } from '@radiatrix/core/application';
import type { Evidence } from '@radiatrix/core/fit';
import type { Grade } from '@radiatrix/core/quantity';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type { ClaimRow, PartRow } from '../parts/queries.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';
import type { JudgingRecords } from './judging.ts';

/** What sources and closed jobs say of a part in a vehicle. */
export function claimEvidence(
  part: PartRow,
  vehicle: ConfigurationRow,
  held: readonly ClaimRow[],
  records: JudgingRecords,
  vocabulary: Vocabulary,
): Evidence {
  const listings: Evidence['listings'][number][] = [];
  const listedElsewhere: string[] = [];
  for (const claim of held) {
    if (claim.modelId !== vehicle.modelId) continue;
    const word = speaksOf(claim, vehicle);
    const sentence = claimSentence(claim, vocabulary);
    if (word === 'silent') {
      if (claim.fits) listedElsewhere.push(sentence);
    } else {
      // An exception of a line that says "does not fit" says nothing about fitting.
      if (word === 'excepts' && !claim.fits) continue;
      const says = word === 'excepts' ? 'excepts' : claim.fits ? 'fits' : 'does not fit';
      listings.push({ claimId: claim.id, says, sentence, source: claim.source, grade: claim.grade as Grade });
    }
  }
  return { listings, listedElsewhere, installed: records.installed(part, vehicle.bayId) };
}

/** What sources add to the lines that cover a vehicle, such as "small plug"; a line of other years says nothing here. */
export const claimNotes = (held: readonly ClaimRow[], vehicle: ConfigurationRow): string[] =>
  held.flatMap((claim) =>
    claim.fits && claim.note !== '' && speaksOf(claim, vehicle) === 'covers'
      ? [`${claim.source}: ${claim.note}`]
      : [],
  );

/**
 * What happened on unaltered vehicles of the kind proves nothing about one that was altered, and what was measured
 * on this very vehicle says more than what its type was like.
 */
export const forJob = (evidence: Evidence, job: { alterations: readonly string[] } | undefined): Evidence =>
  job && job.alterations.length > 0
    ? { ...evidence, installed: evidence.installed.map((each) => ({ ...each, altered: true })) }
    : evidence;
