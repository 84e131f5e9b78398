import type { FigureSet } from '../figures/index.ts';
import type { PlanPart } from './record.ts';

/**
 * What becomes of a thing that sits on a part: it moves over from the old one, comes in the box, has to be had new, has
 * no place on the new one, or nobody has recorded enough to say.
 */
export type Becomes = 'moves' | 'box' | 'new' | 'no place' | 'look';
export interface TransferLine {
  /** Stable: page and sheet find a line by it. */
  code: string;
  /** The thing, by code; or as a box's list names it. */
  what: { thing: TransferThing } | { written: string };
  becomes: Becomes;
  /** Why, and what to mind. Ports and fittings by their code in `of`; or as a box's list names what comes in it. */
  said: TransferSaid;
}
export type TransferSaid =
  | { why: TransferWhy; before?: string; now?: string; of?: 'sensorPort' | 'oilCoolerFitting' | 'topMount' | 'seal'; coolers?: readonly string[]; inBox?: string }
  | { written: string }; // prettier-ignore
export type TransferThing =
  | 'sensor' | 'cooler-fittings' | 'grommets' | 'top-mounts' | 'upper-brackets' | 'saddles' | 'upper-grommets' | 'cap' | 'drain'
  | 'foam' | 'hub-spacer' | 'studs' | 'clutch' | 'module-or-resistor' | 'module' | 'resistor' | 'spacers' | 'clamps' | 'spring'
  | 'blade' | 'motor-screws' | 'lock' | 'seal' | 'compound' | 'its-screws'; // prettier-ignore
export type TransferWhy =
  | 'sensor-unknown' | 'sensor-unknown-port' | 'port-not-looked-none' | 'port-not-looked' | 'port-closed' | 'port-plug' | 'no-port'
  | 'ports-differ' | 'seals' | 'lines-unknown' | 'fittings-not-looked-lines' | 'fittings-not-looked' | 'no-cooler' | 'caps-in-box'
  | 'caps-needed' | 'fittings-unknown' | 'fittings-differ' | 'fittings-move' | 'grommets-both' | 'top-unknown' | 'top-differs'
  | 'renew-perished' | 'cap-tested' | 'neck-unknown' | 'drain-unknown' | 'drain-look' | 'foam-as-before' | 'hub-spacer-unknown'
  | 'hub-spacer-marked' | 'studs-turns' | 'clutch-unknown' | 'drive-unknown' | 'module-seat' | 'resistor-air' | 'spacers-same'
  | 'spacers-missing' | 'spacers-unknown' | 'clamps-sound' | 'spring-feel' | 'spring-needed' | 'blade-sides' | 'screws-length'
  | 'records-differ' | 'lock-renew' | 'seal-new' | 'seal-new-kind' | 'compound-thin' | 'same-length' | 'written'; // prettier-ignore

/** Words and figures of the old part where it is on record; else of the bay, which holds what was fitted when it was looked at. */
class Sides {
  private readonly part: PlanPart;
  private readonly old: PlanPart | undefined;
  private readonly bay: FigureSet<'bay'>;
  private readonly moved: PlanPart['inTheBox'][number][];
  readonly selfShifting: boolean;
  constructor(part: PlanPart, old: PlanPart | undefined, bay: FigureSet<'bay'>, selfShifting: boolean) {
    this.selfShifting = selfShifting;
    this.part = part;
    this.old = old;
    this.bay = bay;
    this.moved = part.inTheBox.filter(({ fromOld }) => fromOld);
  }

  private of(set: FigureSet<never> | FigureSet<'bay'>, key: string): string | undefined {
    return (set.words as Record<string, { word: string } | undefined>)[key]?.word;
  }
  new(key: string): string | undefined {
    return this.of(this.part.figures, key);
  }
  /** @param bayKey where the bay names it otherwise */
  before(key: string, bayKey = key): string | undefined {
    return this.beforeOnPart(key) ?? this.inBay(bayKey);
  }
  /** The old part was not what the vehicle’s record says: which of them the thing in hand follows, only a look tells. */
  differ(key: string): boolean {
    const [own, built] = [this.beforeOnPart(key), this.inBay(key)];
    return own !== undefined && built !== undefined && own !== built;
  }
  beforeOnPart(key: string): string | undefined {
    return this.old && this.of(this.old.figures, key);
  }
  inBay(key: string): string | undefined {
    return this.of(this.bay, key);
  }
  bayFigure(key: string): number | undefined {
    return (this.bay.quantities as Record<string, { value: number } | undefined>)[key]?.value;
  }
  /** The thing in the box that a name speaks of, as the box names it. */
  inBox(name: RegExp): string | undefined {
    return this.part.inTheBox.find((each) => !each.fromOld && name.test(each.name))?.name;
  }
  /** What is written down as moving over and answers to a name; each is told of once. */
  told(name: RegExp): string | undefined {
    const item = this.moved.find((each) => name.test(each.name));
    if (!item) return undefined;
    this.moved.splice(this.moved.indexOf(item), 1);
    return `${item.quantity} × ${item.name}`;
  }
  /** Whatever is written down as moving over and nothing has told of. */
  leftOver(): string[] {
    return this.moved.map(({ name, quantity }) => `${quantity} × ${name}`);
  }
}

/** A thing of the old part that the new one may bring, or else takes from it. */
function orBox(
  sides: Sides,
  code: string,
  thing: TransferThing,
  inBox: RegExp,
  why: TransferWhy,
): TransferLine {
  const own = sides.inBox(inBox);
  const told = sides.told(inBox);
  return own
    ? { code, what: { thing }, becomes: 'box', said: { written: own } }
    : { code, what: told ? { written: told } : { thing }, becomes: 'moves', said: { why } };
}

const line = (code: string, thing: TransferThing, becomes: Becomes, said: TransferSaid): TransferLine => ({
  code,
  what: { thing },
  becomes,
  said,
});

function sensor(sides: Sides): TransferLine[] {
  const [before, now] = [sides.before('sensorPort'), sides.new('sensorPort')];
  const ends = (becomes: Becomes, why: TransferWhy, inBox?: string): TransferLine[] => [
    line('sensor', 'sensor', becomes, {
      why, of: 'sensorPort', ...(before === undefined ? {} : { before }), ...(now === undefined ? {} : { now }), ...(inBox ? { inBox } : {}),
    }),
  ];
  if (sides.differ('sensorPort')) return ends('look', 'records-differ');
  if (before === undefined) return ends('look', now && now !== 'none' ? 'sensor-unknown-port' : 'sensor-unknown');
  const box = sides.inBox(/sensor|sender|switch|plug for|blind plug/i);
  if (now === undefined) return ends('look', before === 'none' ? 'port-not-looked-none' : 'port-not-looked');
  if (before === 'none') return now === 'none' ? [] : box ? ends('box', 'port-closed', box) : ends('new', 'port-plug');
  if (now === 'none') return ends('no place', 'no-port');
  if (now !== before) return ends('no place', 'ports-differ');
  return [orBox(sides, 'sensor', 'sensor', /sensor|sender|switch/i, 'seals')];
} // prettier-ignore

const COOLED = ['transmission', 'engine'] as const;
type Cooled = (typeof COOLED)[number];
/** Whether lines go to the old tank for each cooler, as the vehicle's record says; undefined where it does not. Only a gearbox that shifts itself has lines. */
const linesOf = (sides: Sides): Record<Cooled, string | undefined> => ({
  transmission: sides.selfShifting ? sides.inBay('oilCooling') : 'none',
  engine: sides.inBay('engineOilCooling'),
});

/**
 * Coolers in use, by the old part's own word where it is on record, else by the vehicle's two; undefined where neither
 * says, 'differ' where they contradict each other.
 */
function coolersBefore(sides: Sides): ReadonlySet<string> | 'differ' | undefined {
  const lines = linesOf(sides);
  const own = sides.beforeOnPart('oilCooler');
  if (own === undefined) {
    // Most gearboxes that shift themselves are cooled in the tank: unknown lines are looked for, not left out.
    if (lines.transmission === undefined) return undefined;
    if (lines.engine === undefined && lines.transmission !== 'radiator') return undefined;
    return new Set(COOLED.filter((each) => lines[each] === 'radiator'));
  }
  const inTank = coolersOf(own);
  // A cooler that the vehicle does not use is capped on the old part.
  if (COOLED.some((each) => lines[each] === 'radiator' && !inTank.has(each))) return 'differ';
  return new Set(
    COOLED.filter((each) => inTank.has(each) && (lines[each] === undefined || lines[each] === 'radiator')),
  );
}
const coolersOf = (word: string): ReadonlySet<string> =>
  new Set(word === 'none' ? [] : word === 'both' ? ['transmission', 'engine'] : [word]);

function coolerFittings(sides: Sides): TransferLine[] {
  const before = coolersBefore(sides);
  const word = sides.new('oilCooler');
  const now = word === undefined ? undefined : coolersOf(word);
  const fitting = { before: sides.before('oilCoolerFitting'), now: sides.new('oilCoolerFitting') };
  const ends = (becomes: Becomes, said: TransferSaid): TransferLine[] => [line('cooler-fittings', 'cooler-fittings', becomes, said)];
  if (before === undefined) return ends('look', { why: 'lines-unknown' });
  if (before === 'differ') return ends('look', { why: 'records-differ' });
  if (now === undefined) return ends('look', { why: before.size > 0 ? 'fittings-not-looked-lines' : 'fittings-not-looked' });
  const without = [...before].filter((each) => !now.has(each));
  if (without.length > 0) return ends('no place', { why: 'no-cooler', coolers: without });
  if (before.size === 0) {
    if (now.size === 0) return [];
    const caps = sides.inBox(/blind cap|blind plug/i);
    return caps ? ends('box', { why: 'caps-in-box', inBox: caps }) : ends('new', { why: 'caps-needed' });
  }
  if (fitting.before === undefined || fitting.now === undefined) return ends('look', { why: 'fittings-unknown' });
  if (sides.differ('oilCoolerFitting')) return ends('look', { why: 'records-differ' });
  if (fitting.before !== fitting.now) return ends('no place', { why: 'fittings-differ', of: 'oilCoolerFitting', before: fitting.before, now: fitting.now });
  return [orBox(sides, 'cooler-fittings', 'cooler-fittings', /^(?!.*blind).*(fitting|coupler)/i, 'fittings-move')];
} // prettier-ignore

function ofRadiator(sides: Sides): TransferLine[] {
  const lines = [...sensor(sides), ...coolerFittings(sides)];
  lines.push(orBox(sides, 'grommets', 'grommets', /grommet/i, 'grommets-both'));
  const [top, was] = [sides.new('topMount'), sides.before('topMount')];
  if (top === undefined || was === undefined) lines.push(line('top', 'top-mounts', 'look', { why: 'top-unknown' }));
  else if (was !== top) lines.push(line('top', 'top-mounts', 'no place', { why: 'top-differs', of: 'topMount', before: was, now: top }));
  else if (top !== 'shroud') lines.push(orBox(sides, 'top', top === 'brackets' ? 'upper-brackets' : top === 'saddle' ? 'saddles' : 'upper-grommets', top === 'brackets' ? /upper bracket|top bracket|^brackets?/i : /upper grommet|saddle/i, 'renew-perished'));
  if (sides.new('fillerNeck') === 'neck') lines.push(orBox(sides, 'cap', 'cap', /^cap\b(?!s)|pressure cap/i, 'cap-tested'));
  else if (sides.new('fillerNeck') === undefined) lines.push(line('cap', 'cap', 'look', { why: 'neck-unknown' }));
  const drain = sides.new('drainSide');
  if (drain === undefined) lines.push(line('drain', 'drain', 'look', { why: 'drain-unknown' }));
  else if (drain !== 'none') {
    const own = sides.inBox(/drain/i);
    lines.push(line('drain', 'drain', own ? 'box' : 'look', own ? { written: own } : { why: 'drain-look' }));
  }
  lines.push(line('foam', 'foam', 'look', { why: 'foam-as-before' }));
  return lines;
} // prettier-ignore

function ofFan(sides: Sides): TransferLine[] {
  const lines: TransferLine[] = [];
  if (sides.new('drivenBy') === 'engine') {
    const spacer = sides.bayFigure('hubSpacerFitted');
    if (spacer === undefined) lines.push(line('hub-spacer', 'hub-spacer', 'look', { why: 'hub-spacer-unknown' }));
    else if (spacer > 0) lines.push(orBox(sides, 'hub-spacer', 'hub-spacer', /hub spacer|spacer/i, 'hub-spacer-marked'));
    lines.push(orBox(sides, 'studs', 'studs', /bolt|stud/i, 'studs-turns'));
    if (sides.new('clutch') === undefined) lines.push(line('clutch', 'clutch', 'look', { why: 'clutch-unknown' }));
    return lines;
  }
  const control = sides.inBay('fanControl');
  const module = /module|controller/i;
  if (control === undefined) lines.push(line('module', 'module-or-resistor', 'look', { why: 'drive-unknown' }));
  else if (control === 'modulated' || control === 'bus') lines.push(orBox(sides, 'module', 'module', module, 'module-seat'));
  else if (control === 'two-speed') lines.push(orBox(sides, 'module', 'resistor', /resistor/i, 'resistor-air'));
  const stands = { before: sides.inBay('fanStandsOn'), now: sides.new('standsOn') };
  if (stands.now === 'spacers') lines.push(stands.before === 'spacers' || sides.inBox(/spacer/i) ? orBox(sides, 'spacers', 'spacers', /spacer/i, 'spacers-same') : line('spacers', 'spacers', stands.before === undefined ? 'look' : 'new', { why: 'spacers-missing' }));
  else if (stands.now === undefined) lines.push(line('spacers', 'spacers', 'look', { why: 'spacers-unknown' }));
  return lines;
} // prettier-ignore

function ofHose(sides: Sides): TransferLine[] {
  const lines = [orBox(sides, 'clamps', 'clamps', /clamp/i, 'clamps-sound')];
  // A hose that sucks is held open from inside; without it, it shuts at speed.
  const spring = sides.new('spring');
  if (spring === undefined && sides.new('position') !== 'upper') lines.push(line('spring', 'spring', 'look', { why: 'spring-feel' }));
  else if (spring === 'no' && sides.new('position') === 'lower') lines.push(orBox(sides, 'spring', 'spring', /spring/i, 'spring-needed'));
  return lines;
} // prettier-ignore

/**
 * What sits on the old part and has to be on the new one, with what its box brings, from what is on record of both.
 *
 * @param selfShifting whether the gearbox shifts itself: only then lines of it go to a cooler
 */
export function transferList(
  part: PlanPart,
  old: PlanPart | undefined,
  bay: FigureSet<'bay'>,
  selfShifting = true,
): TransferLine[] {
  const sides = new Sides(part, old, bay, selfShifting);
  const worked = ((): TransferLine[] => {
    switch (part.kind) {
      case 'radiator':
        return ofRadiator(sides);
      case 'fan':
        return ofFan(sides);
      case 'hose':
        return ofHose(sides);
      case 'motor':
        return [
          orBox(sides, 'blade', 'blade', /blade/i, 'blade-sides'),
          orBox(sides, 'screws', 'motor-screws', /screw/i, 'screws-length'),
        ];
      case 'blade':
        return [orBox(sides, 'lock', 'lock', /clip|nut/i, 'lock-renew')];
      case 'thermostat':
        return [
          sides.inBox(/gasket|ring|seal/i)
            ? line('seal', 'seal', 'box', { written: sides.inBox(/gasket|ring|seal/i)! })
            : line('seal', 'seal', 'new', sides.new('seal') ? { why: 'seal-new-kind', of: 'seal', now: sides.new('seal')! } : { why: 'seal-new' }),
        ]; // prettier-ignore
      case 'module':
      case 'relay':
        return part.kind === 'module' || sides.new('foot') === 'stud'
          ? [
              sides.inBox(/compound|paste/i)
                ? line('compound', 'compound', 'box', { written: sides.inBox(/compound|paste/i)! })
                : line('compound', 'compound', 'new', { why: 'compound-thin' }),
              orBox(sides, 'screws', 'its-screws', /screw/i, 'same-length'),
            ] // prettier-ignore
          : [];
      default:
        return [];
    }
  })();
  // What somebody wrote down as moving over is on record too.
  return [...worked, ...sides.leftOver().map((what, at): TransferLine => ({ code: `told-${at}`, what: { written: what }, becomes: 'moves', said: { why: 'written' } }))]; // prettier-ignore
}
