/** One wire of a plug. */
export interface Pin {
  position: string;
  function: string;
  colour: string;
  gauge: string;
}
export interface Plug {
  code: string;
  pins: readonly Pin[];
}

export type WireFlag =
  /** The colour changes on the way. */
  | { kind: 'colour-changes' }
  /** The same colour means something else on the other side. */
  | { kind: 'means-something-else'; there: string; colour: string }
  | { kind: 'thinner'; from: string; to: string };

export interface Joint {
  tag: string;
  function: string;
  loom: Pin;
  fan: Pin;
  flags: WireFlag[];
}
export type PlanFault =
  | { kind: 'missing'; side: 'loom' | 'fan'; function: string }
  | { kind: 'doubled'; side: 'loom' | 'fan'; function: string; positions: string[] }
  | { kind: 'two-in-one'; side: 'loom' | 'fan'; position: string };

export interface WiringPlan {
  verdict: 'plugs-in' | 'adapter' | 're-terminate' | 'cannot';
  joints: Joint[];
  faults: PlanFault[];
}

/** Words a hand uses for one function. */
const SAME: readonly [RegExp, string][] = [
  [/\b(earth|gnd|minus|negative)\b/g, 'ground'],
  [/\b(supply|plus|positive|hot)\b/g, 'feed'],
  [/\b(pwm|duty)\b/g, 'speed command'],
  [/[^a-z0-9 ]/g, ' '],
  [/\b(the|fan|switched|wire)\b/g, ' '],
  [/\s+/g, ' '],
];
/** A function as it is compared: by what it does, not by how it is put. */
export const plainFunction = (text: string): string =>
  SAME.reduce((plain, [from, to]) => plain.replace(from, to), text.toLowerCase()).trim();

const squareOf = (gauge: string): number =>
  Number(/(\d+(?:[.,]\d+)?)/.exec(gauge)?.[1]?.replace(',', '.') ?? NaN);
const plainColour = (colour: string): string => colour.toLowerCase().replace(/\s+/g, ' ').trim();

function faultsOf(side: 'loom' | 'fan', plug: Plug): PlanFault[] {
  const faults: PlanFault[] = [];
  const by = <T>(key: (pin: Pin) => T): Map<T, Pin[]> => {
    const groups = new Map<T, Pin[]>();
    for (const pin of plug.pins) groups.set(key(pin), [...(groups.get(key(pin)) ?? []), pin]);
    return groups;
  };
  for (const [position, pins] of by((pin) => pin.position))
    if (pins.length > 1) faults.push({ kind: 'two-in-one', side, position });
  for (const [plain, pins] of by((pin) => plainFunction(pin.function)))
    if (pins.length > 1 && plain !== 'ground')
      faults.push({
        kind: 'doubled',
        side,
        function: pins[0]!.function,
        positions: pins.map((pin) => pin.position),
      });
  return faults;
}

/**
 * Wires of two plugs joined by what they do. Left and right feeds of a twin fan take a single feed of the loom, and a
 * single ground, together.
 */
export function wiringPlan(
  loom: Plug,
  fan: Plug,
  adapters: readonly { loom: string; fan: string }[] = [],
): WiringPlan {
  const faults = [...faultsOf('loom', loom), ...faultsOf('fan', fan)];
  const sided = (plain: string): string =>
    plain
      .replace(/\b(left|right)\b/g, '')
      .replace(/\s+/g, ' ')
      .trim();
  const joints: Joint[] = [];
  const used = new Set<Pin>();
  for (const pin of fan.pins) {
    const plain = plainFunction(pin.function);
    const partner =
      loom.pins.find((each) => plainFunction(each.function) === plain) ??
      loom.pins.find((each) => sided(plainFunction(each.function)) === sided(plain));
    if (!partner) {
      faults.push({ kind: 'missing', side: 'loom', function: pin.function });
      continue;
    }
    used.add(partner);
    joints.push({
      tag: String(joints.length + 1),
      function: pin.function,
      loom: partner,
      fan: pin,
      flags: flagsOf(partner, pin, loom, fan),
    });
  }
  for (const pin of loom.pins)
    if (!used.has(pin)) faults.push({ kind: 'missing', side: 'fan', function: pin.function });
  const blocked = faults.some(
    (fault) => fault.kind !== 'doubled' && !(fault.kind === 'missing' && fault.side === 'fan'),
  );
  const verdict = blocked
    ? 'cannot'
    : loom.code === fan.code
      ? 'plugs-in'
      : adapters.some((adapter) => adapter.loom === loom.code && adapter.fan === fan.code)
        ? 'adapter'
        : 're-terminate';
  return { verdict, joints, faults };
}

function flagsOf(loomPin: Pin, fanPin: Pin, loom: Plug, fan: Plug): WireFlag[] {
  const flags: WireFlag[] = [];
  const [here, there] = [plainColour(loomPin.colour), plainColour(fanPin.colour)];
  if (here !== there) flags.push({ kind: 'colour-changes' });
  const plain = plainFunction(loomPin.function);
  const trap = (colour: string, other: Plug): void => {
    const twin = other.pins.find((pin) => plainColour(pin.colour) === colour && colour !== '');
    const core = (text: string): string =>
      plainFunction(text)
        .replace(/\b(left|right|low|high)( speed)?\b/g, '')
        .trim();
    if (twin && core(twin.function) !== core(plain))
      flags.push({ kind: 'means-something-else', there: twin.function, colour });
  };
  trap(here, fan);
  if (there !== here) trap(there, loom);
  const [from, to] = [squareOf(fanPin.gauge), squareOf(loomPin.gauge)];
  if (to < from) flags.push({ kind: 'thinner', from: fanPin.gauge, to: loomPin.gauge });
  return flags;
}

/** Two schools of joining unlike plugs. */
export const TERMINATION_SCHOOLS = {
  'new-housing': {
    label: 'Cut off, crimp new terminals with seals into a new housing',
    note: 'The safe choice, and the one on old looms: locks are brittle and terminals corroded.',
  },
  'de-pin': {
    label: 'Push the terminals out and reuse the old housing',
    note: 'Only where lock and terminals are sound: nothing is cut, and it can be put back.',
  },
} as const;
export const SAFE_SCHOOL: keyof typeof TERMINATION_SCHOOLS = 'new-housing';
