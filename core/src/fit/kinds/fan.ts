import { chanceClear, combined, type FigureSet } from '../../figures/index.ts';
import { wiringPlan } from '../../electrical/index.ts';
import { boilsUnder } from '../../cooling/index.ts';
import {
  lacking,
  quantityOf,
  remedyOf,
  settle,
  wordOfBay,
  workedOut,
  type Asked,
  type Check,
} from '../checks/check.ts';
import { onlyWhere, same, words } from '../checks/families.ts';
import type { Practice } from '../../practice/index.ts';
import { measured, sides, type Term } from '../checks/shown.ts';
import { coolsAsWell } from '../checks/cooling.ts';
import { coherent } from '../checks/coherent.ts';
import { onFuse, onWire, plugAgrees, voltage } from '../checks/current.ts';
import {
  bladesSum,
  judgeBlades,
  judgeMotor,
  motorSum,
  missingForBlades,
  missingForMotor,
  spacerWork,
} from '../checks/stack-checks.ts';
import { stackFigures } from '../checks/depth.ts';
import { beltBay, beltFan, driveChecks } from './belt.ts';
import { frameChecks } from './frame.ts';
import type { FitVehicle } from '../vehicle.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const fanRules = rulesOf({
  fanDepth: rule('fan', 'depth', { keep: 'motorToEngine', work: by('fit-spacer', 'fan') }),
  bladeToCore: rule('fan', 'depth', { keep: 'electricBladeToCore' }),
  sweptShare: rule('fan', 'face', { keep: 'sweptShare' }),
  fanConnector: rule('fan', 'wiring', { work: by('re-terminate', 'fan plug') }),
  fanStandoff: rule('fan', 'depth', { keep: 'feetFlat', work: by('fill-under-feet', 'fan', 'feetFilled') }),
  fanThrow: rule('fan', 'face'),
  fanControl: rule(['fan', 'module'], 'wiring', { work: by('rewire-drive', 'fan') }),
  thermostatAndFan: rule(['fan', 'kit', 'thermostat'], 'agreement', { keep: 'aboveOpening', work: by('set-controller', 'fan') }),
}); // prettier-ignore

type Fan = FigureSet<'fan'>;
const radiatorOf = (vehicle: FitVehicle) => vehicle.beside?.radiator;

/** Asked once somebody found a gap: feet that lie flat are so usual that few records mention it. */
const standoff: Check = {
  rule: fanRules.fanStandoff,
  family: 'words',
  beside: [],
  keys: () => ({ vehicle: 'fanMountWidth', part: 'standoff' }),
  judge: (_vehicle, part: { figures: Fan }, finding, practice) => {
    const gap = part.figures.quantities.standoff;
    finding.small = false;
    finding.missing = 'none';
    finding.outcome = !gap || gap.value <= practice.feetFlat ? 'not-asked' : gap.value <= practice.feetFilled ? 'change' : 'fail';
    finding.chance = 0;
    finding.chanceWithChange = finding.outcome === 'change' ? 1 : 0;
    if (gap) finding.margin = -gap.value;
  },
  show: (_vehicle, part) => {
    const gap = (part.figures as Fan).quantities.standoff;
    return { need: { type: 'said', codes: ['flat-feet'] }, have: measured(gap, 'length'), ...sides([['part', { subject: 'fan', key: 'standoff' }, gap]]) };
  },
  work: (_vehicle, _part, finding) => remedyOf(fanRules.fanStandoff, finding),
}; // prettier-ignore

const depth: Check = {
  rule: fanRules.fanDepth,
  family: 'clearance',
  beside: ['radiator'],
  keys: () => ({ vehicle: 'bayDepth', part: 'depth' }),
  judge: (vehicle, part: { figures: Fan }, finding, practice) => judgeMotor(vehicle, radiatorOf(vehicle), part.figures, finding, practice),
  show: (vehicle, part, practice) => {
    const { depth: bay, thickness, fan } = stackFigures(vehicle.figures, radiatorOf(vehicle), part.figures as Fan);
    const room = bay.figure && thickness.figure && { ...bay.figure, value: bay.figure.value - thickness.figure.value, u: combined(bay.figure.u, thickness.figure.u) };
    return {
      need: measured(room, 'length'),
      have: measured(fan.figure, 'length'),
      traces: sides([['vehicle', bay.at, bay.figure], ['vehicle', thickness.at, thickness.figure], ['part', fan.at, fan.figure]]).traces,
      missing: missingForMotor(vehicle, radiatorOf(vehicle), part.figures as Fan),
      sum: motorSum(vehicle, radiatorOf(vehicle), part.figures as Fan, practice),
    };
  },
  work: (vehicle, part, finding, practice) => (finding.outcome === 'change' ? spacerWork(vehicle, radiatorOf(vehicle), part.figures as Fan, practice) : undefined),
}; // prettier-ignore

const blades: Check = {
  rule: fanRules.bladeToCore,
  family: 'clearance',
  beside: ['radiator'],
  keys: () => ({ vehicle: 'coreDepth', part: 'bladeGap' }),
  judge: (vehicle, part: { figures: Fan }, finding, practice) => judgeBlades(vehicle, radiatorOf(vehicle), part.figures, finding, practice),
  show: (vehicle, part, practice) => {
    const { blades: gap, core, thickness } = stackFigures(vehicle.figures, radiatorOf(vehicle), part.figures as Fan);
    return {
      need: measured(core.figure, 'length'),
      have: measured(gap.figure, 'length'),
      traces: sides([['part', gap.at, gap.figure], ['vehicle', core.at, core.figure], ['vehicle', thickness.at, thickness.figure]]).traces,
      missing: missingForBlades(vehicle, radiatorOf(vehicle), part.figures as Fan),
      sum: bladesSum(vehicle, radiatorOf(vehicle), part.figures as Fan, practice),
    };
  },
}; // prettier-ignore

/** Blades against the frame they turn in: far too little of it swept was made for another frame. */
const swept: Check = {
  rule: fanRules.sweptShare,
  family: 'clearance',
  beside: [],
  keys: () => ({ vehicle: 'openingWidth', part: 'diameter' }),
  judge: (_vehicle, part: { figures: Fan }, finding, practice) => {
    const share = sweptOf(part.figures);
    const { diameter, width, height } = part.figures.quantities;
    if (lacking(finding, true, share)) return;
    finding.margin = (share! - practice.sweptShare) * 100;
    finding.u = 100 * share! * combined((2 * diameter!.u) / diameter!.value, width!.u / width!.value, height!.u / height!.value);
    finding.small = true;
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, false, chance, chance, practice);
  },
  show: (_vehicle, part, practice) => {
    const figures = part.figures as Fan;
    const share = sweptOf(figures);
    const { diameter, width, height } = figures.quantities;
    return {
      need: { type: 'quantity', value: practice.sweptShare * 100, u: 0, dimension: 'share' },
      have: share === undefined ? undefined : { type: 'quantity', value: share * 100, u: 0, dimension: 'share' },
      ...sides([
        ['part', { subject: 'fan', key: 'diameter' }, diameter],
        ['part', { subject: 'fan', key: 'width' }, width],
        ['part', { subject: 'fan', key: 'height' }, height],
        ['part', { subject: 'fan', key: 'fans' }, figures.words.fans],
      ]),
    };
  },
}; // prettier-ignore
function sweptOf({ quantities: { diameter, width, height }, words: { fans } }: Fan): number | undefined {
  if (!diameter || !width || !height || !fans) return undefined;
  return ((fans.word === 'two' ? 2 : 1) * Math.PI * diameter.value ** 2) / 4 / (width.value * height.value);
}

/** Whether wires of two plugs can be joined by what they do; undefined where one is not on record. */
export const joinable = (loom: string, part: string, vehicle: FitVehicle): boolean | undefined => {
  const [a, b] = [vehicle.plugs?.get(loom), vehicle.plugs?.get(part)];
  return a && b && wiringPlan(a, b).verdict !== 'cannot';
};

const plug = words(fanRules.fanConnector, 'fan', 'fanConnector', wordOfBay('fanConnector'), (need, have, vehicle) => plugAgrees(need, have, vehicle, joinable)); // prettier-ignore

/** A bus speaks to its own vehicle only; every other drive can be rewired. A hand’s switch feeds a plain fan. */
export const driveAgrees = (need: string, have: string) =>
  need === have || (need === 'switch' && have === 'relay')
    ? ('pass' as const)
    : need === 'bus' || have === 'bus'
      ? ('fail' as const)
      : ('change' as const);

/** The latest that a fan may come on: below boiling and below the warning lamp, °C. */
function latestOn(vehicle: FitVehicle, practice: Practice): number {
  const bay = vehicle.figures.quantities;
  const capKPa = bay.capPressure?.value ?? practice.usualCap;
  const volumeShare = (bay.coolantMix?.value ?? practice.usualMix) / 100;
  const boils = boilsUnder({ capKPa, coolant: { base: 'ethylene', volumeShare } }, 0);
  return Math.min(boils - practice.toBoiling, bay.warningLamp ? bay.warningLamp.value - practice.toWarning : Infinity);
} // prettier-ignore

/** The nearer of the two limits of a fan's own switch, term by term. */
function switchSum(vehicle: FitVehicle, { fanOn, fanOff }: FigureSet<'fan' | 'kit'>['quantities'], practice: Practice): Term[] | undefined {
  const opens = opensOf(vehicle);
  if (!fanOn || !fanOff || !opens) return undefined;
  const latest = latestOn(vehicle, practice);
  return fanOff.value - opens.value - practice.aboveOpening <= latest - fanOn.value
    ? [
        { sign: 1, what: 'fan-off', value: fanOff.value },
        { sign: -1, what: 'opens', value: opens.value },
        { sign: -1, what: 'above-opening', value: practice.aboveOpening },
      ]
    : [
        { sign: 1, what: 'fan-on-at-most', value: latest },
        { sign: -1, what: 'fan-on', value: fanOn.value },
      ];
} // prettier-ignore

/** A fan with a switch of its own: it must go off above the thermostat's opening, and come on well below boiling. */
export const ownSwitch = (kind: 'fan' | 'kit'): Check => ({
  rule: fanRules.thermostatAndFan,
  family: 'clearance',
  beside: ['thermostat'],
  keys: () => ({ vehicle: 'thermostatRating', part: 'fanOff' }),
  judge: (vehicle, part: { figures: FigureSet<'fan' | 'kit'> }, finding, practice) => {
    const { fanOn, fanOff } = part.figures.quantities;
    if (!fanOn && !fanOff) {
      finding.outcome = 'not-asked';
      return;
    }
    const opens = opensOf(vehicle);
    if (lacking(finding, opens, fanOn && fanOff)) return;
    const above = fanOff!.value - opens!.value - practice.aboveOpening;
    const below = latestOn(vehicle, practice) - fanOn!.value;
    finding.margin = Math.min(above, below);
    finding.u = above <= below ? combined(fanOff!.u, opens!.u) : combined(fanOn!.u, vehicle.figures.quantities.warningLamp?.u ?? 0);
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, true, chance, 1, practice);
  },
  show: (vehicle, part, practice) => {
    const { fanOn, fanOff } = (part.figures as FigureSet<'fan' | 'kit'>).quantities;
    const opens = opensOf(vehicle);
    const at = vehicle.beside?.thermostat ? { subject: 'thermostat' as const, key: 'rating' } : { subject: 'bay' as const, key: 'thermostatRating' };
    return {
      need: measured(opens, 'temperature'),
      have: measured(fanOff, 'temperature'),
      ...sides([['vehicle', at, opens], ['part', { subject: kind, key: 'fanOff' }, fanOff], ['part', { subject: kind, key: 'fanOn' }, fanOn]]),
      sum: switchSum(vehicle, (part.figures as FigureSet<'fan' | 'kit'>).quantities, practice),
    };
  },
  work: (_vehicle, _part, finding) => remedyOf({ ...fanRules.thermostatAndFan, work: { code: 'set-controller', concerns: 'fan' } }, finding),
}); // prettier-ignore
const opensOf = (vehicle: FitVehicle) =>
  vehicle.beside?.thermostat ? quantityOf(vehicle.beside.thermostat as never, 'rating') : vehicle.figures.quantities.thermostatRating; // prettier-ignore

/** Of a fan with a motor in its frame; and of one whose loom, fuse and drive the vehicle brings. */
const withMotor: Asked<'fan'> = (_vehicle, figures) => !beltFan(figures);
const onLoom: Asked<'fan'> = (vehicle, figures) => !beltFan(figures) && !beltBay(vehicle);
const motorOnly = (check: Check): Check => onlyWhere<'fan'>(withMotor, check);
const loomOnly = (check: Check): Check => onlyWhere<'fan'>(onLoom, check);
/** A kit brings plug, fuse and wire of its own: its rows ask for them. */
const orKit = (check: Check): Check => ({ ...loomOnly(check), beside: ['kit'], leavesTo: 'kit' });

/** What drives the fan: a kit beside it switches it on and off, whatever the vehicle’s own drive is. */
const DRIVE = {
  get: (vehicle: FitVehicle) => (vehicle.beside?.kit ? workedOut('relay', 'switched-by-kit') : wordOfBay('fanControl').get(vehicle)),
  at: (vehicle: FitVehicle) => (vehicle.beside?.kit ? { subject: 'kit' as const, key: 'fanPlug' } : wordOfBay('fanControl').at(vehicle)),
}; // prettier-ignore
const driven: Asked<'fan'> = (vehicle, figures) =>
  !beltFan(figures) && (vehicle.beside?.kit !== undefined || !beltBay(vehicle));
const [frameWidth, frameHeight, holesAcross, holesUp, tips] = frameChecks('fan');

/** What a fan has to meet in a vehicle. */
export const fanChecks: Check[] = [
  coherent('fan'),
  ...[holesAcross!, holesUp!, frameWidth!, frameHeight!].map(motorOnly),
  tips!,
  ...driveChecks.filter(({ rule: { id } }) => id !== 'motorRotation'),
  ...[depth, blades, swept].map(motorOnly),
  orKit(plug),
  motorOnly(standoff),
  ...[onFuse('fan'), onWire('fan')].map(orKit),
  loomOnly(words(fanRules.fanThrow, 'fan', 'throw', wordOfBay('fanThrow'), same)),
  motorOnly(voltage('fan', 'voltage')),
  onlyWhere<'fan'>(driven, words(fanRules.fanControl, 'fan', 'control', DRIVE, driveAgrees, undefined, { beside: ['kit'] })),
  motorOnly(ownSwitch('fan')),
  ...driveChecks.filter(({ rule: { id } }) => id === 'motorRotation'),
  coolsAsWell('fan'),
]; // prettier-ignore
