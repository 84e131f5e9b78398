import type { FigureSet, WordFigure } from '../../figures/index.ts';
import { ofBay, wordOf, wordOfBay, type Asked, type Check, type Side } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const adapterRules = rulesOf({
  adapterPlug: rule('adapter', 'wiring'),
  adapterHose: rule('adapter', 'ports', { keep: 'hoseOnNeck' }),
  adapterPort: rule('adapter', 'ports', { work: by('sensor-bush', 'sensor') }),
  adapterGround: rule('adapter', 'wiring', { work: by('ground-strap', 'sender') }),
}); // prettier-ignore

type Adapter = FigureSet<'adapter'>;
const sort = (figures: Adapter): string | undefined => figures.words.bridges?.word;

/** A hose adapter meets the hose that it is made for. */
const hose: Check = (() => {
  const checks = {
    inletDiameter: match(adapterRules.adapterHose, 'adapter', 'hoseEnd', ofBay('inletDiameter'), { prefix: 'Ø', series: true }),
    outletDiameter: match(adapterRules.adapterHose, 'adapter', 'hoseEnd', ofBay('outletDiameter'), { prefix: 'Ø', series: true }),
  };
  const of = (figures: Adapter): Check => checks[sort(figures)?.endsWith('lower') ? 'outletDiameter' : 'inletDiameter'];
  return {
    ...checks.inletDiameter,
    judge: (vehicle, part: { figures: Adapter }, finding, practice) => {
      if (!/upper$|lower$/.test(sort(part.figures) ?? '')) finding.outcome = 'not-asked';
      else of(part.figures).judge(vehicle, part as never, finding, practice);
    },
    show: (vehicle, part, practice) => of(part.figures as Adapter).show(vehicle, part, practice),
  };
})(); // prettier-ignore

/** Until it is known what an adapter bridges, nothing can be said of it. */
const plug: Check = (() => {
  const inner = words(adapterRules.adapterPlug, 'adapter', 'loomPlug', wordOfBay('fanConnector'), same);
  return {
    ...inner,
    judge: (vehicle, part: { figures: Adapter }, finding, practice) => {
      const bridges = sort(part.figures);
      if (bridges === 'plug') inner.judge(vehicle, part as never, finding, practice);
      else {
        finding.outcome = bridges === undefined ? 'unknown' : 'not-asked';
        finding.missing = bridges === undefined ? 'part' : 'none';
        finding.small = false;
      }
    },
    show: (vehicle, part, practice) => {
      const shown = inner.show(vehicle, part, practice);
      return sort(part.figures as Adapter) === undefined
        ? { ...shown, missing: [{ subject: 'adapter', key: 'bridges' }, ...shown.missing] }
        : shown;
    },
  };
})();

const ofSensor: Asked<'adapter'> = (_vehicle, figures) =>
  sort(figures) === undefined ? undefined : sort(figures)!.startsWith('sensor');
/** The thread of the kit’s probe beside it, or of the sensor as built. */
const PROBE: Side<WordFigure> = {
  get: (vehicle) => (vehicle.beside?.kit ? wordOf(vehicle.beside.kit as never, 'probePort') : vehicle.figures.words.sensorPort),
  at: (vehicle) => (vehicle.beside?.kit ? { subject: 'kit', key: 'probePort' } : { subject: 'bay', key: 'sensorPort' }),
}; // prettier-ignore

/** A vehicle without a sensor in its radiator, and no probe beside, has nothing to screw in. */
const hasSensor: Asked<'adapter'> = (vehicle, figures) =>
  PROBE.get(vehicle)?.word !== 'none' && ofSensor(vehicle, figures);

/** What an adapter has to meet in the vehicle; its other end meets a part, see the relations of a set. */
export const adapterChecks: Check[] = [
  plug,
  hose,
  words(adapterRules.adapterPort, 'adapter', 'port', PROBE, (need, have) => (need === have ? 'pass' : have === 'none' ? 'fail' : 'change'), hasSensor, { beside: ['kit'] }),
  words(adapterRules.adapterGround, 'adapter', 'groundLug', wordOfBay('senderWires'), (need, have) => (need === 'one' && have === 'no' ? 'change' : 'pass'), ofSensor),
]; // prettier-ignore
