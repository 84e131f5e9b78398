import {
  jumps,
  openingBreak,
  perSecond,
  probeOut,
  steepestRise,
  teeth,
  type Break,
  type Tooth,
} from '../instrument/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a bleeding run waits for. The curve shows some of it; the rest somebody confirms. */
export const BLEED_ENDS = ['thermostat opened', 'fan cycled', 'no bubbles', 'upper hose hot', 'heat at the vents'] as const; // prettier-ignore
export type BleedEnd = (typeof BLEED_ENDS)[number];
export const BLOWERS = ['off', 'high'] as const;
export type Blower = (typeof BLOWERS)[number];

/** With the blower off nothing is felt at the vents. */
export const endsFor = (blower: Blower): BleedEnd[] =>
  BLEED_ENDS.filter((each) => blower === 'high' || each !== 'heat at the vents');

/** Whether the engine's speed was held as long as the trade holds it: from then on it idles. @param seconds of the run */
export const heldEnough = (seconds: number, practice: Practice = USUAL_PRACTICE): boolean =>
  seconds > practice.holdRpmMinutes * 60;

export const BLEED_CAUTIONS = [
  'A person in the seat holds the speed: out of gear, brake on, wheels chocked. Never wedge the pedal.',
  'Outdoors, or with the exhaust taken away.',
  'An open neck can boil over, sooner at altitude: face away, steam scalds. Neck and hoses are hot.',
  'The fan starts by itself. Hair, sleeves, lanyard and phone clear of fan and belts.',
  'Too hot: engine off, and no cold coolant into it until it has cooled down.',
] as const;

export type BleedCode =
  | 'opened'
  /** It opened, and no record says where it should. */
  | 'opened somewhere'
  | 'opens late'
  | 'opens early'
  | 'never opens'
  | 'stuck open'
  | 'overheats'
  | 'air'
  | 'fan cycled'
  | 'probe out'
  | 'no readings';
export interface BleedFinding {
  code: BleedCode;
  /** Seconds of the instrument's clock. */
  atS: number;
  /** Stops the run, or asks for something to be done. */
  grave: boolean;
  seen: BleedAmounts;
}
/** What a finding of the curve saw: °C, K, seconds of the instrument's clock, counts. Each code has its own. */
export interface BleedAmounts {
  atS?: number;
  tempC?: number;
  /** Expanded uncertainty of `tempC`, K. */
  u?: number;
  /** What the thermostat is rated, or the limit that was passed. */
  ratedC?: number | null;
  byK?: number;
  times?: number;
  topC?: number;
  bottomC?: number;
}
export interface BleedRecord {
  /** °C; null where no record says. */
  opensC: number | null;
  fullyOpenC: number | null;
  fanOnC: number | null;
  warningC: number | null;
}
export interface BleedSeen {
  findings: BleedFinding[];
  /** Ends that the curve has shown. */
  met: BleedEnd[];
  opening: Break | undefined;
  teeth: Tooth[];
  hottestC: number | undefined;
}

/** Level for so long. */
const LEVEL_S = 240;
/** Rising by less than this share of its steepest rise it has levelled off. */
const LEVEL_SHARE = 0.2;
const LONGEST_WARM_UP_S = 600;
const FAN_BREAK_S = 25;
const UNRATED = { from: 70, to: 105 } as const;
/** A thermostat that has not opened this far above its fully open mark will not. */
const PAST_K = 8;

const meanOf = (values: Float64Array): number => {
  const known = values.filter((each) => !Number.isNaN(each));
  return known.reduce((sum, each) => sum + each, 0) / known.length;
};

/**
 * What the temperature curve of a bleeding run says so far. Works on a run under way: what has not happened yet is not
 * said to be missing before its temperature has come and gone.
 *
 * @param ms, values of the coolant's channel
 */
export function judgeBleed(
  ms: readonly number[],
  values: readonly (number | null)[],
  record: BleedRecord,
  practice: Practice = USUAL_PRACTICE,
): BleedSeen {
  const grid = perSecond(ms, values);
  // Told by the instrument's own clock, which may have run before anybody listened.
  const startS = (ms[0] ?? 0) / 1000;
  const known = grid.filter((each) => !Number.isNaN(each));
  if (known.length < 10)
    return {
      findings: [{ code: 'no readings', atS: 0, grave: false, seen: {} }],
      met: [],
      opening: undefined,
      teeth: [],
      hottestC: undefined,
    };
  const findings: BleedFinding[] = [];
  const hottestC = known.reduce((a, b) => Math.max(a, b));
  const out = probeOut(grid);
  const alive = out === undefined ? grid : grid.slice(0, out);
  if (out !== undefined)
    findings.push({ code: 'probe out', atS: out, grave: true, seen: { atS: out + startS } });
  const air = jumps(alive, practice.airJump);
  const pocket = air.length >= 2;
  if (pocket)
    findings.push({ code: 'air', atS: air[0]!.atS, grave: true, seen: { byK: Math.abs(air[0]!.byK), atS: air[0]!.atS + startS, times: air.length } });
  const limit = record.warningC ?? practice.overheats;
  const hot = alive.findIndex((each) => each >= limit);
  if (hot >= 0)
    findings.push({ code: 'overheats', atS: hot, grave: true, seen: { ratedC: limit, atS: hot + startS } });
  const opensC = record.opensC;
  const fromC = opensC === null ? UNRATED.from : opensC - 12;
  const openTo = record.fullyOpenC ?? (opensC === null ? UNRATED.to : opensC + practice.usualSpan);
  const cycles = pocket ? [] : teeth(alive, practice.fanTooth, Math.max(fromC, (record.fanOnC ?? fromC) - 12));
  const corner = pocket ? undefined : openingBreak(alive, fromC);
  // A run that began warm may have begun after the opening: that it shows no break says nothing.
  const fromCold = known[0]! < fromC;
  // Where a fan's first tooth begins the curve breaks too: that is the fan.
  const opening = corner && !cycles.some(({ topS }) => Math.abs(topS - corner.atS) < FAN_BREAK_S) ? corner : undefined;
  const complete = cycles.filter(({ topC, topS }) => (record.fanOnC === null || topC > record.fanOnC - 6) && (!opening || topS > opening.atS));
  if (opening) {
    const off = opensC === null ? 0 : opening.tempC - opensC;
    const slack = practice.opensWithin + opening.u;
    const code = opensC === null ? 'opened somewhere' : off > slack ? 'opens late' : off < -slack ? 'opens early' : 'opened';
    findings.push({ code, atS: opening.atS, grave: code === 'opens late' || code === 'opens early', seen: { tempC: opening.tempC, u: opening.u, ratedC: opensC } });
  } else if (complete.length > 0 && opensC !== null && fromCold)
    findings.push({ code: 'stuck open', atS: complete[0]!.topS, grave: true, seen: { ratedC: opensC } });
  else if (!pocket && hottestC > openTo + PAST_K && opensC !== null)
    findings.push({ code: 'never opens', atS: alive.length - 1, grave: true, seen: { tempC: hottestC } });
  else if (!pocket && opensC !== null && alive.length > LONGEST_WARM_UP_S) {
    // Below its opening; or, from cold, above it without a break: a sound one shows the break on its way.
    const [first, last] = [meanOf(alive.slice(-LEVEL_S, -LEVEL_S + 20)), meanOf(alive.slice(-20))];
    if ((last - first) / (LEVEL_S - 20) < LEVEL_SHARE * steepestRise(alive) && last > 35 && (fromCold || last < opensC - practice.opensWithin))
      findings.push({ code: 'stuck open', atS: alive.length - 1, grave: true, seen: { tempC: last, ratedC: opensC } });
  }
  if (complete.length > 0)
    findings.push({ code: 'fan cycled', atS: complete[0]!.bottomS, grave: false, seen: { topC: complete[0]!.topC, bottomC: complete[0]!.bottomC, times: complete.length } });
  return {
    findings: findings.map((each) => ({ ...each, atS: each.atS + startS })).sort((a, b) => Number(b.grave) - Number(a.grave) || a.atS - b.atS),
    met: [...(opening ? (['thermostat opened'] as const) : []), ...(complete.length > 0 ? (['fan cycled'] as const) : [])],
    opening,
    teeth: complete,
    hottestC,
  };
} // prettier-ignore
