import { claimSentence, contradicts } from '@radiatrix/core/application';
import {
  seesDrafts,
  type NewClaim,
  type NewPart,
  type PartDetails,
  type PartRecord,
  type Person,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions } from '../figures/queries.ts';
import { figureRecord } from '../figures/service.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { draftFor } from '../revisions/service.ts';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { loadVocabulary, photosOf, sourceLines } from '../vehicles/queries.ts';
import {
  boxOf, claims, copyRevision, deleteClaims, insertClaim, insertPart, insertRevision, interchangeOf, lockPart, outcomes, partIdByNumber, partLines,
  revisionsOf, saveDetails, saveInterchange, saveSupersession, successionOf,
} from './queries.ts'; // prettier-ignore

export async function partRecord(db: Db, id: number, person: Person): Promise<PartRecord> {
  const drafts = seesDrafts(person.role);
  const [row] = await partLines(db, { ids: [id] }, drafts);
  if (!row) throw notFound('That part');
  const [figures, inTheBox, numbers, succession, revisions, held, installed, vocabulary, photos] =
    await Promise.all([
      figuresOfRevisions(db, [row.revisionId]),
      boxOf(db, row.revisionId),
      interchangeOf(db, row.revisionId),
      successionOf(db, row, drafts),
      revisionsOf(db, id),
      claims(db, { partIds: [id] }),
      outcomes(db, { partId: id }),
      loadVocabulary(db),
      photosOf(db, 'partId', id),
    ]);
  const { authorId: _author, ...line } = row;
  return {
    ...line,
    figures: figures.map(figureRecord),
    inTheBox,
    interchange: numbers,
    ...succession,
    photos,
    revisions: revisions.filter((revision) => drafts || revision.state === 'released'),
    claims: held.map((claim) => ({
      id: claim.id,
      tag: claimTag(claim),
      sentence: claimSentence(claim, vocabulary),
      fits: claim.fits,
      source: claim.source,
      grade: claim.grade,
      note: claim.note,
      stamp: { by: claim.by, at: claim.at },
    })),
    installed: installed.map(({ result, vehicle, note, on, altered }) => ({
      result,
      vehicle,
      note,
      on,
      altered,
    })),
  };
}

export async function createPart(
  db: Db,
  { number, maker, kind, description }: NewPart,
  person: Person,
): Promise<number> {
  const id = await insertPart(db, { number, maker, kind });
  await insertRevision(db, { partId: id, kind, revision: 1, personId: person.id, description });
  return id;
}

/** The draft revision that an edit of a part goes into. */
export const partDraft = (db: Db, id: number, person: Person, ifMatch: string): Promise<number> =>
  draftFor(
    db,
    'part',
    id,
    person,
    ifMatch,
    (released) => copyRevision(db, released, person.id),
    () => partRecord(db, id, person),
  );

export async function storeDetails(
  db: Db,
  id: number,
  revisionId: number,
  details: PartDetails,
): Promise<void> {
  await saveDetails(db, revisionId, details);
  await saveInterchange(db, revisionId, details.interchange);
  const oldId = details.supersedes === '' ? undefined : await partIdByNumber(db, details.supersedes);
  const wrong = (message: string) =>
    new ProblemError('invalid', { fields: [{ path: 'supersedes', message }] });
  if (details.supersedes !== '' && oldId === undefined)
    throw wrong(`No part ${details.supersedes} is on record.`);
  if (oldId === id) throw wrong('A part cannot take its own place.');
  await saveSupersession(db, revisionId, oldId);
}

/** Records what a source says. One source may not contradict itself; several may disagree. */
export async function addClaim(db: Db, partId: number, claim: NewClaim): Promise<number> {
  // Two lines that contradict each other must not be weighed side by side, each against a catalogue without the other.
  await lockPart(db, partId);
  const [held, vocabulary] = await Promise.all([
    claims(db, { partIds: [partId], modelId: claim.modelId, sourceId: claim.sourceId }),
    loadVocabulary(db),
  ]);
  const model = vocabulary.models.find((candidate) => candidate.id === claim.modelId);
  if (!model)
    throw new ProblemError('invalid', {
      fields: [{ path: 'modelId', message: 'That model is not on record.' }],
    });
  if (claim.years[0] < model.life[0] || claim.years[1] > model.life[1])
    throw new ProblemError('invalid', {
      fields: [
        {
          path: 'years',
          message: `The ${model.name} was built for ${model.life[0]} to ${model.life[1]}; a claim about a vehicle that never was is not kept.`,
        },
      ],
    });
  const against = held.find((other) => contradicts({ ...claim, id: 0, partId }, other));
  if (against)
    throw new ProblemError('conflict', {
      detail: `${against.source} already says the opposite: “${claimSentence(against, vocabulary)}”. One source does not contradict itself.`,
    });
  await claimTouch(db, partId, undefined, { ...claim, id: 0, partId }, vocabulary);
  return insertClaim(db, partId, claim);
}

const claimTag = ({ id, at }: { id: number; at: string }): string => `${id}.${Date.parse(at)}`;

type Said = Parameters<typeof claimSentence>[0] & { sourceId: number; note?: string };

/** What a claim says of a part that everybody sees is reviewed; one of a part still in draft comes to light with it. */
export const claimTouch = (
  db: Db,
  partId: number,
  before: Said | undefined,
  after: Said | undefined,
  vocabulary: Vocabulary,
): Promise<void> =>
  touches(async () => {
    if (!(await everybodySees(db, 'part', partId))) return undefined;
    const [line] = await partLines(db, { ids: [partId] }, true);
    const sources = await sourceLines(db);
    const said = sources.find(({ id }) => id === (after ?? before)!.sourceId);
    const says = (each: Said | undefined): string =>
      each
        ? `${each.fits ? 'fits ' : ''}${claimSentence(each, vocabulary)}${each.note ? ` (${each.note})` : ''}`
        : '';
    return {
      title: after ? `${line!.number} ${says(after)}` : `${line!.number}, no longer said: ${says(before)}`,
      about: 'part',
      id: partId,
      changes: [
        {
          ...changeOf(said?.name ?? '', says(before), says(after)),
          support: said ? `${said.kind}, grade ${said.grade}` : '',
        },
      ],
    };
  });

/** Takes a source's claim away. */
export async function dropClaim(db: Db, id: number, ifMatch: string): Promise<void> {
  const [claim] = await claims(db, { ids: [id] });
  if (!claim) throw notFound('That claim');
  if (claimTag(claim) !== ifMatch)
    throw new ProblemError('stale', {
      detail: 'Somebody changed this line in the meantime; look at it again.',
    });
  await claimTouch(db, claim.partId, claim, undefined, await loadVocabulary(db));
  await deleteClaims(db, [id]);
}
