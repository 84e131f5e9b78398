import type { FigureSet, WordFigure } from '../../figures/index.ts';
import { workOf } from '../../practice/index.ts';
import { lacking, remedyOf, workedOut, type Check } from '../checks/check.ts';
import { judgeAlike, sameOrChange, words } from '../checks/families.ts';
import { measured, sides } from '../checks/shown.ts';
import type { FitVehicle } from '../vehicle.ts';
import { trimmed } from './hosekit.ts';
import { by, rule, rulesOf, type Rule } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const hoseRules = rulesOf({
  hoseRadiatorEnd: rule('hose', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'radiator end', 'hoseReducer') }),
  hoseEngineEnd: rule('hose', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'engine end', 'hoseReducer') }),
  hoseLength: rule('hose', 'ports', { keep: 'hoseTrim', work: by('trim-hose', 'hose', 'hoseTrimMost') }),
  hoseSpring: rule('hose', 'ports', { work: by('move-spring', 'hose') }),
}); // prettier-ignore

type Hose = FigureSet<'hose'>;
type End = 'radiatorEnd' | 'engineEnd' | 'length';
/** A hose is upper or lower: which of the vehicle's figures it must meet depends on that. */
const NEEDS = {
  upper: { radiatorEnd: 'inletDiameter', engineEnd: 'upperEngineNeck', length: 'upperHoseLength' },
  lower: { radiatorEnd: 'outletDiameter', engineEnd: 'lowerEngineNeck', length: 'lowerHoseLength' },
} as const;

const position = (figures: Hose): WordFigure | undefined => figures.words.position;
const which = (figures: Hose): 'upper' | 'lower' => (position(figures)?.word === 'lower' ? 'lower' : 'upper');

function hoseCheck(
  id: Exclude<keyof typeof hoseRules, 'hoseSpring'>,
  end: End,
  key: 'radiatorBore' | 'engineBore' | 'length',
): Check {
  const rule: Rule = hoseRules[id];
  const needKey = (figures: Hose) => NEEDS[which(figures)][end];
  /** At the radiator's end, the neck of the radiator that goes in with it. */
  const needOf = (vehicle: FitVehicle, figures: Hose) => {
    const radiator = end === 'radiatorEnd' ? vehicle.beside?.radiator : undefined;
    return radiator
      ? radiator.quantities[which(figures) === 'upper' ? 'inletDiameter' : 'outletDiameter']
      : vehicle.figures.quantities[needKey(figures)];
  };
  return {
    rule,
    family: 'match',
    beside: end === 'radiatorEnd' ? ['radiator'] : [],
    keys: (part) => ({ vehicle: needKey(part.figures as Hose), part: key }),
    judge: (vehicle, part: { figures: Hose }, finding, practice) => {
      const need = needOf(vehicle, part.figures);
      const have = position(part.figures) && part.figures.quantities[key];
      if (lacking(finding, need, have)) return;
      if (end !== 'length') {
        judgeAlike(finding, rule, need!, have!, practice, true);
        return;
      }
      trimmed(finding, need!, have!, practice);
    },
    show: (vehicle, part) => {
      const figures = part.figures as Hose;
      const need = needOf(vehicle, figures);
      const have = position(figures) && figures.quantities[key];
      const prefix = end === 'length' ? undefined : 'Ø';
      return {
        need: measured(need, 'length', prefix),
        have: measured(have, 'length', prefix),
        ...sides([
          ['vehicle', { subject: 'bay', key: needKey(figures) }, need],
          ['part', { subject: 'hose', key: position(figures) ? key : 'position' }, have],
        ]),
      };
    },
    work: (vehicle, part, finding) => {
      if (end !== 'length') return remedyOf(rule, finding);
      const over =
        ((part.figures as Hose).quantities.length?.value ?? 0) -
        (needOf(vehicle, part.figures as Hose)?.value ?? 0);
      return finding.outcome === 'change' ? workOf('trim-hose', 'hose', { by: Math.round(over) }) : undefined;
    },
  };
}

const spring: Check = (() => {
  const need = workedOut('yes', 'suction-side');
  const inner = words(hoseRules.hoseSpring, 'hose', 'spring', { get: () => need, at: () => ({ subject: 'hose', key: 'spring' }) }, sameOrChange, (_vehicle, figures: Hose) => position(figures)?.word !== 'upper');
  return {
    ...inner,
    show: (vehicle, part, practice) => ({ ...inner.show(vehicle, part, practice), need: { type: 'said', codes: ['a-spring'] } }),
  };
})(); // prettier-ignore

/** What a coolant hose has to meet: two necks and the way between them. */
export const hoseChecks: Check[] = [
  hoseCheck('hoseRadiatorEnd', 'radiatorEnd', 'radiatorBore'),
  hoseCheck('hoseEngineEnd', 'engineEnd', 'engineBore'),
  hoseCheck('hoseLength', 'length', 'length'),
  spring,
];
