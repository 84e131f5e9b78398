import type { FigureSet } from '../../figures/index.ts';
import { match, ofBay, same, wordOfBay, words, type Check } from '../checks/check.ts';

type Adapter = FigureSet<'adapter'>;
const sort = (figures: Adapter): string | undefined => figures.words.bridges?.word;

/** A hose adapter meets the hose that it is made for. */
const hose: Check = (() => {
  const checks = {
    inletDiameter: match('adapterHose', 'adapter', 'hoseEnd', ofBay('inletDiameter'), { prefix: 'Ø', series: true }),
    outletDiameter: match('adapterHose', 'adapter', 'hoseEnd', ofBay('outletDiameter'), { prefix: 'Ø', series: true }),
  };
  const of = (figures: Adapter): Check => checks[sort(figures) === 'lower' ? 'outletDiameter' : 'inletDiameter'];
  return {
    ...checks.inletDiameter,
    judge: (vehicle, part: { figures: Adapter }, finding, practice) => {
      if (sort(part.figures) !== 'upper' && sort(part.figures) !== 'lower') finding.outcome = 'not-asked';
      else of(part.figures).judge(vehicle, part as never, finding, practice);
    },
    show: (vehicle, part, practice) => of(part.figures as Adapter).show(vehicle, part, practice),
  };
})(); // prettier-ignore

/** Until it is known what an adapter bridges, nothing can be said of it. */
const plug: Check = (() => {
  const inner = words('adapterPlug', 'adapter', 'loomPlug', wordOfBay('fanConnector'), same);
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

/** What an adapter has to meet in the vehicle; its other end meets a part, see the relations of a set. */
export const adapterChecks: Check[] = [plug, hose];
