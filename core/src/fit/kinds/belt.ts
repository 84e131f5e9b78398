import { bladeRules } from './blade.ts';
import { chanceClear, combined, type FigureSet, type QuantityFigure } from '../../figures/index.ts';
import { workOf, type Practice } from '../../practice/index.ts';
import { drivenBlades, type Clearance } from '../checks/depth.ts';
import { ofBay, settle, wordOfBay, workedOut, type Asked, type Check } from '../checks/check.ts';
import { match, onlyWhere, same, words } from '../checks/families.ts';
import { sides, type Missing } from '../checks/shown.ts';
import type { FitVehicle } from '../vehicle.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const beltRules = rulesOf({
  fanDrive: rule('fan', 'wiring', { work: by('convert-to-electric', 'fan') }),
  fanKit: rule('fan', 'wiring', { work: by('fit-controller-kit', 'fan') }),
  hubThread: rule('fan', 'depth'),
  hubCircle: rule('fan', 'depth', { keep: 'hubBolts' }),
  hubPilot: rule('fan', 'depth', { keep: 'hubPilot' }),
  drivenBlade: rule(['fan', 'radiator'], 'depth', { keep: 'drivenBladeToCore', work: by('hub-spacer', 'fan') }),
}); // prettier-ignore

type Fan = FigureSet<'fan'>;

/** The engine turns the fan that the vehicle was built with. */
export const beltBay = (vehicle: FitVehicle): boolean => vehicle.figures.words.fanDrivenBy?.word === 'engine';
/** The engine turns this fan. Nothing on record is taken for a motor in the frame: its checks then ask. */
export const beltFan = (figures: Fan): boolean => figures.words.drivenBy?.word === 'engine';
const ofBelt: Asked<'fan'> = (_vehicle, figures) => beltFan(figures);

/** Something on the way from hub to core, with the sign it counts with. */
type Part = readonly [sign: 1 | -1, at: Missing, figure: QuantityFigure | undefined];

/**
 * Blades of an engine-driven fan before the core: from the hub for a fan that goes in, from the gap as built for one that
 * stays. A radiator that is thicker than the one built comes nearer by the difference.
 */
export function gapParts({ figures }: Pick<FitVehicle, 'figures'>, radiator: FigureSet<'radiator'> | undefined, fan: Fan | undefined): Part[] {
  const q = figures.quantities;
  const bay = (key: 'hubToCore' | 'hubSpacerFitted' | 'fanBladeGap' | 'radiatorDepth'): Missing => ({ subject: 'bay', key });
  const nearer: Part[] = radiator
    ? [[1, bay('radiatorDepth'), q.radiatorDepth], [-1, { subject: 'radiator', key: 'thickness' }, radiator.quantities.thickness]]
    : [];
  return fan
    ? [
        [1, bay('hubToCore'), q.hubToCore],
        [-1, bay('hubSpacerFitted'), q.hubSpacerFitted],
        [-1, { subject: 'fan', key: 'bladeAhead' }, fan.quantities.bladeAhead],
        ...nearer,
      ]
    : [[1, bay('fanBladeGap'), q.fanBladeGap], ...nearer];
} // prettier-ignore

/** Blades to core, mm; undefined where something on the way is not on record. */
export function drivenGap(
  bay: FigureSet<'bay'>,
  radiator: FigureSet<'radiator'> | undefined,
  fan: Fan | undefined,
): { value: number; u: number } | undefined {
  const parts = gapParts({ figures: bay }, radiator, fan);
  if (!parts.every(([, , figure]) => figure !== undefined)) return undefined;
  return {
    value: parts.reduce((sum, [sign, , figure]) => sum + sign * figure!.value, 0),
    u: combined(...parts.map(([, , figure]) => figure!.u)),
  };
}

/** The engine turns the fan that is looked at: the one that goes in, else the one the vehicle keeps. */
export const engineTurns = (bay: FigureSet<'bay'>, fan: Fan | undefined): boolean =>
  fan ? beltFan(fan) : bay.words.fanDrivenBy?.word === 'engine';

/** Blades to core of an engine-driven fan as a clearance, from the same figures as its check; undefined where one is missing. */
export function drivenClearance(bay: FigureSet<'bay'>, radiator: FigureSet<'radiator'> | undefined, fan: Fan | undefined, practice: Practice): Clearance | undefined {
  const parts = gapParts({ figures: bay }, radiator, fan);
  if (!parts.every(([, , figure]) => figure !== undefined)) return undefined;
  return drivenBlades(parts.map(([sign, { key }, figure]) => ({ key, figure: figure!, sign })), practice[beltRules.drivenBlade.keep!]);
} // prettier-ignore

/** A thinner hub spacer, or none, moves the blades back by up to what is fitted. */
const canMove = (vehicle: FitVehicle): number => vehicle.figures.quantities.hubSpacerFitted?.value ?? 0;

/** @param of radiator and engine-driven fan that are looked at, of the part in hand and what stands beside it */
function drivenBlade(
  kind: 'fan' | 'radiator',
  of: (vehicle: FitVehicle, figures: never) => [FigureSet<'radiator'> | undefined, Fan | undefined],
): Check {
  const rule = beltRules.drivenBlade;
  const gap = (vehicle: FitVehicle, figures: unknown) => {
    const beside = of(vehicle, figures as never);
    return { parts: gapParts(vehicle, ...beside), left: drivenGap(vehicle.figures, ...beside) };
  };
  return {
    rule,
    family: 'clearance',
    beside: [kind === 'fan' ? 'radiator' : 'fan'],
    ...(kind === 'radiator' ? { leavesTo: 'fan' as const } : {}),
    keys: () => (kind === 'fan' ? { vehicle: 'hubToCore', part: 'bladeAhead' } : { vehicle: 'fanBladeGap', part: 'thickness' }),
    judge: (vehicle, part: { figures: never }, finding, practice: Practice) => {
      const { left } = gap(vehicle, part.figures);
      finding.small = false;
      if (!left) {
        finding.outcome = 'unknown';
        finding.missing = 'both';
        return;
      }
      finding.missing = 'none';
      finding.margin = left.value - practice[rule.keep!];
      finding.u = left.u;
      const move = canMove(vehicle);
      settle(finding, move > 0, chanceClear(finding.margin, left.u), chanceClear(finding.margin + move, left.u), practice);
    },
    show: (vehicle, part, practice) => {
      const { parts, left } = gap(vehicle, part.figures);
      return {
        need: { type: 'quantity', value: practice[rule.keep!], u: 0, dimension: 'length' },
        have: left && { type: 'quantity', value: left.value, u: left.u, dimension: 'length' },
        ...sides(parts.map(([, at, figure]) => [at.subject === 'bay' ? 'vehicle' : 'part', at, figure] as const)),
      };
    },
    work: (vehicle, _part, finding) =>
      finding.outcome === 'change'
        ? workOf('hub-spacer', 'fan', { to: Math.max(0, Math.floor(canMove(vehicle) + finding.margin)) })
        : undefined,
  };
} // prettier-ignore

/** With the fan as built, a radiator of another thickness. */
export const drivenBladeWithRadiator: Check = onlyWhere<'radiator'>(
  (vehicle) => beltBay(vehicle),
  drivenBlade('radiator', (_vehicle, figures: FigureSet<'radiator'>) => [figures, undefined]),
);

const BY_MOTOR = workedOut('motor', 'motor-figures');
/** A plug, a current or a voltage on its record says that a motor turns a fan, where nobody has said so in words. */
function told({ quantities, words: said }: Fan): Fan {
  const motor = said.fanConnector ?? said.voltage ?? said.control ?? quantities.current;
  return said.drivenBy || !motor
    ? { quantities, words: said }
    : { quantities, words: { ...said, drivenBy: BY_MOTOR } };
}

const drive: Check = (() => {
  const inner = words(beltRules.fanDrive, 'fan', 'drivenBy', wordOfBay('fanDrivenBy'), (need, have) =>
    need === have ? 'pass' : need === 'engine' ? 'change' : 'fail',
  );
  const asTold = (part: { figures: unknown }) => ({ ...part, figures: told(part.figures as Fan) });
  return {
    ...inner,
    judge: (vehicle, part: { figures: Fan }, finding, practice) =>
      inner.judge(vehicle, asTold(part) as never, finding, practice),
    show: (vehicle, part, practice) => inner.show(vehicle, asTold(part) as never, practice),
  };
})();

/** Where the engine turned the fan there is no fused and switched feed: a controller kit brings it. */
const kit: Check = {
  rule: beltRules.fanKit,
  family: 'words',
  beside: ['kit'],
  keys: () => ({ vehicle: 'fanDrivenBy', part: 'control' }),
  judge: (vehicle, part: { figures: Fan }, finding) => {
    finding.small = false;
    finding.missing = 'none';
    finding.outcome =
      !beltBay(vehicle) || beltFan(part.figures) ? 'not-asked' : vehicle.beside?.kit ? 'pass' : 'change';
    finding.chance = finding.outcome === 'pass' ? 1 : 0;
    finding.chanceWithChange = 1;
  },
  show: (vehicle) => ({
    need: { type: 'said', codes: ['a-kit'] },
    have: { type: 'said', codes: [vehicle.beside?.kit ? 'kit-beside' : 'no-kit'] },
    traces: [],
    missing: [],
  }),
  work: (_vehicle, _part, finding) =>
    finding.outcome === 'change' ? workOf('fit-controller-kit', 'fan') : undefined,
};

/** Bolts and a pilot; a large nut, on either side, has neither and centres itself. */
const bolted: Asked<'fan'> = (vehicle, figures) =>
  beltFan(figures) &&
  [vehicle.figures.words.hubThread, figures.words.hubThread].every(
    (thread) => !thread || thread.word === 'bolts',
  );

/** What turns a fan, and what an engine-driven one has to meet: its hub, its hand, and the core before it. */
export const driveChecks: Check[] = [
  drive,
  kit,
  words(beltRules.hubThread, 'fan', 'hubThread', wordOfBay('hubThread'), same, ofBelt),
  match(beltRules.hubCircle, 'fan', 'hubCircle', ofBay('hubCircle'), { prefix: 'Ø', asked: bolted }),
  match(beltRules.hubPilot, 'fan', 'hubPilot', ofBay('hubPilot'), { prefix: 'Ø', asked: bolted }),
  words(bladeRules.motorRotation, 'fan', 'rotation', wordOfBay('motorRotation'), same, ofBelt),
  onlyWhere<'fan'>(ofBelt, drivenBlade('fan', (vehicle, figures: Fan) => [vehicle.beside?.radiator, figures])),
]; // prettier-ignore
