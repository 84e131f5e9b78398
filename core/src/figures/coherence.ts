import type { FigureSet, QuantityFigure } from './figures.ts';
import type { SubjectKind } from './attributes.ts';
import { combined } from './combine.ts';

/** Figures of one record that cannot both be true. */
export interface Incoherent {
  keys: readonly [string, string];
  sentence: string;
}

interface Pair {
  smaller: string;
  larger: string;
  words: string;
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
    { smaller: 'coreWidth', larger: 'overallWidth', words: 'The core is wider than the radiator' },
    { smaller: 'coreHeight', larger: 'overallHeight', words: 'The core is taller than the radiator' },
    { smaller: 'coreThickness', larger: 'thickness', words: 'The core is thicker than the radiator' },
    { smaller: 'pinSpacing', larger: 'overallWidth', words: 'The bottom pins stand wider than the radiator' },
    { smaller: 'topMountSpacing', larger: 'overallWidth', words: 'The top mounts stand wider than the radiator', slack: 60 },
    { smaller: 'fanMountWidth', larger: 'overallWidth', words: 'The fan holes stand wider than the radiator', slack: 20 },
    { smaller: 'fanMountHeight', larger: 'overallHeight', words: 'The fan holes stand taller than the radiator', slack: 20 },
    { smaller: 'inletHeight', larger: 'overallHeight', words: 'The inlet lies above the radiator' },
    { smaller: 'outletHeight', larger: 'overallHeight', words: 'The outlet lies above the radiator' },
    { smaller: 'tubeDepth', larger: 'coreThickness', words: 'A tube is deeper than the core' },
    { smaller: 'bossDepth', larger: 'thickness', words: 'Fan screws may go in by more than the radiator is thick' },
  ],
  shroud: [
    { smaller: 'opening', larger: 'width', words: 'The opening is wider than the shroud' },
    { smaller: 'opening', larger: 'height', words: 'The opening is taller than the shroud' },
    { smaller: 'seal', larger: 'depth', words: 'The seal is thicker than the shroud is deep' },
    { smaller: 'fanMountWidth', larger: 'width', words: 'The holes stand wider than the shroud', slack: 40 },
    { smaller: 'fanMountHeight', larger: 'height', words: 'The holes stand taller than the shroud', slack: 40 },
  ],
  fan: [
    { smaller: 'diameter', larger: 'width', words: 'The blades are wider than the frame', times: twoFans },
    { smaller: 'diameter', larger: 'height', words: 'The blades are taller than the frame' },
    { smaller: 'bladeGap', larger: 'depth', words: 'The blades lie behind the motor' },
    { smaller: 'spacer', larger: 'depth', words: 'The spacers are thicker than the assembly is deep' },
    { smaller: 'standoff', larger: 'depth', words: 'The feet stand off by more than the assembly is deep' },
    { smaller: 'edgeDepth', larger: 'depth', words: 'The edge lies behind the motor' },
    { smaller: 'fanMountWidth', larger: 'width', words: 'The feet stand wider than the frame', slack: 40 },
    { smaller: 'fanMountHeight', larger: 'height', words: 'The feet stand taller than the frame', slack: 40 },
    { smaller: 'fanOff', larger: 'fanOn', words: 'The switch goes off above where it comes on' },
  ],
  motor: [
    { smaller: 'shaftDiameter', larger: 'body', words: 'The shaft is thicker than the motor' },
    { smaller: 'boltCircle', larger: 'body', words: 'The screws stand outside the motor', slack: 60 },
  ],
  kit: [
    { smaller: 'fuse', larger: 'rating', words: 'Its fuse is larger than its contacts carry' },
    { smaller: 'fanOff', larger: 'fanOn', words: 'It switches off above where it comes on' },
  ],
  blade: [{ smaller: 'shaftBore', larger: 'diameter', words: 'The bore is wider than the blades' }],
  thermostat: [{ smaller: 'rating', larger: 'fullyOpen', words: 'It is fully open before it starts to open' }],
  bay: [
    { smaller: 'pinSpacing', larger: 'openingWidth', words: 'The lower grommets stand wider than the opening' },
    { smaller: 'radiatorDepth', larger: 'bayDepth', words: 'The radiator as built is thicker than its bay' },
    { smaller: 'coreDepth', larger: 'radiatorDepth', words: 'The core as built is thicker than its radiator' },
    { smaller: 'fanDepth', larger: 'bayDepth', words: 'The fan as built is deeper than its bay' },
    { smaller: 'drainYield', larger: 'coolantCapacity', words: 'More drains than the system holds' },
    { smaller: 'radiatorVolume', larger: 'coolantCapacity', words: 'The radiator holds more than the system' },
    { smaller: 'fanOff', larger: 'fanOn', words: 'The fan goes off above where it comes on' },
    { smaller: 'thermostatRating', larger: 'thermostatFull', words: 'The thermostat is fully open before it starts to open' },
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

/** Whether all figures of a record can be true together; the same as no `incoherences`, without their sentences. */
export function isCoherent<K extends SubjectKind>(subject: K, figures: FigureSet<K>): boolean {
  const own = figures as unknown as FigureSet<SubjectKind>;
  const held = figures.quantities as Held;
  const pairs = PAIRS[subject];
  if (pairs) for (let i = 0; i < pairs.length; i += 1) if (contradicts(pairs[i]!, held, own)) return false;
  return !feetAndSpacers(subject, held, own);
}

/** Figures that cannot both be true, in sentences; none when all can. */
export function incoherences<K extends SubjectKind>(subject: K, figures: FigureSet<K>): Incoherent[] {
  const own = figures as unknown as FigureSet<SubjectKind>;
  const held = figures.quantities as Held;
  const found = (PAIRS[subject] ?? []).flatMap((pair): Incoherent[] => {
    if (!contradicts(pair, held, own)) return [];
    const { smaller, larger, words } = pair;
    const count = countOf(pair, own);
    return [
      {
        keys: [smaller, larger],
        sentence: `${words}: ${count > 1 ? `${count} × ` : ''}${held[smaller]!.trace.text} against ${held[larger]!.trace.text}. One of the two is wrong.`,
      },
    ];
  });
  if (feetAndSpacers(subject, held, own))
    found.push({
      keys: ['standsOn', 'spacer'],
      sentence: `It is said to stand on its own feet, and on spacers of ${held.spacer!.trace.text}. One of the two is wrong.`,
    });
  return found;
}
