import { beltBay } from './belt.ts';
import { fanRules } from './fan.ts';
import { chanceClear, combined, type FigureSet } from '../../figures/index.ts';
import { lacking, ofBay, remedyOf, settle, wordOfBay, type Check } from '../checks/check.ts';
import { match, sameOrChange, words } from '../checks/families.ts';
import type { Practice } from '../../practice/index.ts';
import { measured, sides } from '../checks/shown.ts';
import { coherent } from '../checks/coherent.ts';
import type { FitVehicle } from '../vehicle.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const thermostatRules = rulesOf({
  thermostatFlange: rule('thermostat', 'ports', { keep: 'thermostatSeat' }),
  thermostatSeal: rule('thermostat', 'ports', { work: by('housing-seal', 'thermostat') }),
  thermostatRating: rule('thermostat', 'agreement', { keep: 'thermostatRating', work: by('other-temperature', 'thermostat', 'thermostatOther') }),
  thermostatSpan: rule('thermostat', 'agreement', { keep: 'thermostatSpan' }),
}); // prettier-ignore

type Thermostat = FigureSet<'thermostat'>;

/** What switches the fan off: a kit beside it, else the fan's own switch, else the vehicle. */
const offOf = (vehicle: FitVehicle) => {
  const { kit, fan } = vehicle.beside ?? {};
  if (kit) return { figure: kit.quantities.fanOff, at: { subject: 'kit' as const, key: 'fanOff' } };
  const own = fan?.quantities.fanOff;
  return own
    ? { figure: own, at: { subject: 'fan' as const, key: 'fanOff' } }
    : { figure: vehicle.figures.quantities.fanOff, at: { subject: 'bay' as const, key: 'fanOff' } };
};

/** A switch in the outlet tank feels coolant that has already given up heat, K. */
const dropOf = (vehicle: FitVehicle, practice: Practice): number =>
  vehicle.figures.words.fanSense?.word === 'radiator-outlet' && offOf(vehicle).at.subject === 'bay'
    ? practice.dropAtIdle
    : 0;

/** No switch turns a fan that the engine turns; a kit beside it does. With another fan beside it, that fan asks. */
const turnedByEngine = (vehicle: FitVehicle): boolean => !vehicle.beside?.kit && beltBay(vehicle);

const andFan: Check = {
  rule: fanRules.thermostatAndFan,
  family: 'clearance',
  beside: ['fan', 'kit'],
  leavesTo: 'fan',
  keys: () => ({ vehicle: 'fanOff', part: 'rating' }),
  judge: (vehicle, part: { figures: Thermostat }, finding, practice) => {
    const off = offOf(vehicle).figure;
    const opens = part.figures.quantities.rating;
    if (!off && turnedByEngine(vehicle)) {
      finding.outcome = 'not-asked';
      return;
    }
    if (lacking(finding, off, opens)) return;
    const drop = dropOf(vehicle, practice);
    finding.margin = off!.value + drop - opens!.value - practice.aboveOpening;
    finding.u = combined(off!.u, opens!.u);
    settle(finding, true, chanceClear(finding.margin, finding.u), 1, practice);
  },
  show: (vehicle, part, practice) => {
    const off = offOf(vehicle);
    const opens = (part.figures as Thermostat).quantities.rating;
    return {
      need: measured(off.figure, 'temperature'),
      have: measured(opens, 'temperature'),
      ...sides([['vehicle', off.at, off.figure], ['part', { subject: 'thermostat', key: 'rating' }, opens]]),
      sum: off.figure && opens && [
        { sign: 1, what: 'fan-off', value: off.figure.value },
        ...(dropOf(vehicle, practice) > 0 ? [{ sign: 1, what: 'drop-at-idle', value: dropOf(vehicle, practice) } as const] : []),
        { sign: -1, what: 'opens', value: opens.value },
        { sign: -1, what: 'above-opening', value: practice.aboveOpening },
      ],
    };
  },
  work: (_vehicle, _part, finding) => remedyOf({ ...fanRules.thermostatAndFan, work: { code: 'set-controller', concerns: 'fan' } }, finding),
}; // prettier-ignore

/** Fully open so far above the opening is a slip of the pen, or no thermostat of this kind. */
const span: Check = {
  rule: thermostatRules.thermostatSpan,
  family: 'clearance',
  beside: [],
  keys: () => ({ vehicle: 'thermostatRating', part: 'fullyOpen' }),
  judge: (_vehicle, part: { figures: Thermostat }, finding, practice) => {
    const { rating, fullyOpen } = part.figures.quantities;
    finding.small = false;
    if (!rating || !fullyOpen) {
      finding.outcome = 'not-asked';
      return;
    }
    finding.margin = rating.value + practice.thermostatSpan - fullyOpen.value;
    finding.u = combined(rating.u, fullyOpen.u);
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, false, chance, chance, practice);
  },
  show: (_vehicle, part, practice) => {
    const { rating, fullyOpen } = (part.figures as Thermostat).quantities;
    return {
      need: measured(rating && { ...rating, value: rating.value + practice.thermostatSpan }, 'temperature'),
      have: measured(fullyOpen, 'temperature'),
      ...sides([['part', { subject: 'thermostat', key: 'fullyOpen' }, fullyOpen]]),
    };
  },
}; // prettier-ignore

/** What a thermostat has to meet: its housing, the vehicle's temperature and the fan's. */
export const thermostatChecks: Check[] = [
  coherent('thermostat'),
  andFan,
  match(thermostatRules.thermostatFlange, 'thermostat', 'flange', ofBay('thermostatFlange'), { prefix: 'Ø' }),
  words(thermostatRules.thermostatSeal, 'thermostat', 'seal', wordOfBay('thermostatSeal'), sameOrChange),
  match(thermostatRules.thermostatRating, 'thermostat', 'rating', ofBay('thermostatRating'), {
    dimension: 'temperature',
  }),
  span,
];
