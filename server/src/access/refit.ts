import { refitOf, type Refit, type RefitPart } from '@radiatrix/core/access';
import type { PartKind } from '@radiatrix/core/figures';
import type { Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import type { JobHand } from '../jobs/service.ts';
import { loadJudging } from '../match/judging.ts';

type Words = Readonly<Record<string, { word: string } | undefined>>;

/**
 * What the parts of a job make of the way back in its vehicle; without a job, what the vehicle's record says of its hub.
 * Parts that this reader may not see play no part.
 */
export async function refitFor(
  db: Db,
  job: Pick<JobHand, 'state'> | undefined,
  vehicle: { bayId: number; airConditioning: boolean },
  role: Role,
): Promise<Refit> {
  const chosen = (job?.state.parts ?? []).filter(({ state }) => state !== 'sent back');
  const records = await loadJudging(db, [vehicle.bayId], chosen.map(({ partId }) => partId), role); // prettier-ignore
  const words = new Map(
    records.parts.map((part) => [part.id, { number: part.number, words: records.fitPart(part).figures.words as Words }]), // prettier-ignore
  );
  const parts = chosen.flatMap(({ partId, kind, role: does }): RefitPart[] => {
    const own = words.get(partId);
    if (!own) return [];
    const word = (key: string): string | undefined => own.words[key]?.word;
    return [
      {
        number: own.number,
        kind: kind as PartKind,
        role: does,
        drivenBy: word('drivenBy'),
        hubThread: word('hubThread'),
        probe: word('probe'),
        acRequest: word('acRequest'),
      },
    ];
  });
  const bay = records.bay(vehicle.bayId).words as Words;
  return refitOf(parts, {
    fanDrivenBy: bay.fanDrivenBy?.word,
    hubThread: bay.hubThread?.word,
    airConditioning: vehicle.airConditioning,
  });
}
