import {
  chanceClear,
  combined,
  type FigureSet,
  type QuantityFigure,
  type QuantityKey,
  type WordFigure,
} from '../../figures/index.ts';
import { checkCircuit, wireOf } from '../../electrical/index.ts';
import { FUSES, chargingV, statedV, workOf, type Practice } from '../../practice/index.ts';
import { lacking, quantityOf, settle, wordOf, wordOfBay, type Check } from './check.ts';
import { words, same } from './families.ts';
import { measured, sides } from './shown.ts';
import type { FitVehicle } from '../vehicle.ts';
import { rule, rulesOf, type Rule } from './rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const currentRules = rulesOf({
  fanCurrent: rule(['fan', 'motor'], 'wiring'),
  fanWire: rule(['fan', 'motor'], 'wiring'),
  voltage: rule(['fan', 'motor', 'relay', 'kit'], 'wiring'),
}); // prettier-ignore

/** The fuse that a fan hangs on: the one chosen, else the one on record. A printed rating of the series is what it says. */
export function fuseOf(vehicle: FitVehicle): QuantityFigure | undefined {
  const chosen = vehicle.choices?.fuseA;
  const built = vehicle.figures.quantities.fanFuse;
  if (chosen === undefined || chosen === built?.value) return built && nominal(built);
  return {
    value: chosen,
    u: 0,
    trace: {
      figureId: 0,
      method: 'worked',
      grade: 3,
      source: '',
      text: `${chosen} A`,
      worked: 'fuse-chosen',
      by: '',
      at: '',
    },
  };
}
const nominal = (figure: QuantityFigure): QuantityFigure =>
  FUSES.includes(figure.value) && figure.trace.method !== 'spoken' ? { ...figure, u: 0 } : figure;
/** A rating printed on a relay or module, to no better than its last figure. */
const rated = (figure: QuantityFigure): QuantityFigure =>
  figure.trace.method === 'sheet' || figure.trace.method === 'bench' || figure.trace.method === 'drawing' ? { ...figure, u: 0 } : figure; // prettier-ignore

const systemOf = (vehicle: FitVehicle, part: WordFigure | undefined): string =>
  vehicle.figures.words.systemVoltage?.word ?? part?.word ?? '12';

/** The current of a fan or motor: as measured for this fitment, else as on its record. */
function currentOf(vehicle: FitVehicle, figures: FigureSet<'fan' | 'motor'>): QuantityFigure | undefined {
  const chosen = vehicle.choices?.currentA;
  if (chosen === undefined) return quantityOf(figures as never, 'current');
  return {
    value: chosen,
    u: 0,
    trace: {
      figureId: 0,
      method: 'meter',
      grade: 2,
      source: '',
      text: `${chosen} A`,
      worked: 'current-written',
      by: '',
      at: '',
    },
  };
}

/** A part's current carried over to the charging voltage of the vehicle, A. */
export function runningA(
  vehicle: FitVehicle,
  current: QuantityFigure,
  voltage: WordFigure | undefined,
  practice: Practice,
): { value: number; u: number } {
  const system = systemOf(vehicle, voltage);
  const factor = (chargingV(system, practice) / statedV(voltage?.word ?? system, practice)) ** 2;
  return { value: current.value * factor, u: current.u * factor };
}

/** What it draws at the charging voltage against what the fuse carries for hours. */
export function onFuse<K extends 'fan' | 'motor'>(kind: K): Check {
  const key = 'current' as QuantityKey<K>;
  const running = (vehicle: FitVehicle, figures: FigureSet<K>, practice: Practice) => {
    const own = currentOf(vehicle, figures);
    return own && { ...own, ...runningA(vehicle, own, wordOf(figures as never, 'voltage'), practice) };
  };
  return {
    rule: currentRules.fanCurrent,
    family: 'clearance',
    beside: [],
    keys: () => ({ vehicle: 'fanFuse', part: key }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      const fuse = fuseOf(vehicle);
      const own = running(vehicle, part.figures, practice);
      if (lacking(finding, fuse, own)) return;
      finding.margin = fuse!.value * practice.fuseShare - own!.value;
      finding.u = combined(own!.u, fuse!.u * practice.fuseShare);
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, false, chance, chance, practice);
      const changed =
        vehicle.choices?.fuseA !== undefined &&
        vehicle.choices.fuseA !== vehicle.figures.quantities.fanFuse?.value;
      if (finding.outcome === 'pass' && changed) finding.outcome = 'change';
    },
    show: (vehicle, part, practice) => {
      const fuse = fuseOf(vehicle);
      const own = currentOf(vehicle, part.figures as never);
      const now = running(vehicle, part.figures as FigureSet<K>, practice);
      return {
        need: measured(
          fuse && { ...fuse, value: fuse.value * practice.fuseShare, u: fuse.u * practice.fuseShare },
          'current',
        ),
        have: measured(now, 'current'),
        ...sides([
          ['vehicle', { subject: 'bay', key: 'fanFuse' }, fuse],
          ['part', { subject: kind, key }, own],
        ]),
      };
    },
    work: (vehicle, _part, finding) =>
      finding.outcome === 'change'
        ? workOf('change-fuse', 'fan', { to: vehicle.choices!.fuseA! })
        : undefined,
  };
}

/** The wire behind the fuse: the fuse protects it, it carries the current, and little enough is lost on the way. */
export function onWire<K extends 'fan' | 'motor'>(kind: K): Check {
  const answer = (vehicle: FitVehicle, figures: FigureSet<K>, practice: Practice) => {
    const bay = vehicle.figures;
    const [word, own] = [bay.words.fanWire?.word, currentOf(vehicle, figures)];
    const wire = word === undefined ? undefined : wireOf(word);
    const voltage = wordOf(figures as never, 'voltage');
    if (!wire || !own || !(own.value > 0)) return undefined;
    const systemV = chargingV(systemOf(vehicle, voltage), practice);
    const currentA = runningA(vehicle, own, voltage, practice).value;
    if (!(currentA <= practice.fanCircuitMost)) return { wire, faults: ['beyond'] as const };
    const { faults } = checkCircuit(
      {
        currentA,
        systemV,
        wire,
        fuseA: fuseOf(vehicle)?.value,
        relayA: undefined,
        feedM: (vehicle.choices?.feedMm ?? bay.quantities.fanFeedLength?.value ?? practice.loomFeed) / 1000,
        groundM:
          (vehicle.choices?.groundMm ?? bay.quantities.fanGroundLength?.value ?? practice.loomGround) / 1000,
      },
      practice,
    );
    return {
      wire,
      faults: faults.flatMap(({ kind: fault }) => (fault === 'fuse-too-small' ? [] : [fault])),
    };
  };
  return {
    rule: currentRules.fanWire,
    family: 'words',
    beside: [],
    keys: () => ({ vehicle: 'fanWire', part: 'current' }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      const found = answer(vehicle, part.figures, practice);
      if (lacking(finding, vehicle.figures.words.fanWire, currentOf(vehicle, part.figures))) return;
      finding.outcome = !found ? 'unknown' : found.faults.length === 0 ? 'pass' : 'fail';
      finding.missing = 'none';
      finding.chance = finding.chanceWithChange = finding.outcome === 'pass' ? 1 : 0;
    },
    show: (vehicle, part, practice) => {
      const found = answer(vehicle, part.figures as FigureSet<K>, practice);
      const [size, own] = [vehicle.figures.words.fanWire, currentOf(vehicle, part.figures as never)];
      return {
        need: found && {
          type: 'said',
          codes: ['wire'],
          amounts: { name: found.wire.name, carries: found.wire.ampacityA },
        },
        have:
          found && found.faults.length > 0 ? { type: 'said', codes: found.faults } : measured(own, 'current'),
        ...sides([
          ['vehicle', { subject: 'bay', key: 'fanWire' }, size],
          ['part', { subject: kind, key: 'current' }, own],
        ]),
      };
    },
  };
}

/** A rating that must lie above the fuse: the fuse must give way before the part. */
export function aboveFuse<K extends 'relay' | 'module'>(rule: Rule, kind: K): Check {
  const key = 'rating' as QuantityKey<K>;
  return {
    rule,
    family: 'clearance',
    beside: [],
    keys: () => ({ vehicle: 'fanFuse', part: key }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      const fuse = fuseOf(vehicle);
      const given = quantityOf(part.figures as never, key);
      if (lacking(finding, fuse, given)) return;
      const own = rated(given!);
      finding.margin = own.value - fuse!.value;
      finding.u = combined(own.u, fuse!.u);
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, false, chance, chance, practice);
    },
    show: (vehicle, part) => {
      const fuse = fuseOf(vehicle);
      const own = quantityOf(part.figures as never, key);
      return {
        need: measured(fuse, 'current'),
        have: measured(own && rated(own), 'current'),
        ...sides([
          ['vehicle', { subject: 'bay', key: 'fanFuse' }, fuse],
          ['part', { subject: kind, key }, own],
        ]),
      };
    },
  };
}

export const voltage = <K extends 'fan' | 'motor' | 'relay' | 'kit'>(
  kind: K,
  key: 'voltage' | 'coil',
): Check => words(currentRules.voltage, kind, key as never, wordOfBay('systemVoltage'), same);

/** A plug of another code is re-terminated where its wires do what the loom's do, and cannot be joined where they do not. */
export function plugAgrees(
  need: string,
  have: string,
  vehicle: FitVehicle,
  joinable: (loom: string, part: string, vehicle: FitVehicle) => boolean | undefined,
) {
  if (need === have) return 'pass' as const;
  const can = joinable(need, have, vehicle);
  return can === undefined ? ('unknown' as const) : can ? ('change' as const) : ('fail' as const);
}
