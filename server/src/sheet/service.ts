import { VERDICT_WORDS } from '@radiatrix/core/fit';
import { assembleSheet } from '@radiatrix/core/procedure';
import { seesDrafts, type Person, type SheetRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connectorsByCode } from '../connectors/queries.ts';
import { figuresOfBay, figuresOfRevisions } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { judged } from '../match/service.ts';
import { boxOf, partLines } from '../parts/queries.ts';
import { documentOf, procedureHead } from '../procedures/queries.ts';
import { visibleHead } from '../revisions/service.ts';
import { loadVocabulary, proceduresOfBay } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';

/** Concentrate in the mix where no record says otherwise; common practice. */
const USUAL_MIX = 50;

/** Everything an installer needs for one part in one vehicle, on one sheet. */
export async function sheetRecord(
  db: Db,
  vehicleId: number,
  partId: number,
  person: Person,
  procedureId?: number,
): Promise<SheetRecord> {
  const drafts = seesDrafts(person.role);
  const vehicle = await findConfiguration(db, vehicleId);
  const [candidate, [line], procedures, bayRows, vocabulary] = await Promise.all([
    judged(db, vehicleId, partId, person.role),
    partLines(db, { ids: [partId] }, drafts),
    proceduresOfBay(db, vehicle.bayId, drafts),
    figuresOfBay(db, vehicle.bayId),
    loadVocabulary(db),
  ]);
  if (!line) throw notFound('That part');
  const chosen = procedures.find(
    (each) => each.partKind === candidate.kind && (procedureId === undefined || each.id === procedureId),
  );
  if (!chosen)
    throw new ProblemError('not-found', {
      detail: `No ${drafts ? '' : 'released '}procedure for this kind of part is on record for this vehicle yet.`,
    });

  const head = await visibleHead(db, 'procedure', chosen.id, person);
  const [document, about, inTheBox, partRows] = await Promise.all([
    documentOf(db, head.id),
    procedureHead(db, chosen.id, head.id),
    boxOf(db, line.revisionId),
    figuresOfRevisions(db, [line.revisionId]),
  ]);
  const bay = figureSet<'bay'>(bayRows);
  const engine = vocabulary.engines.find((each) => each.id === vehicle.engineId);
  const transmission = vocabulary.transmissions.find((each) => each.id === vehicle.transmissionId);
  const capacity = bay.quantities.coolantCapacity;
  const mix = bay.quantities.coolantMix?.value ?? USUAL_MIX;
  const part = figureSet<'radiator'>(partRows);
  // What goes in changes by the difference of the two radiators' insides, where both are on record.
  const [holds, held] = [part.quantities.insideVolume, bay.quantities.radiatorVolume];
  const insideChangeL = candidate.kind === 'radiator' && holds && held ? holds.value - held.value : 0;
  const plug =
    candidate.kind === 'fan'
      ? [bay.words.fanConnector?.word ?? '', figureSet<'fan'>(partRows).words.fanConnector?.word ?? '']
      : [];
  const sheet = assembleSheet({
    procedure: document!,
    vehicle: {
      airConditioning: vehicle.airConditioning,
      selfShifting: transmission?.kind !== 'manual',
      highVoltage: engine?.fuel === 'hybrid' || engine?.fuel === 'electric',
    },
    changes: candidate.verdict.changes,
    coolant: capacity && {
      capacityL: capacity.value,
      drainYieldL: bay.quantities.drainYield?.value,
      mix,
      insideChangeL,
    },
  });
  const { verdict: _verdict, ...partLine } = candidate;
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    part: { ...partLine, inTheBox },
    procedure: {
      id: chosen.id,
      title: document!.title,
      way: document!.way,
      revision: head.revision,
      state: head.state,
      released:
        head.state === 'released' && about?.releasedAt ? { by: about.author, at: about.releasedAt } : null,
    },
    verdictText: VERDICT_WORDS[candidate.verdict.verdict],
    sheet,
    coolantType: bay.words.coolantType?.word ?? '',
    connectors: await connectorsByCode(db, [...new Set([...sheet.connectors, ...plug])].filter(Boolean)),
    released: head.state === 'released' && candidate.state === 'released',
  };
}
