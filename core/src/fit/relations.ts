import { chanceClear, chanceWithin, combined, type PartKind, type QuantityFigure } from '../figures/index.ts';
import {
  USUAL_PRACTICE,
  workKey,
  workOf,
  type Practice,
  type PracticeName,
  type Work,
  type WorkCode,
} from '../practice/index.ts';
import type { FitPart, FitVehicle } from './vehicle.ts';

/**
 * Parts that lie between two others: adapters and spacers have nothing of the vehicle to meet, they meet a part. What
 * two parts of the vehicle are to each other is asked by their own checks, see `beside`.
 */
interface RelationRule {
  readonly label: string;
  readonly kinds: readonly [PartKind, PartKind];
  readonly keep?: PracticeName;
  /** The work it brings once it holds. */
  readonly work?: WorkCode;
}

export const RELATIONS = {
  adapterOnFan: { label: 'Adapter between loom and fan', kinds: ['fan', 'adapter'], work: 'plug-adapter' },
  adapterOnNeck: { label: 'Hose adapter on the radiator’s neck', kinds: ['radiator', 'adapter'], keep: 'hoseOnNeck', work: 'hose-adapter' },
  spacerUnderFan: { label: 'Spacers under the fan’s feet', kinds: ['fan', 'fixings'], keep: 'feetFlat', work: 'spacers-under-feet' },
  screwsClearCore: { label: 'Screws clear of the core', kinds: ['radiator', 'fixings'], keep: 'screwSpare' },
} as const satisfies Record<string, RelationRule>; // prettier-ignore
export type RelationId = keyof typeof RELATIONS;

export type RelationOutcome = 'pass' | 'change' | 'fail' | 'unknown';
export interface Relation {
  id: RelationId;
  outcome: RelationOutcome;
  /** Spare (positive) or short (negative), with its expanded uncertainty, record unit; absent for words. */
  margin?: number;
  u?: number;
  work?: Work;
  /** Work on one of the two that the other makes unnecessary, by its key: an adapter instead of cutting the loom. */
  spares?: string;
}

const figure = (part: FitPart, key: string): QuantityFigure | undefined =>
  (part.figures.quantities as Record<string, QuantityFigure | undefined>)[key];
const word = (part: FitPart, key: string): string | undefined =>
  (part.figures.words as Record<string, { word: string } | undefined>)[key]?.word;

function settled(
  id: RelationId,
  chance: number,
  margin: number,
  u: number,
  { passAt, failAt }: Practice,
): Relation {
  return { id, outcome: chance >= passAt ? 'pass' : chance <= failAt ? 'fail' : 'unknown', margin, u };
}

function alike(
  id: RelationId,
  a: QuantityFigure | undefined,
  b: QuantityFigure | undefined,
  practice: Practice,
): Relation {
  if (!a || !b) return { id, outcome: 'unknown' };
  const keep = practice[(RELATIONS[id] as RelationRule).keep!];
  const [difference, u] = [a.value - b.value, combined(a.u, b.u)];
  return settled(id, chanceWithin(difference, keep, u), keep - Math.abs(difference), u, practice);
}

/** A relation that brings its piece of work with it once it holds, and may spare another. */
function brings(relation: Relation, concerns: string, spares?: string): Relation {
  const { work }: RelationRule = RELATIONS[relation.id];
  if (relation.outcome !== 'pass' || !work) return relation;
  return { ...relation, outcome: 'change', work: workOf(work, concerns), ...(spares ? { spares } : {}) };
}

/** An adapter joins a fan to the loom where its other end is the fan's plug and the fan's is not the loom's. */
function adapterOnFan(fan: FitPart, adapter: FitPart, vehicle: FitVehicle): Relation | undefined {
  if (word(adapter, 'bridges') !== 'plug') return undefined;
  const id = 'adapterOnFan';
  const [plug, end, loom] = [
    word(fan, 'fanConnector'),
    word(adapter, 'fanPlug'),
    vehicle.figures.words.fanConnector?.word,
  ];
  if (!plug || !end || !loom) return { id, outcome: 'unknown' };
  if (plug !== end || plug === loom) return { id, outcome: 'fail' };
  return brings({ id, outcome: 'pass' }, 'fan plug', workKey({ code: 're-terminate', concerns: 'fan plug' }));
}

function adapterOnNeck(radiator: FitPart, adapter: FitPart, practice: Practice): Relation | undefined {
  const sort = word(adapter, 'bridges');
  if (sort !== 'upper' && sort !== 'lower') return undefined;
  const neck = sort === 'upper' ? 'inletDiameter' : 'outletDiameter';
  const found = alike('adapterOnNeck', figure(radiator, neck), figure(adapter, 'neckEnd'), practice);
  return brings(found, sort, workKey({ code: 'stepped-hose', concerns: sort }));
}

function screwsClearCore(radiator: FitPart, fixings: FitPart, practice: Practice): Relation {
  const id = 'screwsClearCore';
  const [boss, reach] = [figure(radiator, 'bossDepth'), figure(fixings, 'reach')];
  if (!boss || !reach) return { id, outcome: 'unknown' };
  // Too long, a screw pierces what lies behind the boss; too short, its thread strips.
  const room = { margin: boss.value - reach.value - practice.screwSpare, u: combined(boss.u, reach.u) };
  const hold = { margin: reach.value - practice.screwHolds, u: reach.u };
  const { margin, u } = hold.margin < room.margin ? hold : room;
  return settled(id, chanceClear(margin, u), margin, u, practice);
}

/** Every relation between two parts; none where nothing is asked of them. */
export function relate(
  a: FitPart,
  b: FitPart,
  vehicle: FitVehicle,
  practice: Practice = USUAL_PRACTICE,
): Relation[] {
  const found: Relation[] = [];
  for (const [id, { kinds }] of Object.entries(RELATIONS) as [RelationId, RelationRule][]) {
    const [first, second] =
      kinds[0] === a.kind && kinds[1] === b.kind
        ? [a, b]
        : kinds[0] === b.kind && kinds[1] === a.kind
          ? [b, a]
          : [];
    if (!first || !second) continue;
    const relation =
      id === 'adapterOnFan'
        ? adapterOnFan(first, second, vehicle)
        : id === 'adapterOnNeck'
          ? adapterOnNeck(first, second, practice)
          : id === 'spacerUnderFan'
            ? brings(
                alike(id, figure(first, 'standoff'), figure(second, 'spacer'), practice),
                'fan',
                workKey({ code: 'fill-under-feet', concerns: 'fan' }),
              )
            : screwsClearCore(first, second, practice);
    if (relation) found.push(relation);
  }
  return found;
}
