import type { PartKind } from '../figures/index.ts';
import type { WorkCode } from '../practice/index.ts';
import type { Mount, MountCode } from '../procedure/index.ts';
import type { AccessMap, MapStep, Operation } from './types.ts';

/** A part of a job, as the way back needs it; a word that its record does not have is undefined. */
export interface RefitPart {
  number: string;
  kind: PartKind;
  role: 'goes in' | 'comes off' | 'stays';
  /** Of a fan: what turns it, motor or engine. */
  drivenBy?: string | undefined;
  /** Of an engine-driven fan: how it sits on its hub. */
  hubThread?: string | undefined;
  /** Of a kit: where its probe goes, and whether it has an end for the compressor. */
  probe?: string | undefined;
  acRequest?: string | undefined;
}

/** The vehicle, as the way back needs it. */
export interface RefitVehicle {
  fanDrivenBy?: string | undefined;
  hubThread?: string | undefined;
  airConditioning: boolean;
}

/** What a vehicle can do without: these stay off where the job takes them off and puts nothing of the kind in. */
const CAN_STAY_OFF: readonly PartKind[] = ['fan', 'shroud', 'kit', 'relay', 'module'];

interface MountLine {
  minutes: number;
  tools: readonly string[];
  consumables: readonly string[];
  /** Work of the plan that this and its neighbours are, step by step. */
  covers?: WorkCode;
}
/**
 * What is done to mount a part that no move of the map mounts. Minutes are common practice; of a conversion together what
 * the table of work has for it, so that sheet and plan come to the same.
 */
const MOUNT_LINES: Readonly<Record<MountCode, MountLine>> = {
  'stud-nuts': { minutes: 15, tools: [], consumables: ['nuts-and-washers-for-the-pulleys-studs'], covers: 'convert-to-electric' },
  'fan-frame': { minutes: 45, tools: [], consumables: [], covers: 'convert-to-electric' },
  'fan-run': { minutes: 30, tools: ['clamp meter'], consumables: [], covers: 'convert-to-electric' },
  'belt-fan': { minutes: 20, tools: ['steel rule'], consumables: [] },
  'kit-box': { minutes: 20, tools: [], consumables: ['wire-tags'], covers: 'fit-controller-kit' },
  'kit-fuse': { minutes: 15, tools: ['crimp tool'], consumables: [], covers: 'fit-controller-kit' },
  'kit-ground': { minutes: 15, tools: ['crimp tool'], consumables: [], covers: 'fit-controller-kit' },
  'kit-ignition': { minutes: 25, tools: ['test lamp', 'crimp tool'], consumables: [], covers: 'fit-controller-kit' },
  'kit-probe': { minutes: 20, tools: [], consumables: [], covers: 'fit-controller-kit' },
  'kit-switch': { minutes: 20, tools: [], consumables: [], covers: 'fit-controller-kit' },
  'kit-probe-lead': { minutes: 20, tools: [], consumables: [], covers: 'fit-controller-kit' },
  'kit-fan': { minutes: 15, tools: ['crimp tool'], consumables: ['heat-shrink'], covers: 'fit-controller-kit' },
  'kit-ac': { minutes: 10, tools: ['crimp tool'], consumables: ['heat-shrink'], covers: 'fit-controller-kit' },
  'kit-ac-off': { minutes: 10, tools: [], consumables: ['heat-shrink'], covers: 'fit-controller-kit' },
  'part': { minutes: 10, tools: [], consumables: [] },
}; // prettier-ignore

/** What has to be mounted before; everything else may be mounted in any order. Unused ends are sealed once the others are joined. */
const MOUNTED_BEFORE: Partial<Record<MountCode, readonly MountCode[]>> = {
  'fan-frame': ['stud-nuts'],
  'kit-fan': ['fan-frame', 'part', 'kit-box'],
  'kit-ac': ['kit-box'],
  'kit-ac-off': ['kit-box', 'kit-fan', 'kit-ground', 'kit-ignition', 'kit-probe', 'kit-probe-lead', 'kit-switch'],
  'kit-fuse': ['kit-box'],
}; // prettier-ignore
/** Whether one of the mounts that are left comes before this one. */
export const mountsFirst = (code: MountCode, left: readonly MountCode[]): boolean =>
  (MOUNTED_BEFORE[code] ?? []).some((each) => left.includes(each));

function kitMounts(kit: RefitPart, { airConditioning }: RefitVehicle): MountCode[] {
  const byHand = kit.probe === 'none';
  return [
    'kit-box', 'kit-fuse', 'kit-ground', 'kit-ignition',
    // Pushing a probe between the fins is a piece of work of its own, which the plan has.
    byHand ? 'kit-switch' : kit.probe === 'fins' ? 'kit-probe-lead' : 'kit-probe',
    'kit-fan',
    // Without an end for the compressor the plan has a relay and diode; without a compressor the end is sealed.
    airConditioning && kit.acRequest === 'yes' ? 'kit-ac' : 'kit-ac-off',
  ]; // prettier-ignore
}

export interface Refit {
  /** Kinds of part that come off for good. */
  staysOff: PartKind[];
  /** Steps that mount parts which no move of the map can put in. */
  mounts: Mount[];
  /** Parts that go in. */
  goesIn: { kind: PartKind; number: string }[];
  /** Of these, the kinds that a supply can run on the bench: all but a fan that the engine turns. */
  runs: PartKind[];
  /** Whether the hub undoes clockwise, coming off and going on; undefined where no record says. */
  leftHand: { off: boolean | undefined; on: boolean | undefined };
}

const isLeft = (thread: string | undefined): boolean | undefined =>
  thread === undefined ? undefined : thread === 'left';

/**
 * What the parts of a job make of the way back. Where fans change from belt to motor or the other way the old one never
 * returns, nor does its shroud unless the job keeps it or puts one in: an electric fan brings its own frame (common
 * practice). Where no record says what turns a fan, it is taken to go on as the old one came off.
 */
export function refitOf(parts: readonly RefitPart[], vehicle: RefitVehicle): Refit {
  const find = (kind: PartKind, role: RefitPart['role']) => parts.find((part) => part.kind === kind && part.role === role); // prettier-ignore
  const goesIn = parts.filter(({ role }) => role === 'goes in');
  const kept = (kind: PartKind): boolean => Boolean(find(kind, 'goes in') ?? find(kind, 'stays'));
  const [fan, oldFan] = [find('fan', 'goes in'), find('fan', 'comes off')];
  const [now, was] = [fan?.drivenBy, oldFan?.drivenBy ?? vehicle.fanDrivenBy];
  const converts = now !== undefined && was !== undefined && now !== was;
  const staysOff = new Set<PartKind>(
    goesIn.length === 0 ? [] : CAN_STAY_OFF.filter((kind) => find(kind, 'comes off') && !kept(kind)),
  );
  if (converts) {
    staysOff.add('fan');
    if (!kept('shroud')) staysOff.add('shroud');
  }
  const mount = (code: MountCode, { kind, number }: Pick<RefitPart, 'kind' | 'number'>): Mount => ({ code, kind, number }); // prettier-ignore
  const mounts = goesIn.flatMap((part): Mount[] => {
    if (part.kind === 'kit') return kitMounts(part, vehicle).map((code) => mount(code, part));
    if (part.kind !== 'fan' || !converts) return [];
    const codes: MountCode[] =
      part.drivenBy === 'engine' ? ['belt-fan'] : ['stud-nuts', 'fan-frame', 'fan-run'];
    return codes.map((code) => mount(code, part));
  });
  // The fan is in before its kit is wired to it.
  const last = (each: Mount): number => Number(each.kind === 'kit');
  const hub = isLeft(oldFan?.hubThread ?? vehicle.hubThread);
  return {
    staysOff: [...staysOff],
    mounts: mounts.sort((a, b) => last(a) - last(b)),
    goesIn: goesIn.map(({ kind, number }) => ({ kind, number })),
    runs: goesIn.filter(({ drivenBy }) => drivenBy !== 'engine').map(({ kind }) => kind),
    leftHand: { off: hub, on: fan?.drivenBy === 'engine' ? (isLeft(fan.hubThread) ?? hub) : hub },
  };
}

const mountStep = (mount: Mount): MapStep => {
  const { minutes, tools, consumables, covers } = MOUNT_LINES[mount.code];
  return {
    id: `mount ${mount.code === 'part' ? mount.kind : mount.code}`, after: '', when: null, text: '', detail: '',
    // It runs only once the battery is joined again.
    phase: mount.code === 'fan-run' ? 'prove' : 'install',
    tools: [...tools], consumables: [...consumables], minutes, waiting: false, cautions: [], cautionsWhen: {}, uses: [],
    connector: '', connectorWhen: null, lost: null, mount: covers ? { ...mount, covers } : mount,
  }; // prettier-ignore
};

/** Codes of a thing and of everything that is part of it. */
function withParts(map: AccessMap, codes: readonly string[]): ReadonlySet<string> {
  const all = new Set(codes);
  for (const { code, partOf } of map.things) if (partOf && all.has(partOf)) all.add(code);
  return all;
}

const withoutHub = (operation: Operation, { off, on }: Refit['leftHand']): Operation => ({
  ...operation,
  cautions: off === false ? operation.cautions.filter((code) => code !== 'left-hand') : operation.cautions,
  back: operation.back && {
    ...operation.back,
    rules: on === false ? operation.back.rules.filter((rule) => rule !== 'left-hand-thread') : operation.back.rules,
  },
}); // prettier-ignore

/**
 * A map whose way back is that of a job: what stays off is not put back, what goes in is mounted, and a left-hand thread
 * is spoken of only where the hub has one or nobody knows.
 */
export function refitMap(map: AccessMap, refit: Refit): AccessMap {
  const off = withParts(
    map,
    map.things.flatMap(({ code, partKind }) => (partKind && refit.staysOff.includes(partKind) ? [code] : [])),
  );
  const staysOff = ({ gives }: Operation): boolean =>
    gives.length > 0 && gives.every(({ thing }) => off.has(thing));
  const operations = map.operations.map((operation): Operation => {
    const own = withoutHub(operation, refit.leftHand);
    return staysOff(own) ? { ...own, back: null, staysOff: true } : own;
  });
  // Each kind that goes in has a step that mounts it; a way that puts its like back leaves that step out.
  const alone = refit.goesIn
    .filter(({ kind }) => !refit.mounts.some((each) => each.kind === kind))
    .map(({ kind, number }): Mount => ({ code: 'part', kind, number }));
  const mounts = [...alone, ...refit.mounts].map(mountStep);
  // Until something goes in, nobody knows what will be tested.
  const own = map.steps.filter(
    ({ onlyWith }) =>
      refit.goesIn.length === 0 || !onlyWith || onlyWith.some((kind) => refit.runs.includes(kind)),
  );
  const proving = own.findIndex(({ phase }) => phase === 'prove');
  const at = proving < 0 ? own.length : proving;
  return { ...map, operations, steps: [...own.slice(0, at), ...mounts, ...own.slice(at)] };
}
