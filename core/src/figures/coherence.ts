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
  /** What the larger works out to, in the smaller one's record unit, where no single figure says it. */
  holds?: number;
}

type Held = Record<string, QuantityFigure | undefined>;

interface Pair {
  smaller: string;
  /** What holds it: a figure of the record, or what `worksOut` makes of several, named by this one. */
  larger: string;
  /** What the larger comes to, in the smaller one's record unit; undefined where a figure of it is missing. */
  worksOut?: (held: Held) => { value: number; u: number } | undefined;
  /** The larger times this must still hold the smaller. */
  times?: (figures: FigureSet<SubjectKind>) => number;
  /** The larger may be short by this, record unit. */
  slack?: number;
}

const ROWS: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4 };
const rowsOf = (figures: FigureSet<SubjectKind>): number =>
  ROWS[(figures.words as Record<string, { word: string } | undefined>).rows?.word ?? 'one'] ?? 1;

const MM3_PER_L = 1e6;
/** Litres of the box round a radiator: no more can be inside. */
function boxL({ overallWidth: w, overallHeight: h, thickness: t }: Held): { value: number; u: number } | undefined {
  if (!w || !h || !t || !(w.value > 0 && h.value > 0 && t.value > 0)) return undefined;
  const value = (w.value * h.value * t.value) / MM3_PER_L;
  return { value, u: value * combined(w.u / w.value, h.u / h.value, t.u / t.value) };
} // prettier-ignore

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
    // Rows of tubes lie one behind the other in the core.
    { smaller: 'tubeDepth', larger: 'coreThickness', times: rowsOf },
    { smaller: 'insideVolume', larger: 'thickness', worksOut: boxL },
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

const countOf = ({ times }: Pair, figures: FigureSet<SubjectKind>): number => (times ? times(figures) : 1);

/** Whether the smaller of a pair is larger than both of them being off could explain. */
function contradicts(pair: Pair, held: Held, figures: FigureSet<SubjectKind>): boolean {
  const a = held[pair.smaller];
  const b = pair.worksOut ? pair.worksOut(held) : held[pair.larger];
  if (a === undefined || b === undefined) return false;
  const count = countOf(pair, figures);
  const over = a.value * count - b.value - (pair.slack ?? 0);
  return over > 0 && over > combined(a.u * count, b.u);
}
/** What only a fan with a motor has: an engine-driven one on record with it is two fans in one record. */
const OF_A_MOTOR: readonly string[] = ['fanConnector', 'control', 'current', 'voltage'];
function motorOnBelt(subject: SubjectKind, figures: FigureSet<SubjectKind>): string | undefined {
  const words = figures.words as Record<string, { word: string } | undefined>;
  if (subject !== 'fan' || words.drivenBy?.word !== 'engine') return undefined;
  if (words.throw?.word === 'pusher') return 'throw';
  return OF_A_MOTOR.find(
    (key) => words[key] !== undefined || (figures.quantities as Held)[key] !== undefined,
  );
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
  return !feetAndSpacers(subject, held, own) && motorOnBelt(subject, own) === undefined;
}

/** Which pairs cannot both be true; none when all figures can. */
export function incoherences<K extends SubjectKind>(subject: K, figures: FigureSet<K>): Incoherent[] {
  const own = figures as unknown as FigureSet<SubjectKind>;
  const held = figures.quantities as Held;
  const found = (PAIRS[subject] ?? []).flatMap((pair): Incoherent[] => {
    if (!contradicts(pair, held, own)) return [];
    const { smaller, larger } = pair;
    const holds = pair.worksOut?.(held)?.value;
    const written = [held[smaller]!.trace.text, held[larger]!.trace.text] as const;
    return [
      {
        subject,
        keys: [smaller, larger],
        count: countOf(pair, own),
        written,
        ...(holds === undefined ? {} : { holds }),
      },
    ];
  });
  const electric = motorOnBelt(subject, own);
  if (electric) found.push({ subject, keys: ['drivenBy', electric], count: 1, written: ['', ''] });
  if (feetAndSpacers(subject, held, own))
    found.push({
      subject,
      keys: ['standsOn', 'spacer'],
      count: 1,
      written: ['feet', held.spacer!.trace.text],
    });
  return found;
}
