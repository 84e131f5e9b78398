import {
  jumps,
  openingBreak,
  perSecond,
  probeOut,
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
  said: string;
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

const clockText = (s: number): string =>
  `${Math.floor(s / 60)}:${String(Math.round(s) % 60).padStart(2, '0')}`;
/** Warmer than this and rising no more, with no break behind it: it flows through the radiator already. */
const LEVEL_S = 150;
const LEVEL_K_S = 0.008;
const LONGEST_WARM_UP_S = 600;
const FAN_BREAK_S = 25;
const UNRATED = { from: 70, to: 105 } as const;
/** A thermostat that has not opened this far above its fully open mark will not. */
const PAST_K = 8;

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
  const clock = (s: number): string => clockText(s + startS);
  const known = grid.filter((each) => !Number.isNaN(each));
  if (known.length < 10)
    return {
      findings: [{ code: 'no readings', atS: 0, grave: false, said: 'No readings yet: the curve says nothing.' }],
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
    findings.push({ code: 'probe out', atS: out, grave: true, said: `From ${clock(out)} the probe shows one value: it fell out, or the reader lost it. What follows says nothing.` });
  const air = jumps(alive, practice.airJump);
  const pocket = air.length >= 2;
  if (pocket)
    findings.push({ code: 'air', atS: air[0]!.atS, grave: true, said: `The curve jumps by ${Math.abs(air[0]!.byK).toFixed(0)} K at ${clock(air[0]!.atS)}, ${air.length} times so far: air goes past the sensor. Squeeze the upper hose, raise the nose, open the bleeder.` });
  const limit = record.warningC ?? practice.overheats;
  const hot = alive.findIndex((each) => each >= limit);
  if (hot >= 0)
    findings.push({ code: 'overheats', atS: hot, grave: true, said: `${limit.toFixed(0)} °C at ${clock(hot)}: engine off now. Let it cool down; no cold coolant into it.` });
  const opensC = record.opensC;
  const fromC = opensC === null ? UNRATED.from : opensC - 12;
  const openTo = record.fullyOpenC ?? (opensC === null ? UNRATED.to : opensC + practice.thermostatSpan / 2);
  const cycles = pocket ? [] : teeth(alive, practice.fanTooth, Math.max(fromC, (record.fanOnC ?? fromC) - 12));
  const corner = pocket ? undefined : openingBreak(alive, fromC);
  // Where a fan's first tooth begins the curve breaks too: that is the fan.
  const opening = corner && !cycles.some(({ topS }) => Math.abs(topS - corner.atS) < FAN_BREAK_S) ? corner : undefined;
  const complete = cycles.filter(({ topC, topS }) => (record.fanOnC === null || topC > record.fanOnC - 6) && (!opening || topS > opening.atS));
  if (opening) {
    const off = opensC === null ? 0 : opening.tempC - opensC;
    const slack = practice.opensWithin + opening.u;
    const code = opensC === null ? 'opened somewhere' : off > slack ? 'opens late' : off < -slack ? 'opens early' : 'opened';
    const rated = opensC === null ? ', no record says where it should' : `, rated ${opensC.toFixed(0)} °C`;
    findings.push({ code, atS: opening.atS, grave: code === 'opens late' || code === 'opens early', said: `${{ 'opened': 'The thermostat opened', 'opened somewhere': 'The thermostat opened', 'opens late': 'The thermostat opened late', 'opens early': 'The thermostat opened early' }[code]}, at ${opening.tempC.toFixed(0)} ± ${opening.u.toFixed(0)} °C${rated}.` });
  } else if (complete.length > 0 && opensC !== null)
    findings.push({ code: 'stuck open', atS: complete[0]!.topS, grave: true, said: `It warmed past ${opensC.toFixed(0)} °C without a break in its curve, and the fan pulls it down: the thermostat stands open.` });
  else if (!pocket && hottestC > openTo + PAST_K && opensC !== null)
    findings.push({ code: 'never opens', atS: alive.length - 1, grave: true, said: `${hottestC.toFixed(0)} °C and no break in the curve: the thermostat does not open, or air holds it dry.` });
  else if (!pocket && opensC !== null && alive.length > LONGEST_WARM_UP_S) {
    const mean = (each: Float64Array): number => each.filter((one) => !Number.isNaN(one)).reduce((a, b, _, all) => a + b / all.length, 0);
    const [first, last] = [mean(alive.slice(-LEVEL_S, -LEVEL_S + 20)), mean(alive.slice(-20))];
    if ((last - first) / (LEVEL_S - 20) < LEVEL_K_S && last > 35 && last < opensC - practice.opensWithin)
      findings.push({ code: 'stuck open', atS: alive.length - 1, grave: true, said: `It levels off at ${last.toFixed(0)} °C, below where the thermostat opens (${opensC.toFixed(0)} °C): it stands open.` });
  }
  if (complete.length > 0)
    findings.push({ code: 'fan cycled', atS: complete[0]!.bottomS, grave: false, said: `The fan pulled it down from ${complete[0]!.topC.toFixed(0)} to ${complete[0]!.bottomC.toFixed(0)} °C${complete.length > 1 ? `, ${complete.length} times so far` : ''}.` });
  return {
    findings: findings.map((each) => ({ ...each, atS: each.atS + startS })).sort((a, b) => Number(b.grave) - Number(a.grave) || a.atS - b.atS),
    met: [...(opening ? (['thermostat opened'] as const) : []), ...(complete.length > 0 ? (['fan cycled'] as const) : [])],
    opening,
    teeth: complete,
    hottestC,
  };
} // prettier-ignore
