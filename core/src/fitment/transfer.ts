import { attributeOf, wordLabel, type FigureSet, type SubjectKind } from '../figures/index.ts';
import type { PlanPart } from './record.ts';

/**
 * What becomes of a thing that sits on a part: it moves over from the old one, comes in the box, has to be had new, has
 * no place on the new one, or nobody has recorded enough to say.
 */
export type Becomes = 'moves' | 'box' | 'new' | 'no place' | 'look';
export interface TransferLine {
  /** Stable: page and sheet find a line by it. */
  code: string;
  what: string;
  becomes: Becomes;
  /** Why, and what to mind; empty where nothing is to be said. */
  said: string;
}

/** Words and figures of the old part where it is on record; else of the bay, which holds what was fitted when it was looked at. */
class Sides {
  private readonly part: PlanPart;
  private readonly old: PlanPart | undefined;
  private readonly bay: FigureSet<'bay'>;
  private readonly moved: PlanPart['inTheBox'][number][];
  constructor(part: PlanPart, old: PlanPart | undefined, bay: FigureSet<'bay'>) {
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
  label(key: string, word: string, subject: SubjectKind = this.part.kind): string {
    const attribute = attributeOf(subject, key);
    return attribute ? wordLabel(attribute, word) : word;
  }
}

const SEALS = 'new sealant on a tapered thread, a new washer on a flat seat';

/** A thing of the old part that the new one may bring, or else takes from it. */
function orBox(sides: Sides, code: string, what: string, inBox: RegExp, said: string): TransferLine {
  const own = sides.inBox(inBox);
  const told = sides.told(inBox);
  return own
    ? { code, what, becomes: 'box', said: own }
    : { code, what: told ?? what, becomes: 'moves', said };
}

function sensor(sides: Sides): TransferLine[] {
  const [before, now] = [sides.before('sensorPort'), sides.new('sensorPort')];
  const what = 'temperature sensor or switch';
  const line = (becomes: Becomes, said: string): TransferLine[] => [{ code: 'sensor', what, becomes, said }];
  if (before === undefined) return line('look', `no record says whether the old tank has one${now && now !== 'none' ? `; the new one has a port ${sides.label('sensorPort', now)}` : ''}`);
  const box = sides.inBox(/sensor|sender|switch|plug for|blind plug/i);
  if (now === undefined) return line('look', `${before === 'none' ? 'the old tank has none' : `the old one has ${sides.label('sensorPort', before)}`}; nobody has looked for a port on the new one`);
  if (before === 'none') return now === 'none' ? [] : box ? line('box', `${box}: the new port ${sides.label('sensorPort', now)} is closed by it`) : line('new', `a plug ${sides.label('sensorPort', now)} for the new port: the old tank has none`);
  if (now === 'none') return line('no place', `the new tank has no port: an adapter in the hose takes it, with a ground of its own where it has one wire`);
  if (now !== before) return line('no place', `old port ${sides.label('sensorPort', before)}, new port ${sides.label('sensorPort', now)}: a reducer or another sensor`);
  return [orBox(sides, 'sensor', what, /sensor|sender|switch/i, SEALS)];
} // prettier-ignore

/** Coolers in a tank, by the part's own word, or by the bay's two where the old part is not on record; undefined where neither says. */
function coolersBefore(sides: Sides): ReadonlySet<string> | undefined {
  const own = sides.beforeOnPart('oilCooler');
  if (own !== undefined) return coolersOf(own);
  const [transmission, engine] = [sides.inBay('oilCooling'), sides.inBay('engineOilCooling')];
  if (transmission === undefined && engine === undefined) return undefined;
  return new Set([...(transmission === 'radiator' ? ['transmission'] : []), ...(engine === 'radiator' ? ['engine'] : [])]);
} // prettier-ignore
const coolersOf = (word: string): ReadonlySet<string> =>
  new Set(word === 'none' ? [] : word === 'both' ? ['transmission', 'engine'] : [word]);

function coolerFittings(sides: Sides): TransferLine[] {
  const before = coolersBefore(sides);
  const word = sides.new('oilCooler');
  const now = word === undefined ? undefined : coolersOf(word);
  const fitting = { before: sides.before('oilCoolerFitting'), now: sides.new('oilCoolerFitting') };
  const line = (becomes: Becomes, said: string): TransferLine[] => [{ code: 'cooler-fittings', what: 'cooler fittings', becomes, said }];
  if (before === undefined) return line('look', 'no record says whether lines go to the old tank');
  if (now === undefined) return line('look', before.size > 0 ? 'this vehicle has lines; nobody has looked for fittings on the new tank' : 'nobody has looked for fittings on the new tank');
  const without = [...before].filter((each) => !now.has(each));
  if (without.length > 0) return line('no place', `the new tank has no ${without.join(' and no ')} oil cooler: those lines need one of their own`);
  if (before.size === 0) {
    if (now.size === 0) return [];
    const caps = sides.inBox(/blind cap|blind plug/i);
    return caps ? line('box', `${caps}: this vehicle has no lines for them`) : line('new', 'blind caps: the new tank has fittings and this vehicle has no lines for them');
  }
  if (fitting.before === undefined || fitting.now === undefined) return line('look', 'thread or coupler of old or new is not on record: hold them together');
  if (fitting.before !== fitting.now) return line('no place', `old ${sides.label('oilCoolerFitting', fitting.before)}, new ${sides.label('oilCoolerFitting', fitting.now)}: adapters or new line ends`);
  return [orBox(sides, 'cooler-fittings', 'cooler fittings', /^(?!.*blind).*(fitting|coupler)/i, `${SEALS}; both ends capped at once, so that nothing gets in`)];
} // prettier-ignore

function ofRadiator(sides: Sides): TransferLine[] {
  const lines = [...sensor(sides), ...coolerFittings(sides)];
  lines.push(orBox(sides, 'grommets', 'lower grommets', /grommet/i, 'find both: one tends to come out with the old radiator, the other stays in the support; renewed where perished'));
  const [top, was] = [sides.new('topMount'), sides.before('topMount')];
  if (top === undefined || was === undefined) lines.push({ code: 'top', what: 'top mounts', becomes: 'look', said: 'old or new is not on record' });
  else if (was !== top) lines.push({ code: 'top', what: 'top mounts', becomes: 'no place', said: `old ${sides.label('topMount', was)}, new ${sides.label('topMount', top)}` });
  else if (top !== 'shroud') lines.push(orBox(sides, 'top', top === 'brackets' ? 'upper brackets' : top === 'saddle' ? 'rubber saddles' : 'upper grommets', top === 'brackets' ? /upper bracket|top bracket|^brackets?/i : /upper grommet|saddle/i, 'renewed where perished'));
  if (sides.new('fillerNeck') === 'neck') lines.push(orBox(sides, 'cap', 'pressure cap', /^cap\b(?!s)|pressure cap/i, 'after it held on the tester; a doubtful one is renewed'));
  else if (sides.new('fillerNeck') === undefined) lines.push({ code: 'cap', what: 'pressure cap', becomes: 'look', said: 'no record says whether the new tank has a neck' });
  const drain = sides.new('drainSide');
  if (drain === undefined) lines.push({ code: 'drain', what: 'drain cock', becomes: 'look', said: 'no record says whether the new tank has one' });
  else if (drain !== 'none') {
    const own = sides.inBox(/drain/i);
    lines.push({ code: 'drain', what: 'drain cock', becomes: own ? 'box' : 'look', said: own ?? 'is one in it? The old one moves over with a new seal if not' });
  }
  lines.push({ code: 'foam', what: 'foam and air seals round the core', becomes: 'look', said: 'as they sat on the old one; what crumbles is renewed' });
  return lines;
} // prettier-ignore

function ofFan(sides: Sides): TransferLine[] {
  const lines: TransferLine[] = [];
  if (sides.new('drivenBy') === 'engine') {
    const spacer = sides.bayFigure('hubSpacerFitted');
    if (spacer === undefined) lines.push({ code: 'hub-spacer', what: 'hub spacer', becomes: 'look', said: 'no record says whether one sits behind the old fan' });
    else if (spacer > 0) lines.push(orBox(sides, 'hub-spacer', 'hub spacer', /hub spacer|spacer/i, 'marked to the hub before it comes off'));
    lines.push(orBox(sides, 'studs', 'hub bolts or studs', /bolt|stud/i, 'the same turns into the hub as before'));
    if (sides.new('clutch') === undefined) lines.push({ code: 'clutch', what: 'fan clutch', becomes: 'look', said: 'no record says whether the new fan has its own' });
    return lines;
  }
  const control = sides.inBay('fanControl');
  const module = /module|controller/i;
  if (control === undefined) lines.push({ code: 'module', what: 'module or resistor', becomes: 'look', said: 'no record says how this vehicle drives its fans' });
  else if (control === 'modulated' || control === 'bus') lines.push(orBox(sides, 'module', 'fan module', module, 'on its flat metal seat, with new heat compound'));
  else if (control === 'two-speed') lines.push(orBox(sides, 'module', 'speed resistor', /resistor/i, 'in the air stream, as it sat'));
  const stands = { before: sides.inBay('fanStandsOn'), now: sides.new('standsOn') };
  if (stands.now === 'spacers') lines.push(stands.before === 'spacers' || sides.inBox(/spacer/i) ? orBox(sides, 'spacers', 'spacers', /spacer/i, 'under every foot, the same height') : { code: 'spacers', what: 'spacers', becomes: stands.before === undefined ? 'look' : 'new', said: 'the new fan stands on spacers, and they are not in its box' });
  else if (stands.now === undefined) lines.push({ code: 'spacers', what: 'spacers', becomes: 'look', said: 'no record says what the new fan stands on' });
  return lines;
} // prettier-ignore

function ofHose(sides: Sides): TransferLine[] {
  const lines = [orBox(sides, 'clamps', 'hose clamps', /clamp/i, 'sound ones; one that lost its spring is renewed')];
  // A hose that sucks is held open from inside; without it, it shuts at speed.
  const spring = sides.new('spring');
  if (spring === undefined && sides.new('position') !== 'upper') lines.push({ code: 'spring', what: 'anti-collapse spring', becomes: 'look', said: 'feel for it in the old hose and the new one' });
  else if (spring === 'no' && sides.new('position') === 'lower') lines.push(orBox(sides, 'spring', 'anti-collapse spring', /spring/i, 'if the old hose has one: without it the lower hose is sucked flat at speed'));
  return lines;
} // prettier-ignore

/** What sits on the old part and has to be on the new one, with what its box brings, from what is on record of both. */
export function transferList(
  part: PlanPart,
  old: PlanPart | undefined,
  bay: FigureSet<'bay'>,
): TransferLine[] {
  const sides = new Sides(part, old, bay);
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
          orBox(sides, 'blade', 'blade', /blade/i, 'left and right are not the same; a new lock clip'),
          orBox(
            sides,
            'screws',
            'motor screws',
            /screw/i,
            'the same length: a longer one touches the winding',
          ),
        ];
      case 'blade':
        return [
          orBox(
            sides,
            'lock',
            'lock clip or nut',
            /clip|nut/i,
            'a bent clip is renewed; a nut may be left-hand',
          ),
        ];
      case 'thermostat':
        return [
          sides.inBox(/gasket|ring|seal/i)
            ? { code: 'seal', what: 'seal', becomes: 'box', said: sides.inBox(/gasket|ring|seal/i)! }
            : { code: 'seal', what: 'seal', becomes: 'new', said: `${sides.new('seal') ? sides.label('seal', sides.new('seal')!) : 'ring or gasket'}, never used again` },
        ]; // prettier-ignore
      case 'module':
      case 'relay':
        return part.kind === 'module' || sides.new('foot') === 'stud'
          ? [
              sides.inBox(/compound|paste/i)
                ? { code: 'compound', what: 'heat compound', becomes: 'box', said: sides.inBox(/compound|paste/i)! }
                : { code: 'compound', what: 'heat compound', becomes: 'new', said: 'thin, on the flat metal seat' },
              orBox(sides, 'screws', 'its screws', /screw/i, 'the same length'),
            ] // prettier-ignore
          : [];
      default:
        return [];
    }
  })();
  // What somebody wrote down as moving over is on record too.
  return [...worked, ...sides.leftOver().map((what, at): TransferLine => ({ code: `told-${at}`, what, becomes: 'moves', said: '' }))]; // prettier-ignore
}
