import {
  chanceClear,
  chanceWithin,
  combined,
  type FigureSet,
  type QuantityFigure,
} from '../../figures/index.ts';
import type { Practice } from '../../practice/index.ts';
import {
  lacking,
  ofBeside,
  quantityOf,
  remedyOf,
  settle,
  type Check,
  type Finding,
} from '../checks/check.ts';
import { match } from '../checks/families.ts';
import { measured, sides } from '../checks/shown.ts';
import type { FitVehicle } from '../vehicle.ts';
import { by, rule, rulesOf, type Rule } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const frameRules = rulesOf({
  fanMountWidth: rule(['radiator', 'shroud', 'fan'], 'face', { keep: 'fanHoles', work: by('slot-feet', 'of the fan across', 'bracketSlot'), place: 'fanHoles' }),
  fanMountHeight: rule(['radiator', 'shroud', 'fan'], 'face', { keep: 'fanHoles', work: by('slot-feet', 'of the fan upward', 'bracketSlot'), place: 'fanHoles' }),
  frameWidth: rule(['shroud', 'fan'], 'face', { keep: 'frameOverhang' }),
  frameHeight: rule(['shroud', 'fan'], 'face', { keep: 'frameOverhang' }),
  bladesInShroud: rule(['shroud', 'fan'], 'depth', { keep: 'bladesToShroud' }),
}); // prettier-ignore

type Framed = 'shroud' | 'fan';

/** A frame lies on the radiator: it may stand out past it by a little, and past the opening not at all. */
function across(id: 'frameWidth' | 'frameHeight', kind: Framed): Check {
  const [key, opening, overall] =
    id === 'frameWidth'
      ? (['width', 'openingWidth', 'overallWidth'] as const)
      : (['height', 'openingHeight', 'overallHeight'] as const);
  const room = ofBeside('radiator', overall, opening);
  const over = (vehicle: FitVehicle, overhang: number): number =>
    vehicle.beside?.radiator ? 2 * overhang : 0;
  return {
    rule: frameRules[id],
    family: 'clearance',
    beside: ['radiator'],
    keys: () => ({ vehicle: opening, part: key }),
    judge: (vehicle, part: { figures: FigureSet<Framed> }, finding, practice) => {
      const [wide, own] = [room.get(vehicle), quantityOf(part.figures as never, key)];
      if (lacking(finding, wide, own)) return;
      finding.margin = wide!.value + over(vehicle, practice.frameOverhang) - own!.value;
      finding.u = combined(wide!.u, own!.u);
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, false, chance, chance, practice);
    },
    show: (vehicle, part) => {
      const [wide, own] = [room.get(vehicle), quantityOf(part.figures as never, key)];
      return {
        need: measured(wide, 'length'),
        have: measured(own, 'length'),
        ...sides([
          ['vehicle', room.at(vehicle), wide],
          ['part', { subject: kind, key }, own],
        ]),
      };
    },
  };
}

const holes = (id: 'fanMountWidth' | 'fanMountHeight', kind: Framed): Check => {
  const check = match(frameRules[id], kind, id as never, ofBeside('radiator', id, id), {
    beside: ['radiator'],
  });
  if (kind === 'fan') return check;
  const own: Rule = frameRules[id];
  const shroud: Rule = {
    ...own,
    work: { ...own.work!, concerns: own.work!.concerns.replace('fan', 'shroud') },
  };
  return { ...check, work: (_vehicle, _part, finding) => remedyOf(shroud, finding) };
};

/**
 * A shroud's opening against the one as built: as large, and the fan as built turns in it. A little smaller, it hangs on blades
 * that nobody has measured; off by more than tips may be, it is another fan's.
 */
function judgeAsBuilt(vehicle: FitVehicle, own: QuantityFigure, finding: Finding, practice: Practice): void {
  const built = vehicle.figures.quantities.shroudOpening;
  if (lacking(finding, built, own)) return;
  finding.margin = own.value - built!.value;
  finding.u = combined(own.u, built!.u);
  const within = chanceWithin(finding.margin, practice.bladesToShroudMost, finding.u);
  // Tips that clear the old opening clear one that is smaller by half of their least clearance.
  const turns = Math.min(within, chanceClear(finding.margin + practice.bladesToShroud / 2, finding.u));
  if (within <= practice.failAt || turns >= practice.passAt) return settle(finding, false, turns, turns, practice);
  finding.outcome = 'unknown';
  finding.missing = 'vehicle';
  finding.chance = finding.chanceWithChange = turns;
} // prettier-ignore

/** The tips of the blades against the opening they turn in: of the shroud beside, or as the vehicle was built. */
export function bladesInShroud(kind: Framed): Check {
  const opening = (vehicle: FitVehicle, own: FigureSet<Framed>): QuantityFigure | undefined =>
    kind === 'shroud'
      ? (own as FigureSet<'shroud'>).quantities.opening
      : vehicle.beside?.shroud
        ? vehicle.beside.shroud.quantities.opening
        : vehicle.figures.quantities.shroudOpening;
  const blades = (vehicle: FitVehicle, own: FigureSet<Framed>): QuantityFigure | undefined =>
    kind === 'fan' ? (own as FigureSet<'fan'>).quantities.diameter : vehicle.beside?.fan?.quantities.diameter;
  const at = (vehicle: FitVehicle) =>
    kind === 'shroud' || vehicle.beside?.shroud
      ? { subject: 'shroud' as const, key: 'opening' }
      : { subject: 'bay' as const, key: 'shroudOpening' };
  // A shroud without a stated opening is made for a fan with a ring of its own; what a vehicle's fan turns in is asked.
  const asked = (vehicle: FitVehicle, own: FigureSet<Framed>): boolean =>
    kind === 'shroud'
      ? opening(vehicle, own) !== undefined && blades(vehicle, own) !== undefined
      : vehicle.beside?.shroud
        ? opening(vehicle, own) !== undefined
        : vehicle.figures.words.fanRing?.word !== 'own';
  /** A shroud by itself, on the fan as built, whose blades turn in the shroud: nobody has measured them, the old opening tells. */
  const onFanAsBuilt = (vehicle: FitVehicle, own: FigureSet<Framed>): boolean =>
    kind === 'shroud' &&
    !vehicle.beside?.fan &&
    opening(vehicle, own) !== undefined &&
    vehicle.figures.words.fanRing?.word === 'shroud';
  return {
    rule: frameRules.bladesInShroud,
    family: 'clearance',
    beside: [kind === 'fan' ? 'shroud' : 'fan'],
    ...(kind === 'shroud' ? { leavesTo: 'fan' as const } : {}),
    keys: () => ({ vehicle: 'shroudOpening', part: kind === 'fan' ? 'diameter' : 'opening' }),
    judge: (vehicle, part: { figures: FigureSet<Framed> }, finding, practice) => {
      if (onFanAsBuilt(vehicle, part.figures))
        return judgeAsBuilt(vehicle, opening(vehicle, part.figures)!, finding, practice);
      if (!asked(vehicle, part.figures)) {
        finding.outcome = 'not-asked';
        return;
      }
      const [room, own] = [opening(vehicle, part.figures), blades(vehicle, part.figures)];
      if (lacking(finding, room, own)) return;
      // Too close, the tips touch; too far, air returns round them, and a fan that small was made for another ring.
      const gap = room!.value - own!.value;
      // An electric fan that takes the place of a belt fan brings a frame of its own: the old shroud goes.
      const fan = (kind === 'fan' ? part.figures : vehicle.beside!.fan!) as FigureSet<'fan'>;
      const most =
        vehicle.beside?.shroud || kind === 'shroud' || fan.words.drivenBy?.word === 'engine'
          ? practice.bladesToShroudMost
          : Infinity;
      finding.margin = Math.min(gap - practice.bladesToShroud, most - gap);
      finding.u = combined(room!.u, own!.u);
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, false, chance, chance, practice);
    },
    show: (vehicle, part) => {
      const figures = part.figures as FigureSet<Framed>;
      if (onFanAsBuilt(vehicle, figures)) {
        const [built, now] = [vehicle.figures.quantities.shroudOpening, opening(vehicle, figures)];
        return {
          need: measured(built, 'length'),
          have: measured(now, 'length'),
          ...sides([
            ['vehicle', { subject: 'bay', key: 'shroudOpening' }, built],
            ['part', { subject: 'shroud', key: 'opening' }, now],
          ]),
        };
      }
      const [room, own] = [opening(vehicle, figures), blades(vehicle, figures)];
      const unknown = kind === 'fan' && !vehicle.beside?.shroud && !vehicle.figures.words.fanRing;
      const found = sides([
        ['vehicle', at(vehicle), room],
        ['part', { subject: 'fan', key: 'diameter' }, own],
      ]);
      return {
        need: measured(room, 'length'),
        have: measured(own, 'length', 'Ø'),
        traces: found.traces,
        missing: unknown ? [{ subject: 'bay', key: 'fanRing' }] : found.missing,
      };
    },
  };
}

/** What a shroud and a fan frame have in common: they hang on the radiator and must lie on it. */
export const frameChecks = (kind: Framed): Check[] => [
  across('frameWidth', kind),
  across('frameHeight', kind),
  holes('fanMountWidth', kind),
  holes('fanMountHeight', kind),
  bladesInShroud(kind),
];
