import type { PartKind } from '../figures/index.ts';
import {
  judgeTogether,
  type FitChoices,
  type FitPart,
  type FitVehicle,
  type Member,
  type Together,
} from '../fit/index.ts';
import {
  USUAL_PRACTICE,
  materialsOf,
  mergeWork,
  workOf,
  type Practice,
  type Work,
} from '../practice/index.ts';
import { agreementWork } from './topics/agreement-topic.ts';
import type { Choices } from './choices.ts';
import { claimsOf } from './topics/claims-topic.ts';
import { coolingWork } from './topics/cooling-topic.ts';
import { depthWork } from './topics/depth-topic.ts';
import { edgeWork } from './topics/edges-topic.ts';
import { differencesOf, faceOf, faceOfBay } from './shapes/face-of-parts.ts';
import type { PlanPart, PlanRecord } from './record.ts';
import { screwWork } from './topics/screws-topic.ts';
import type { Side } from './sides.ts';
import { plugOf, wiringWork } from './topics/wiring-topic.ts';

/** What of the choices the judgement of fit hangs on. */
export const fitChoices = (
  choices: Pick<Choices, 'spacer' | 'fuse' | 'amps' | 'feed' | 'ground'>,
): FitChoices => ({
  spacerMm: choices.spacer,
  fuseA: choices.fuse,
  currentA: choices.amps,
  feedMm: choices.feed,
  groundMm: choices.ground,
});

/** The vehicle as a part meets it, with what was chosen for this fitment. */
export function fitVehicleOf(
  record: Pick<PlanRecord, 'bay' | 'selfShifting' | 'connectors' | 'replaces'> & {
    vehicle: { configuration: Pick<PlanRecord['vehicle']['configuration'], 'airConditioning' | 'steering'> };
  },
  choices: Pick<Choices, 'spacer' | 'fuse' | 'amps' | 'feed' | 'ground'>,
): FitVehicle {
  return {
    figures: record.bay,
    replaces: record.replaces,
    selfShifting: record.selfShifting,
    airConditioning: record.vehicle.configuration.airConditioning,
    steering: record.vehicle.configuration.steering,
    plugs: new Map(record.connectors.map(({ code }) => [code, plugOf(record, code)!])),
    choices: fitChoices(choices),
  };
}

export const fitPartOf = (part: Pick<PlanPart, 'kind' | 'figures'>): FitPart =>
  ({ kind: part.kind, figures: part.figures }) as unknown as FitPart;

/** What goes in and what stays: a part that is on both sides stays, one that only the old side has comes off. */
export function membersOf(old: Side, fresh: Side): Member[] {
  return (['radiator', 'shroud', 'fan', 'kit'] as const).flatMap(
    (kind: PartKind & keyof Side['parts']): Member[] => {
      const part = fresh.parts[kind];
      if (!part) return [];
      return [
        {
          id: part.id,
          part: fitPartOf(part),
          stays: old.parts[kind]?.id === part.id && someNew(old, fresh),
          ...(part.evidence ? { evidence: part.evidence } : {}),
        },
      ];
    },
  );
}
/** Where nothing differs, the parts themselves are what is asked about. */
const someNew = (old: Side, fresh: Side): boolean =>
  (['radiator', 'shroud', 'fan', 'kit'] as const).some(
    (kind) => fresh.parts[kind] && fresh.parts[kind].id !== old.parts[kind]?.id,
  );

/** The judgement of a fitment, without what is only drawn and reckoned beside it: what Match and Sets ask of many. */
export const fitmentOf = (
  record: Parameters<typeof fitVehicleOf>[0],
  members: readonly Member[],
  choices: Parameters<typeof fitVehicleOf>[1],
  practice: Practice = USUAL_PRACTICE,
): Together => judgeTogether(fitVehicleOf(record, choices), members, practice);

/**
 * Everything that follows from a vehicle, what stays, what goes in and what was chosen: verdict, work, materials and
 * each topic of the comparison. Pure, and free of units: sentences are made of it at the end (`findingsOf`). Sums that
 * take long (cooling cases, drives, draws) are prepared here and run beside the view.
 */
export function planOf(
  record: PlanRecord,
  old: Side,
  fresh: Side,
  choices: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const together = fitmentOf(record, membersOf(old, fresh), choices, practice);
  const depth = depthWork(record, old, fresh, choices, practice);
  const edges = edgeWork(record, old, fresh, choices, practice);
  const screws = screwWork(record, fresh, choices, depth.fittedSpacer, practice);
  const wiring = wiringWork(record, fresh, choices, practice);
  const cooling = coolingWork(record, old, fresh, choices, practice);
  const agreement = agreementWork(record, fresh, choices, cooling.boils, practice);
  const hub =
    edges.hub?.ok && edges.hub.value.kind === 'chosen'
      ? [workOf('hub-spacer', 'fan', { to: edges.hub.value.spacerMm })]
      : [];
  const work: Work[] = together.verdict === 'no' ? [] : mergeWork([...together.work, ...hub]);
  return {
    practice,
    old,
    fresh,
    together,
    verdict: together.verdict,
    work,
    materials: materialsOf(work),
    face: {
      bay: faceOfBay(record.bay),
      old: faceOf(old.assembly),
      fresh: faceOf(fresh.assembly),
      differences: differencesOf(old.assembly.radiator, fresh.assembly.radiator),
    },
    /** Rows of everything that goes in, and of what stays where that concerns it. */
    ledger: together.members.flatMap((member) => member.verdict.ledger),
    ...depth,
    ...edges,
    ...screws,
    ...wiring,
    ...cooling,
    ...agreement,
    claims: claimsOf(old, fresh, choices, practice),
  };
}
export type Plan = ReturnType<typeof planOf>;
