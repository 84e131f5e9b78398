import type { FigureSet, QuantityFigure } from './figures.ts';
import type { SubjectKind } from './attributes.ts';
import { combined } from './combine.ts';

/** Two figures of one record that cannot both be true, with both as their hands wrote them. */
export interface Incoherent {
  subject: SubjectKind;
  /** The one that should be smaller, then the one that should hold it. */
  keys: readonly [string, string];
  /** How often the smaller one has to find room in the larger: two fans in one frame. */
  count: number;
  written: readonly [string, string];
}

interface Pair {
  smaller: string;
  larger: string;
  /** The larger times this must still hold the smaller. */
  times?: (figures: FigureSet<SubjectKind>) => number;
  /** The larger may be short by this, record unit. */
  slack?: number;
}

const twoFans = (figures: FigureSet<SubjectKind>): number =>
  (figures.words as Record<string, { word: string } | undefined>).fans?.word === 'two' ? 2 : 1;

/** What lies inside what; feet and pins may stand out past a frame on tabs, by what `slack` says. */
const PAIRS: Partial<Record<SubjectKind, readonly Pair[]>> = {
  radiator: [
    { smaller: 'coreWidth', larger: 'overallWidth' },
    { smaller: 'coreHeight', larger: 'overallHeight' },
    { smaller: 'coreThickness', larger: 'thickness' },
    { smaller: 'pinSpacing', larger: 'overallWidth' },
    { smaller: 'topMountSpacing', larger: 'overallWidth', slack: 60 },
    { smaller: 'fanMountWidth', larger: 'overallWidth', slack: 20 },
    { smaller: 'fanMountHeight', larger: 'overallHeight', slack: 20 },
    { smaller: 'inletHeight', larger: 'overallHeight' },
    { smaller: 'outletHeight', larger: 'overallHeight' },
    { smaller: 'tubeDepth', larger: 'coreThickness' },
    { smaller: 'bossDepth', larger: 'thickness' },
  ],
  shroud: [
    { smaller: 'opening', larger: 'width' },
    { smaller: 'opening', larger: 'height' },
    { smaller: 'seal', larger: 'depth' },
    { smaller: 'fanMountWidth', larger: 'width', slack: 40 },
    { smaller: 'fanMountHeight', larger: 'height', slack: 40 },
  ],
  fan: [
    { smaller: 'diameter', larger: 'width', times: twoFans },
    { smaller: 'diameter', larger: 'height' },
    { smaller: 'bladeGap', larger: 'depth' },
    { smaller: 'spacer', larger: 'depth' },
    { smaller: 'standoff', larger: 'depth' },
    { smaller: 'edgeDepth', larger: 'depth' },
    { smaller: 'fanMountWidth', larger: 'width', slack: 40 },
    { smaller: 'fanMountHeight', larger: 'height', slack: 40 },
    { smaller: 'fanOff', larger: 'fanOn' },
  ],
  motor: [
    { smaller: 'shaftDiameter', larger: 'body' },
    { smaller: 'boltCircle', larger: 'body', slack: 60 },
  ],
  kit: [
    { smaller: 'fuse', larger: 'rating' },
    { smaller: 'fanOff', larger: 'fanOn' },
  ],
  blade: [{ smaller: 'shaftBore', larger: 'diameter' }],
  thermostat: [{ smaller: 'rating', larger: 'fullyOpen' }],
  bay: [
    { smaller: 'pinSpacing', larger: 'openingWidth' },
    { smaller: 'radiatorDepth', larger: 'bayDepth' },
    { smaller: 'coreDepth', larger: 'radiatorDepth' },
    { smaller: 'fanDepth', larger: 'bayDepth' },
    { smaller: 'drainYield', larger: 'coolantCapacity' },
    { smaller: 'radiatorVolume', larger: 'coolantCapacity' },
    { smaller: 'fanOff', larger: 'fanOn' },
    { smaller: 'thermostatRating', larger: 'thermostatFull' },
  ],
}; // prettier-ignore

type Held = Record<string, QuantityFigure | undefined>;
const countOf = ({ times }: Pair, figures: FigureSet<SubjectKind>): number => (times ? times(figures) : 1);

/** Whether the smaller of a pair is larger than both of them being off could explain. */
function contradicts(pair: Pair, held: Held, figures: FigureSet<SubjectKind>): boolean {
  const a = held[pair.smaller];
  const b = held[pair.larger];
  if (a === undefined || b === undefined) return false;
  const count = countOf(pair, figures);
  const over = a.value * count - b.value - (pair.slack ?? 0);
  return over > 0 && over > combined(a.u * count, b.u);
}
const feetAndSpacers = (subject: SubjectKind, held: Held, figures: FigureSet<SubjectKind>): boolean =>
  subject === 'fan' &&
  held.spacer !== undefined &&
  (figures.words as Record<string, { word: string } | undefined>).standsOn?.word === 'feet';

/** Whether all figures of a record can be true together; the same as no `incoherences`, found without a list. */
export function isCoherent<K extends SubjectKind>(subject: K, figures: FigureSet<K>): boolean {
  const own = figures as unknown as FigureSet<SubjectKind>;
  const held = figures.quantities as Held;
  const pairs = PAIRS[subject];
  if (pairs) for (let i = 0; i < pairs.length; i += 1) if (contradicts(pairs[i]!, held, own)) return false;
  return !feetAndSpacers(subject, held, own);
}

/** Which pairs cannot both be true; none when all figures can. */
export function incoherences<K extends SubjectKind>(subject: K, figures: FigureSet<K>): Incoherent[] {
  const own = figures as unknown as FigureSet<SubjectKind>;
  const held = figures.quantities as Held;
  const found = (PAIRS[subject] ?? []).flatMap((pair): Incoherent[] => {
    if (!contradicts(pair, held, own)) return [];
    const { smaller, larger } = pair;
    const written = [held[smaller]!.trace.text, held[larger]!.trace.text] as const;
    return [{ subject, keys: [smaller, larger], count: countOf(pair, own), written }];
  });
  if (feetAndSpacers(subject, held, own))
    found.push({
      subject,
      keys: ['standsOn', 'spacer'],
      count: 1,
      written: ['feet', held.spacer!.trace.text],
    });
  return found;
}
