import type { FigureSet, QuantityFigure } from '../../figures/index.ts';
import { chanceClear, chanceWithin, combined } from '../../figures/index.ts';
import { workOf } from '../../practice/index.ts';
import { lacking, ofBay, ofBeside, settle, wordOfBay, type Asked, type Check } from '../checks/check.ts';
import { match, onlyWhere, words } from '../checks/families.ts';
import { measured, sides } from '../checks/shown.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const hosekitRules = rulesOf({
  setUpperRadiator: rule('hosekit', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'upper radiator end', 'hoseReducer') }),
  setUpperEngine: rule('hosekit', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'upper engine end', 'hoseReducer') }),
  setUpperLength: rule('hosekit', 'ports', { keep: 'hoseTrim', work: by('trim-hose', 'upper hose', 'hoseTrimMost') }),
  setLowerRadiator: rule('hosekit', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'lower radiator end', 'hoseReducer') }),
  setLowerEngine: rule('hosekit', 'ports', { keep: 'hoseOnNeck', work: by('hose-reducer', 'lower engine end', 'hoseReducer') }),
  setLowerLength: rule('hosekit', 'ports', { keep: 'hoseTrim', work: by('trim-hose', 'lower hose', 'hoseTrimMost') }),
  reroutePlate: rule('hosekit', 'ports', { keep: 'plateBolts' }),
  rerouteSeat: rule('hosekit', 'ports', { keep: 'thermostatSeat' }),
  reroutePort: rule('hosekit', 'ports', { work: by('sensor-bush', 'sensor') }),
}); // prettier-ignore

type Hosekit = FigureSet<'hosekit'>;
/** Until it is known what a kit does, everything is asked of it. */
const does =
  (what: 'set' | 'reroute'): Asked<'hosekit'> =>
  (_vehicle, figures) =>
    figures.words.does === undefined ? undefined : figures.words.does.word === what;
const ofSet = (check: Check): Check => onlyWhere<'hosekit'>(does('set'), check);
const ofReroute = (check: Check): Check => onlyWhere<'hosekit'>(does('reroute'), check);
const series = { prefix: 'Ø', series: true } as const;

/** A hose is trimmed, never stretched. */
export function trimmed(
  finding: Parameters<Check['judge']>[2],
  need: QuantityFigure,
  have: QuantityFigure,
  practice: Parameters<Check['judge']>[3],
): void {
  const difference = have.value - need.value;
  const [give, most] = [practice.hoseTrim, practice.hoseTrim + practice.hoseTrimMost];
  const u = combined(need.u, have.u);
  finding.u = u;
  finding.margin = give - Math.abs(difference);
  finding.small = difference < 0;
  settle(
    finding,
    difference > 0,
    chanceWithin(difference, give, u),
    chanceClear(difference + give, u) * chanceClear(most - difference, u),
    practice,
    chanceClear(difference < 0 ? give + difference : most - difference, u),
  );
}

function long(id: 'setUpperLength' | 'setLowerLength', which: 'upper' | 'lower'): Check {
  const [key, built] = [`${which}Length`, `${which}HoseLength`] as const;
  const need = ofBay(built);
  return {
    rule: hosekitRules[id],
    family: 'match',
    beside: [],
    keys: () => ({ vehicle: built, part: key }),
    judge: (vehicle, part: { figures: Hosekit }, finding, practice) => {
      const [wanted, have] = [need.get(vehicle), part.figures.quantities[key]];
      if (!lacking(finding, wanted, have)) trimmed(finding, wanted!, have!, practice);
    },
    show: (vehicle, part) => {
      const [wanted, have] = [need.get(vehicle), (part.figures as Hosekit).quantities[key]];
      return {
        need: measured(wanted, 'length'),
        have: measured(have, 'length'),
        ...sides([
          ['vehicle', need.at(vehicle), wanted],
          ['part', { subject: 'hosekit', key }, have],
        ]),
      };
    },
    work: (vehicle, part, finding) => {
      const over = ((part.figures as Hosekit).quantities[key]?.value ?? 0) - (need.get(vehicle)?.value ?? 0);
      return finding.outcome === 'change'
        ? workOf('trim-hose', `${which} hose`, { by: Math.round(over) })
        : undefined;
    },
  };
}

/** What a kit of hoses has to meet: four necks and two ways; one that reroutes, the head and its sensor. */
export const hosekitChecks: Check[] = [
  match(hosekitRules.setUpperRadiator, 'hosekit', 'upperRadiatorBore', ofBeside('radiator', 'inletDiameter', 'inletDiameter'), { ...series, beside: ['radiator'] }),
  ofSet(match(hosekitRules.setUpperEngine, 'hosekit', 'upperEngineBore', ofBay('upperEngineNeck'), series)),
  ofSet(long('setUpperLength', 'upper')),
  ofSet(match(hosekitRules.setLowerRadiator, 'hosekit', 'lowerRadiatorBore', ofBeside('radiator', 'outletDiameter', 'outletDiameter'), { ...series, beside: ['radiator'] })),
  ofSet(match(hosekitRules.setLowerEngine, 'hosekit', 'lowerEngineBore', ofBay('lowerEngineNeck'), series)),
  ofSet(long('setLowerLength', 'lower')),
  ofReroute(match(hosekitRules.reroutePlate, 'hosekit', 'plateBolts', ofBay('rerouteBolts'))),
  ofReroute(match(hosekitRules.rerouteSeat, 'hosekit', 'flange', ofBay('thermostatFlange'), { prefix: 'Ø' })),
  ofReroute(words(hosekitRules.reroutePort, 'hosekit', 'port', wordOfBay('sensorPort'), (need, have) => (need === have ? 'pass' : have === 'none' ? 'fail' : 'change'), (vehicle) => vehicle.figures.words.sensorPort?.word !== 'none')),
]; // prettier-ignore
