import { frameRules } from './frame.ts';
import { chanceClear, combined, type FigureSet, type WordFigure } from '../../figures/index.ts';
import { workOf } from '../../practice/index.ts';
import { lacking, ofBay, settle, wordOfBay, workedOut, type Check, type Side } from '../checks/check.ts';
import { clearance, match, onlyWhere, same, sameOrChange, words } from '../checks/families.ts';
import { measured, shownSides, sides, type Missing } from '../checks/shown.ts';
import { coolsAsWell } from '../checks/cooling.ts';
import { coherent } from '../checks/coherent.ts';
import { beltBay, drivenBladeWithRadiator } from './belt.ts';
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
import type { FitVehicle } from '../vehicle.ts';
import { advisory, by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const radiatorRules = rulesOf({
  width: rule('radiator', 'face', { keep: 'openingSides', work: by('slot-side-bracket', 'radiator', 'bracketSlot'), place: 'overall' }),
  height: rule('radiator', 'face', { keep: 'openingTop', most: 'bracketReach', work: by('shim-upper-brackets', 'radiator', 'bracketShim'), smallWork: by('extend-upper-brackets', 'radiator', 'bracketExtend'), place: 'overall' }),
  sideGap: rule('radiator', 'face', { keep: 'gapWorthClosing', most: 'gapClosable', work: by('close-gap', 'sides') }),
  topGap: rule('radiator', 'face', { keep: 'gapWorthClosing', most: 'gapClosable', work: by('close-gap', 'top') }),
  coreShare: rule('radiator', 'face', { keep: 'coreShare' }),
  depthWithFan: rule('radiator', 'depth', { keep: 'motorToEngine', work: by('fit-spacer', 'fan') }),
  bladesWithFan: rule('radiator', 'depth', { keep: 'electricBladeToCore' }),
  depthWithoutFan: rule('radiator', 'depth', { keep: 'radiatorToEngine' }),
  pinSpacing: rule('radiator', 'face', { keep: 'pinSpacing', place: 'pins' }),
  pinDiameter: rule('radiator', 'face', { keep: 'pinInGrommet', work: by('other-grommets', 'radiator', 'otherGrommet'), place: 'pins' }),
  topMount: rule('radiator', 'face', { work: by('make-upper-brackets', 'radiator'), place: 'topMounts' }),
  topMountSpacing: rule('radiator', 'face', { keep: 'topMountSpacing', work: by('slot-upper-brackets', 'radiator', 'bracketSlot'), place: 'topMounts' }),
  inletSide: rule('radiator', 'ports', { place: 'inlet' }),
  inletDiameter: rule('radiator', 'ports', { keep: 'hoseOnNeck', work: by('stepped-hose', 'upper', 'steppedHose'), place: 'inlet' }),
  inletHeight: rule('radiator', 'ports', { keep: 'neckHeight', work: by('formed-hose', 'upper', 'neckHeightFormed') }),
  outletSide: rule('radiator', 'ports', { place: 'outlet' }),
  outletDiameter: rule('radiator', 'ports', { keep: 'hoseOnNeck', work: by('stepped-hose', 'lower', 'steppedHose'), place: 'outlet' }),
  outletHeight: rule('radiator', 'ports', { keep: 'neckHeight', work: by('formed-hose', 'lower', 'neckHeightFormed') }),
  oilCooler: rule('radiator', 'ports', { place: 'cooler' }),
  oilCoolerFitting: rule('radiator', 'ports', { work: by('cooler-line-adapters', 'radiator'), place: 'cooler' }),
  bottle: rule('radiator', 'ports', { work: by('blind-cap', 'radiator'), place: 'neck' }),
  capPressure: rule('radiator', 'ports', { ...advisory, keep: 'capRating', work: by('own-cap', 'radiator'), place: 'neck' }),
  neckBore: rule('radiator', 'ports', { ...advisory, keep: 'capBore', work: by('cap-of-neck', 'radiator') }),
  neckSeat: rule('radiator', 'ports', { ...advisory, keep: 'capSeat', work: by('cap-of-neck', 'radiator') }),
  condenserTabs: rule('radiator', 'face', { work: by('condenser-straps', 'radiator') }),
  hoseCoupling: rule('radiator', 'ports', { work: by('coupler-adapters', 'radiator') }),
  sensorPort: rule('radiator', 'ports', { work: by('sensor-adapter', 'radiator') }),
  ventNipple: rule('radiator', 'ports', { work: by('tee-vent', 'radiator') }),
  inletDirection: rule('radiator', 'ports', { work: by('formed-hose', 'upper'), place: 'inlet' }),
  outletDirection: rule('radiator', 'ports', { work: by('formed-hose', 'lower'), place: 'outlet' }),
  // Somewhere else it drains just as well, only not into the same pan: said, and no reason to turn a part away.
  drainSide: rule('radiator', 'ports', { ...advisory, place: 'drain' }),
  engineOilCooler: rule('radiator', 'ports'),
}); // prettier-ignore

type Radiator = FigureSet<'radiator'>;

const NO_COOLER = workedOut('none', 'manual-transmission');
const TANK_COOLER = workedOut('radiator', 'self-shifting');

/** A manual needs none; a self-shifting transmission is taken to need one in the tank until the record says otherwise. */
const oilCooling: Side<WordFigure> = {
  get: (vehicle) => (vehicle.selfShifting ? (vehicle.figures.words.oilCooling ?? TANK_COOLER) : NO_COOLER),
  at: () => ({ subject: 'bay', key: 'oilCooling' }),
};

/** Whether lines of the gearbox or of the engine end in the tank: then their fittings count. */
const linesToTank = (vehicle: FitVehicle): boolean =>
  oilCooling.get(vehicle)?.word === 'radiator' || vehicle.figures.words.engineOilCooling?.word === 'radiator';

const recovery = (vehicle: FitVehicle): boolean => vehicle.figures.words.bottle?.word === 'recovery';
const necked = (figures: Radiator): boolean => figures.words.fillerNeck?.word === 'neck';
/** The word says that there is none to meet; unknown asks. */
const none = (figure: WordFigure | undefined): boolean => figure?.word === 'none';

/** A gap that foam strip closes is worth closing; a wider one shows a part that does not cover the opening. */
function gap(id: 'sideGap' | 'topGap'): Check {
  const [own, opening] =
    id === 'sideGap'
      ? (['overallWidth', 'openingWidth'] as const)
      : (['overallHeight', 'openingHeight'] as const);
  const share = id === 'sideGap' ? 0.5 : 1;
  const vehicleAt: Missing = { subject: 'bay', key: opening };
  const partAt: Missing = { subject: 'radiator', key: own };
  const of = (vehicle: FitVehicle, figures: Radiator): { value: number; u: number } | undefined => {
    const room = vehicle.figures.quantities[opening];
    const size = figures.quantities[own];
    return room && size && { value: (room.value - size.value) * share, u: combined(room.u, size.u) * share };
  };
  return {
    rule: radiatorRules[id],
    family: 'clearance',
    beside: [],
    keys: () => ({ vehicle: opening, part: own }),
    judge: (vehicle, part: { figures: Radiator }, finding, practice) => {
      if (lacking(finding, vehicle.figures.quantities[opening], part.figures.quantities[own])) return;
      const left = of(vehicle, part.figures)!;
      finding.margin = practice.gapClosable - left.value;
      finding.u = left.u;
      finding.small = true;
      const chance = chanceClear(finding.margin, left.u);
      settle(finding, false, chance, chance, practice);
    },
    show: (vehicle, part, practice) => {
      const figures = part.figures as Radiator;
      const left = of(vehicle, figures);
      return shownSides(
        left && { type: 'quantity', value: practice.gapClosable, u: 0, dimension: 'length' },
        measured(left, 'length'),
        vehicleAt,
        vehicle.figures.quantities[opening],
        partAt,
        figures.quantities[own],
      );
    },
    work: (vehicle, part, finding, practice) => {
      if (finding.outcome !== 'pass') return undefined;
      const figures = part.figures as Radiator;
      const left = of(vehicle, figures);
      if (!left || left.value < practice.gapWorthClosing) return undefined;
      const along =
        id === 'sideGap'
          ? (figures.quantities.overallHeight?.value ?? 0) * 2
          : (figures.quantities.overallWidth?.value ?? 0);
      return workOf('close-gap', id === 'sideGap' ? 'sides' : 'top', {
        ...(along > 0 ? { by: along } : {}),
        optional: true,
      });
    },
  };
}

/** Tubes and fins against the opening they are to fill. */
const coreShare: Check = {
  rule: radiatorRules.coreShare,
  family: 'clearance',
  beside: [],
  keys: () => ({ vehicle: 'openingWidth', part: 'coreWidth' }),
  judge: (vehicle, part: { figures: Radiator }, finding, practice) => {
    const { coreWidth, coreHeight } = part.figures.quantities;
    const { openingWidth, openingHeight } = vehicle.figures.quantities;
    if (lacking(finding, openingWidth && openingHeight, coreWidth && coreHeight)) return;
    const face = coreWidth!.value * coreHeight!.value;
    const share = face / (openingWidth!.value * openingHeight!.value);
    finding.margin = (share - practice.coreShare) * 100;
    finding.u = 100 * share * combined(coreWidth!.u / coreWidth!.value, coreHeight!.u / coreHeight!.value, openingWidth!.u / openingWidth!.value, openingHeight!.u / openingHeight!.value);
    finding.small = true;
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, false, chance, chance, practice);
  },
  show: (vehicle, part, practice) => {
    const { coreWidth, coreHeight } = (part.figures as Radiator).quantities;
    const { openingWidth, openingHeight } = vehicle.figures.quantities;
    const all = coreWidth && coreHeight && openingWidth && openingHeight;
    const share = all ? (100 * coreWidth.value * coreHeight.value) / (openingWidth.value * openingHeight.value) : 0;
    return {
      need: { type: 'quantity', value: practice.coreShare * 100, u: 0, dimension: 'share' },
      have: all ? { type: 'quantity', value: share, u: 0, dimension: 'share' } : undefined,
      ...sides([
        ['vehicle', { subject: 'bay', key: 'openingWidth' }, openingWidth],
        ['vehicle', { subject: 'bay', key: 'openingHeight' }, openingHeight],
        ['part', { subject: 'radiator', key: 'coreWidth' }, coreWidth],
        ['part', { subject: 'radiator', key: 'coreHeight' }, coreHeight],
      ]),
    };
  },
}; // prettier-ignore

const fanOf = (vehicle: FitVehicle) => vehicle.beside?.fan;

const depthWithFan: Check = {
  rule: radiatorRules.depthWithFan,
  family: 'clearance',
  beside: ['fan'],
  leavesTo: 'fan',
  keys: () => ({ vehicle: 'bayDepth', part: 'thickness' }),
  judge: (vehicle, part: { figures: Radiator }, finding, practice) => judgeMotor(vehicle, part.figures, fanOf(vehicle), finding, practice),
  show: (vehicle, part, practice) => {
    const figures = stackFigures(vehicle.figures, part.figures as Radiator, fanOf(vehicle));
    const [room, fan, own] = [figures.depth.figure, figures.fan.figure, figures.thickness.figure];
    return {
      need: room && fan && { type: 'quantity', value: room.value - fan.value, u: combined(room.u, fan.u), dimension: 'length' },
      have: measured(own, 'length'),
      traces: sides([
        ['vehicle', figures.depth.at, room],
        ['vehicle', figures.fan.at, fan],
        ['part', figures.thickness.at, own],
      ]).traces,
      missing: missingForMotor(vehicle, part.figures as Radiator, fanOf(vehicle)),
      sum: motorSum(vehicle, part.figures as Radiator, fanOf(vehicle), practice),
    };
  },
  work: (vehicle, part, finding, practice) => (finding.outcome === 'change' ? spacerWork(vehicle, part.figures as Radiator, fanOf(vehicle), practice) : undefined),
}; // prettier-ignore

const bladesWithFan: Check = {
  rule: radiatorRules.bladesWithFan,
  family: 'clearance',
  beside: ['fan'],
  leavesTo: 'fan',
  keys: () => ({ vehicle: 'fanBladeGap', part: 'coreThickness' }),
  judge: (vehicle, part: { figures: Radiator }, finding, practice) => judgeBlades(vehicle, part.figures, fanOf(vehicle), finding, practice),
  show: (vehicle, part, practice) => {
    const { blades, core, thickness } = stackFigures(vehicle.figures, part.figures as Radiator, fanOf(vehicle));
    return {
      need: measured(blades.figure, 'length'),
      have: measured(core.figure, 'length'),
      traces: sides([['vehicle', blades.at, blades.figure], ['part', core.at, core.figure], ['part', thickness.at, thickness.figure]]).traces,
      missing: missingForBlades(vehicle, part.figures as Radiator, fanOf(vehicle)),
      sum: bladesSum(vehicle, part.figures as Radiator, fanOf(vehicle), practice),
    };
  },
}; // prettier-ignore

const hole = (id: 'fanMountWidth' | 'fanMountHeight'): Check =>
  match(frameRules[id], 'radiator', id, ofBay(id), { beside: ['fan'], leavesTo: 'fan' });

/** The old cap goes on where the new radiator carries one: the vehicle keeps its cap unless the box holds another. */
const oldCap = (vehicle: FitVehicle, figures: Radiator): boolean =>
  recovery(vehicle) && necked(figures) && !vehicle.beside?.cap;
const turn = (need: string, have: string) => (need === have ? 'pass' : have === 'front' ? 'fail' : 'change');
const portHeight = (id: 'inletHeight' | 'outletHeight'): Check =>
  match(radiatorRules[id], 'radiator', id, ofBay(id));
const bore = (id: 'inletDiameter' | 'outletDiameter'): Check =>
  match(radiatorRules[id], 'radiator', id, ofBay(id), { prefix: 'Ø', series: true });
const capFigure = (id: 'neckBore' | 'neckSeat', key: 'capBore' | 'capSeatDepth'): Check =>
  match(radiatorRules[id], 'radiator', key, ofBay(key), {
    asked: oldCap,
    beside: ['cap'],
    ...(key === 'capBore' ? { prefix: 'Ø' } : {}),
  });

/** A port that the vehicle uses must be there; one that it does not use is open, and leaks until it is closed. */
function openOrUsed(id: 'sensorPort' | 'ventNipple', key: 'sensorPort' | 'vent', closed: 'plug-port' | 'cap-nipple'): Check {
  const isUnused = (vehicle: FitVehicle): boolean => none(vehicle.figures.words[key]);
  const check = words(radiatorRules[id], 'radiator', key, wordOfBay(key), sameOrChange, (vehicle, figures) => !isUnused(vehicle) || (figures.words[key] !== undefined && !none(figures.words[key])));
  return { ...check, work: (vehicle, part, finding, practice) => (isUnused(vehicle) ? (finding.outcome === 'change' ? workOf(closed, 'radiator') : undefined) : check.work!(vehicle, part, finding, practice)) };
} // prettier-ignore

/** What a radiator has to meet in a vehicle. */
export const radiatorChecks: Check[] = [
  coherent('radiator'),
  clearance(radiatorRules.width, 'radiator', 'overallWidth', ofBay('openingWidth')),
  clearance(radiatorRules.height, 'radiator', 'overallHeight', ofBay('openingHeight')),
  gap('sideGap'),
  gap('topGap'),
  coreShare,
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), depthWithFan),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), bladesWithFan),
  clearance(radiatorRules.depthWithoutFan, 'radiator', 'thickness', ofBay('bayDepth')),
  match(radiatorRules.pinSpacing, 'radiator', 'pinSpacing', ofBay('pinSpacing')),
  match(radiatorRules.pinDiameter, 'radiator', 'pinDiameter', ofBay('pinDiameter'), { prefix: 'Ø', asked: (vehicle) => !vehicle.beside?.mount, beside: ['mount'] }),
  words(radiatorRules.topMount, 'radiator', 'topMount', wordOfBay('topMount'), sameOrChange),
  match(radiatorRules.topMountSpacing, 'radiator', 'topMountSpacing', ofBay('topMountSpacing'), { asked: (vehicle) => vehicle.figures.words.topMount?.word !== 'shroud' }),
  words(radiatorRules.inletSide, 'radiator', 'inletSide', wordOfBay('inletSide'), same),
  bore('inletDiameter'),
  portHeight('inletHeight'),
  words(radiatorRules.outletSide, 'radiator', 'outletSide', wordOfBay('outletSide'), same),
  bore('outletDiameter'),
  portHeight('outletHeight'),
  // A spare cooler is left capped and still is a fit; a missing one is not.
  words(radiatorRules.oilCooler, 'radiator', 'oilCooler', oilCooling, (need, have) => (need === 'radiator' && have !== 'transmission' && have !== 'both' ? 'fail' : 'pass')),
  words(radiatorRules.oilCoolerFitting, 'radiator', 'oilCoolerFitting', wordOfBay('oilCoolerFitting'), sameOrChange, linesToTank),
  // A pressurised tank carries the cap itself, so a neck on the radiator is spare; without a neck a recovery bottle has nothing to hang on.
  words(radiatorRules.bottle, 'radiator', 'fillerNeck', wordOfBay('bottle'), (need, have) => (need === 'recovery' ? (have === 'neck' ? 'pass' : 'fail') : have === 'none' ? 'pass' : 'change')),
  { ...match(radiatorRules.capPressure, 'radiator', 'capPressure', ofBay('capPressure'), { dimension: 'pressure', asked: recovery }), work: (_v, _p, finding) => (finding.outcome === 'change' ? workOf('own-cap', 'radiator') : undefined) },
  capFigure('neckBore', 'capBore'),
  capFigure('neckSeat', 'capSeatDepth'),
  words(radiatorRules.condenserTabs, 'radiator', 'condenserTabs', wordOfBay('condenserMount'), (need, have) => (need === 'support' || have === 'yes' ? 'pass' : 'change'), (vehicle) => vehicle.airConditioning),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), hole('fanMountWidth')),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), hole('fanMountHeight')),
  drivenBladeWithRadiator,
  words(radiatorRules.hoseCoupling, 'radiator', 'hoseCoupling', wordOfBay('hoseCoupling'), sameOrChange),
  openOrUsed('sensorPort', 'sensorPort', 'plug-port'),
  openOrUsed('ventNipple', 'vent', 'cap-nipple'),
  words(radiatorRules.inletDirection, 'radiator', 'inletDirection', wordOfBay('inletDirection'), turn),
  words(radiatorRules.outletDirection, 'radiator', 'outletDirection', wordOfBay('outletDirection'), turn),
  words(radiatorRules.drainSide, 'radiator', 'drainSide', wordOfBay('drainAccess'), same),
  words(radiatorRules.engineOilCooler, 'radiator', 'oilCooler', wordOfBay('engineOilCooling'), (need, have) => (need === 'none' || have === 'engine' || have === 'both' ? 'pass' : 'fail'), (vehicle) => !none(vehicle.figures.words.engineOilCooling)),
  coolsAsWell('radiator'),
]; // prettier-ignore
