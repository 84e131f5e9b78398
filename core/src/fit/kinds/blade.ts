import type { FigureSet, QuantityFigure, WordFigure } from '../../figures/index.ts';
import { quantityOf, wordOf, type Check, type Side } from '../checks/check.ts';
import { clearance, match, same, words } from '../checks/families.ts';
import type { FitVehicle } from '../vehicle.ts';
import { advisory, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const bladeRules = rulesOf({
  motorRotation: rule(['motor', 'blade', 'fan'], 'depth'),
  bladeShaft: rule('blade', 'depth'),
  bladeBore: rule('blade', 'depth', { keep: 'shaftPlay' }),
  bladeTips: rule('blade', 'depth', { keep: 'bladesToShroud', most: 'bladesToShroudMost' }),
  bladeCount: rule('blade', 'depth', { ...advisory }),
}); // prettier-ignore

type Sided = FigureSet<'blade' | 'motor'>;
const sideOf = (figures: Sided): string | undefined => figures.words.side?.word;

/** Which way a fan of that side turns: of the motor beside, else as built; of a single fan, the fan’s own. */
export const turnsAt = (side: string | undefined): Side<WordFigure> => {
  const key = side === 'left' ? 'rotationLeft' : side === 'right' ? 'rotationRight' : 'motorRotation';
  return { get: (vehicle) => vehicle.figures.words[key], at: () => ({ subject: 'bay', key }) };
};

/** A check whose need hangs on the side that the part goes on; until that is known nothing can be said. */
export function bySide(kind: 'motor' | 'blade', of: (side: string | undefined) => Check): Check {
  const [left, right, only] = [of('left'), of('right'), of('only')];
  const pick = (figures: Sided): Check => ({ left, right })[sideOf(figures) ?? ''] ?? only;
  return {
    ...only,
    keys: (part) => pick(part.figures as Sided).keys(part),
    judge: (vehicle, part: { figures: Sided }, finding, practice) => {
      if (sideOf(part.figures) !== undefined) {
        pick(part.figures).judge(vehicle, part as never, finding, practice);
        return;
      }
      finding.outcome = 'unknown';
      finding.missing = 'part';
      finding.small = false;
    },
    show: (vehicle, part, practice) => {
      const figures = part.figures as Sided;
      const shown = pick(figures).show(vehicle, part, practice);
      return sideOf(figures) === undefined
        ? { ...shown, missing: [{ subject: kind, key: 'side' }, ...shown.missing] }
        : shown;
    },
  };
}

/** Of the motor beside it, or as the vehicle was built. */
const ofMotor = (key: 'shaft' | 'rotation', built: (side: string | undefined) => Side<WordFigure>, side: string | undefined): Side<WordFigure> => ({
  get: (vehicle) => (vehicle.beside?.motor ? wordOf(vehicle.beside.motor as never, key) : built(side).get(vehicle)),
  at: (vehicle) => (vehicle.beside?.motor ? { subject: 'motor', key } : built(side).at(vehicle)),
}); // prettier-ignore
const builtShaft = (): Side<WordFigure> => ({
  get: (vehicle) => vehicle.figures.words.motorShaft,
  at: () => ({ subject: 'bay', key: 'motorShaft' }),
});
const shaft: Side<QuantityFigure> = {
  get: (vehicle) => (vehicle.beside?.motor ? quantityOf(vehicle.beside.motor as never, 'shaftDiameter') : vehicle.figures.quantities.shaftDiameter),
  at: (vehicle) => (vehicle.beside?.motor ? { subject: 'motor', key: 'shaftDiameter' } : { subject: 'bay', key: 'shaftDiameter' }),
}; // prettier-ignore
/** The ring it turns in: of the shroud beside, as built, or what the blades as built left room for. */
const opening: Side<QuantityFigure> = {
  get: (vehicle: FitVehicle) => (vehicle.beside?.shroud ? vehicle.beside.shroud.quantities.opening : vehicle.figures.quantities.shroudOpening),
  at: (vehicle) => (vehicle.beside?.shroud ? { subject: 'shroud', key: 'opening' } : { subject: 'bay', key: 'shroudOpening' }),
}; // prettier-ignore

/** What a fan blade has to meet: a shaft, a way of turning, a ring. */
export const bladeChecks: Check[] = [
  bySide('blade', (side) => words(bladeRules.motorRotation, 'blade', 'rotation', ofMotor('rotation', turnsAt, side), same, () => true, { beside: ['motor'] })),
  words(bladeRules.bladeShaft, 'blade', 'shaft', ofMotor('shaft', builtShaft, undefined), same, () => true, { beside: ['motor'] }),
  match(bladeRules.bladeBore, 'blade', 'shaftBore', shaft, { prefix: 'Ø', beside: ['motor'] }),
  clearance(bladeRules.bladeTips, 'blade', 'diameter', opening, { beside: ['shroud'] }),
  bySide('blade', (side) => {
    const key = side === 'right' ? 'bladesRight' : 'bladesLeft';
    return words(bladeRules.bladeCount, 'blade', 'count', { get: (vehicle) => vehicle.figures.words[key], at: () => ({ subject: 'bay', key }) }, same);
  }),
]; // prettier-ignore
