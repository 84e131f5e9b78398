import { claimSentence } from '@radiatrix/core/application';
import type { Change } from '@radiatrix/contract';
import { reviewWords } from '@radiatrix/words/en/review';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions } from '../figures/queries.ts';
import { figureRecord } from '../figures/service.ts';
import { boxOf, claims } from '../parts/queries.ts';
import { changeOf } from '../proposals/touched.ts';
import type { RevisionHead } from '../revisions/queries.ts';
import { loadVocabulary, photosOf } from '../vehicles/queries.ts';
import { detailChanges, figureChanges } from './changes.ts';
import { releasedTitle, revisionTexts } from './queries.ts';

/** What a draft of a part changes against its released revision. */
export async function partChanges(
  db: Db,
  id: number,
  open: RevisionHead,
  released: RevisionHead | undefined,
) {
  const rows = await revisionTexts(db, id);
  const figures = await figuresOfRevisions(db, [open.id, ...(released ? [released.id] : [])]);
  const of = (head: RevisionHead | undefined) =>
    figures.filter((figure) => figure.partRevisionId === head?.id).map(figureRecord);
  const details = async (head: RevisionHead) => ({
    ...rows.find((row) => row.id === head.id)!,
    inTheBox: await boxOf(db, head.id),
  });
  const after = await details(open);
  return {
    title: (await releasedTitle(db, 'part', id)) ?? '',
    changes: [
      ...detailChanges(released && (await details(released)), after),
      ...figureChanges(after.kind, of(released), of(open)),
      // What sources say of a part, and its pictures, come to light with its first release.
      ...(released ? [] : await comesToLight(db, id)),
    ],
    blocking: [] as string[],
    remarks: of(open).length === 0 ? [reviewWords('no-figures')] : [],
  };
}

async function comesToLight(db: Db, partId: number): Promise<Change[]> {
  const [held, photos, vocabulary] = await Promise.all([
    claims(db, { partIds: [partId] }),
    photosOf(db, 'partId', partId),
    loadVocabulary(db),
  ]);
  return [
    ...held.map((claim) => ({
      ...changeOf(reviewWords('said-to-fit'), '', claimSentence(claim, vocabulary)),
      support: `${claim.source}, grade ${claim.grade}`,
    })),
    ...photos.map((photo) =>
      changeOf(reviewWords('photograph'), '', photo.caption || reviewWords('no-caption')),
    ),
  ];
}
