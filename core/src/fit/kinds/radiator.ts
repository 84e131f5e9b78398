import { chanceClear, combined, type FigureSet, type WordFigure } from '../../figures/index.ts';
import { workOf } from '../../practice/index.ts';
import { lacking, ofBay, settle, wordOfBay, workedOut, type Check, type Side } from '../checks/check.ts';
import { clearance, match, onlyWhere, same, sameOrChange, words } from '../checks/families.ts';
import { measured, shownSides, sides, type Missing } from '../checks/shown.ts';
import { coherent } from '../checks/coherent.ts';
import { beltBay, drivenBladeWithRadiator } from './belt.ts';
import {
  judgeBlades,
  judgeMotor,
  missingForBlades,
  missingForMotor,
  spacerWork,
  stackFigures,
} from '../checks/depth.ts';
import { RULES } from '../checks/rules.ts';
import type { FitVehicle } from '../vehicle.ts';

type Radiator = FigureSet<'radiator'>;

const NO_COOLER = workedOut('none', 'manual transmission: no oil cooler needed');
const TANK_COOLER = workedOut('radiator', 'self-shifting transmission: cooler taken to be in the tank');

/** A manual needs none; a self-shifting transmission is taken to need one in the tank until the record says otherwise. */
const oilCooling: Side<WordFigure> = {
  get: (vehicle) => (vehicle.selfShifting ? (vehicle.figures.words.oilCooling ?? TANK_COOLER) : NO_COOLER),
  at: () => ({ subject: 'bay', key: 'oilCooling' }),
};

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
    id,
    rule: RULES[id],
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
  id: 'coreShare',
  rule: RULES.coreShare,
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
  id: 'depthWithFan',
  rule: RULES.depthWithFan,
  family: 'clearance',
  beside: ['fan'],
  leavesTo: 'fan',
  keys: () => ({ vehicle: 'bayDepth', part: 'thickness' }),
  judge: (vehicle, part: { figures: Radiator }, finding, practice) => judgeMotor(vehicle, part.figures, fanOf(vehicle), finding, practice),
  show: (vehicle, part) => {
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
    };
  },
  work: (vehicle, part, finding, practice) => (finding.outcome === 'change' ? spacerWork(vehicle, part.figures as Radiator, fanOf(vehicle), practice) : undefined),
}; // prettier-ignore

const bladesWithFan: Check = {
  id: 'bladesWithFan',
  rule: RULES.bladesWithFan,
  family: 'clearance',
  beside: ['fan'],
  leavesTo: 'fan',
  keys: () => ({ vehicle: 'fanBladeGap', part: 'coreThickness' }),
  judge: (vehicle, part: { figures: Radiator }, finding, practice) => judgeBlades(vehicle, part.figures, fanOf(vehicle), finding, practice),
  show: (vehicle, part) => {
    const { blades, core, thickness } = stackFigures(vehicle.figures, part.figures as Radiator, fanOf(vehicle));
    return {
      need: measured(blades.figure, 'length'),
      have: measured(core.figure, 'length'),
      traces: sides([['vehicle', blades.at, blades.figure], ['part', core.at, core.figure], ['part', thickness.at, thickness.figure]]).traces,
      missing: missingForBlades(vehicle, part.figures as Radiator, fanOf(vehicle)),
    };
  },
}; // prettier-ignore

const hole = (id: 'fanMountWidth' | 'fanMountHeight'): Check =>
  match(id, 'radiator', id, ofBay(id), { beside: ['fan'], leavesTo: 'fan' });

/** The old cap goes on where the new radiator carries one: the vehicle keeps its cap unless the box holds another. */
const oldCap = (vehicle: FitVehicle, figures: Radiator): boolean =>
  recovery(vehicle) && necked(figures) && !vehicle.beside?.cap;
const turn = (need: string, have: string) => (need === have ? 'pass' : have === 'front' ? 'fail' : 'change');
const portHeight = (id: 'inletHeight' | 'outletHeight'): Check => match(id, 'radiator', id, ofBay(id));
const bore = (id: 'inletDiameter' | 'outletDiameter'): Check =>
  match(id, 'radiator', id, ofBay(id), { prefix: 'Ø', series: true });
const capFigure = (id: 'neckBore' | 'neckSeat', key: 'capBore' | 'capSeatDepth'): Check =>
  match(id, 'radiator', key, ofBay(key), {
    asked: oldCap,
    beside: ['cap'],
    ...(key === 'capBore' ? { prefix: 'Ø' } : {}),
  });

/** What a radiator has to meet in a vehicle. */
export const radiatorChecks: Check[] = [
  coherent('radiator'),
  clearance('width', 'radiator', 'overallWidth', ofBay('openingWidth')),
  clearance('height', 'radiator', 'overallHeight', ofBay('openingHeight')),
  gap('sideGap'),
  gap('topGap'),
  coreShare,
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), depthWithFan),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), bladesWithFan),
  drivenBladeWithRadiator,
  clearance('depthWithoutFan', 'radiator', 'thickness', ofBay('bayDepth')),
  match('pinSpacing', 'radiator', 'pinSpacing', ofBay('pinSpacing')),
  match('pinDiameter', 'radiator', 'pinDiameter', ofBay('pinDiameter'), { prefix: 'Ø', asked: (vehicle) => !vehicle.beside?.mount, beside: ['mount'] }),
  words('topMount', 'radiator', 'topMount', wordOfBay('topMount'), sameOrChange),
  match('topMountSpacing', 'radiator', 'topMountSpacing', ofBay('topMountSpacing'), { asked: (vehicle) => vehicle.figures.words.topMount?.word !== 'shroud' }),
  words('inletSide', 'radiator', 'inletSide', wordOfBay('inletSide'), same),
  bore('inletDiameter'),
  portHeight('inletHeight'),
  words('outletSide', 'radiator', 'outletSide', wordOfBay('outletSide'), same),
  bore('outletDiameter'),
  portHeight('outletHeight'),
  // A spare cooler is left capped and still is a fit; a missing one is not.
  words('oilCooler', 'radiator', 'oilCooler', oilCooling, (need, have) => (need === 'radiator' && have !== 'transmission' && have !== 'both' ? 'fail' : 'pass')),
  words('oilCoolerFitting', 'radiator', 'oilCoolerFitting', wordOfBay('oilCoolerFitting'), sameOrChange, (vehicle) => oilCooling.get(vehicle)?.word === 'radiator'),
  // A pressurised tank carries the cap itself, so a neck on the radiator is spare; without a neck a recovery bottle has nothing to hang on.
  words('bottle', 'radiator', 'fillerNeck', wordOfBay('bottle'), (need, have) => (need === 'recovery' ? (have === 'neck' ? 'pass' : 'fail') : have === 'none' ? 'pass' : 'change')),
  { ...match('capPressure', 'radiator', 'capPressure', ofBay('capPressure'), { dimension: 'pressure', asked: recovery }), work: (_v, _p, finding) => (finding.outcome === 'change' ? workOf('own-cap', 'radiator') : undefined) },
  capFigure('neckBore', 'capBore'),
  capFigure('neckSeat', 'capSeatDepth'),
  words('hoseCoupling', 'radiator', 'hoseCoupling', wordOfBay('hoseCoupling'), sameOrChange),
  words('ventNipple', 'radiator', 'vent', wordOfBay('vent'), sameOrChange, (vehicle) => !none(vehicle.figures.words.vent)),
  words('inletDirection', 'radiator', 'inletDirection', wordOfBay('inletDirection'), turn),
  words('outletDirection', 'radiator', 'outletDirection', wordOfBay('outletDirection'), turn),
  words('drainSide', 'radiator', 'drainSide', wordOfBay('drainAccess'), same),
  words('engineOilCooler', 'radiator', 'oilCooler', wordOfBay('engineOilCooling'), (need, have) => (need === 'none' || have === 'engine' || have === 'both' ? 'pass' : 'fail'), (vehicle) => !none(vehicle.figures.words.engineOilCooling)),
  words('sensorPort', 'radiator', 'sensorPort', wordOfBay('sensorPort'), sameOrChange, (vehicle) => !none(vehicle.figures.words.sensorPort)),
  words('condenserTabs', 'radiator', 'condenserTabs', wordOfBay('condenserMount'), (need, have) => (need === 'support' || have === 'yes' ? 'pass' : 'change'), (vehicle) => vehicle.airConditioning),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), hole('fanMountWidth')),
  onlyWhere<'radiator'>((vehicle) => !beltBay(vehicle), hole('fanMountHeight')),
]; // prettier-ignore
