import {
  airToBoil,
  coolerBy,
  drivenPowerW,
  likely,
  ratedFans,
  steady,
  type CoolingInputs,
  type Likely,
  type SetUp,
} from '../../cooling/index.ts';
import { chanceClear, combined } from '../../figures/index.ts';
import { USUAL_PRACTICE, type Practice, type PracticeName } from '../../practice/index.ts';
import type { SHROUDS_NOW } from '../choices.ts';

/** A vehicle that runs hot, as it stands beside how it left the works. */
export interface AsItStands {
  shroud: keyof typeof SHROUDS_NOW;
  /** Share of the core that nothing goes through, 0 to 0.95. */
  blocked: number;
  /** Pressure the cap was found to hold, kPa; undefined where it is sound. */
  capKPa?: number | undefined;
  /** Fans that do not turn. */
  deadFans: number;
}

/** Rungs of the ladder: what is put back first, then what is better than the works made it. */
export const RUNGS = {
  shroud: { label: 'Whole shroud', kind: 'put back', cost: 'costShroud' },
  fans: { label: 'All fans at work', kind: 'put back', cost: 'costMotor' },
  cap: { label: 'Right cap', kind: 'put back', cost: 'costCap' },
  clean: { label: 'Clean core', kind: 'put back', cost: 'costClean' },
  seals: { label: 'Seals round the core', kind: 'better', cost: 'costSeals' },
  additive: { label: 'Coolant additive', kind: 'better', cost: 'costAdditive' },
  hood: { label: 'Rear edge of the bonnet raised', kind: 'better', cost: 'costHood' },
  vents: { label: 'Vents in the bonnet', kind: 'better', cost: 'costVents' },
  core: { label: 'Larger core', kind: 'better', cost: 'costCore' },
  fan: { label: 'More fan', kind: 'better', cost: 'costFan' },
  conversion: { label: 'Electric fans in place of the engine’s', kind: 'better', cost: 'costConversion' },
} as const satisfies Record<string, { label: string; kind: 'put back' | 'better'; cost: PracticeName }>;
export type RungId = keyof typeof RUNGS;

/** What a rung of its own rests on beside the model, relative and expanded: trade claims nobody has measured well. */
const OWN_DOUBT: Partial<Record<RungId, number>> = { additive: 1.2, hood: 0.6, vents: 0.6 };
/** What each is taken to do; common practice, no source. */
const EFFECTS = {
  /** A cracked shroud still covers this share of what it covered. */
  cracked: 0.6,
  additiveFilm: 1.04,
  /** Way out of the bay, and what comes round; at speed the raised edge lets some wind in instead. */
  hood: { exit: 0.75, round: 0.7, exitAtSpeed: 1.1 },
  vents: { exit: 0.6, round: 0.6, exitAtSpeed: 0.85 },
  /** At this speed and above the foot of the windscreen presses air in, km/h. */
  speedKmh: 50,
  /** Larger core and more fan, where none were chosen. */
  coreDepth: 1.5,
  deepestMm: 64,
  fanPower: 1.4,
  /** Electric fans that stand in for a belt fan where none were chosen. */
  electric: { count: 2, diameterMm: 330, currentA: 24 },
} as const;

export interface Rung {
  id: RungId;
  label: string;
  kind: 'put back' | 'better';
  /** In the shop's own money. */
  money: number;
  /** Further from boiling by, K, with its expanded uncertainty, tried alone; undefined where nothing balanced before it. */
  gain: { k: number; u: number } | undefined;
  /** Chance that it helps at all. */
  chance: number;
  /** With it, and with everything put back first where it is an upgrade. */
  after: Likely['steady'];
  /** Kelvin for the money, weighed with the chance. */
  worth: number;
}

export interface Ladder {
  now: Likely['steady'];
  /** With everything put back. */
  stock: Likely;
  stockAirToBoilC: number | undefined;
  /** Whether what the works made is enough: it stays below boiling by more than it may be off by. */
  stockEnough: 'yes' | 'no' | 'open';
  rungs: Rung[];
}

const withSetUp = (inputs: CoolingInputs, change: Partial<SetUp>): CoolingInputs => ({
  ...inputs,
  setUp: { ...inputs.setUp, ...change },
});

/** The vehicle as it left the works, from parts that are on record. */
function stockOf(inputs: CoolingInputs): CoolingInputs {
  return withSetUp(inputs, { shroud: inputs.setUp.shroud ?? { covered: 0.95 } });
}

function faulty(stock: CoolingInputs, stands: AsItStands): CoolingInputs {
  const { setUp } = stock;
  const shroud =
    stands.shroud === 'gone'
      ? undefined
      : stands.shroud === 'cracked' && setUp.shroud
        ? { covered: Math.max(0.05, EFFECTS.cracked * setUp.shroud.covered) }
        : setUp.shroud;
  const count = setUp.fans?.count ?? 0;
  const dead = Math.min(count, Math.max(0, Math.round(stands.deadFans)));
  return {
    ...withSetUp(stock, {
      shroud,
      capKPa: stands.capKPa ?? setUp.capKPa,
      radiator: { ...setUp.radiator, blockedShare: stands.blocked },
    }),
    ...(dead > 0 ? { fanSpeeds: Array.from({ length: count }, (_, i) => (i < count - dead ? 1 : 0)) } : {}),
  };
}

const bonnet = (inputs: CoolingInputs, way: 'hood' | 'vents'): CoolingInputs => {
  const effect = EFFECTS[way];
  const fast = inputs.conditions.speedKmh >= EFFECTS.speedKmh;
  return {
    ...inputs,
    load: {
      ...inputs.load,
      exitLoss: inputs.load.exitLoss * (fast ? effect.exitAtSpeed : effect.exit),
      recirculation: inputs.load.recirculation * effect.round,
    },
  };
};

/** What each rung makes of the vehicle; undefined where it does not concern it. */
function climbed(
  id: RungId,
  from: CoolingInputs,
  stock: CoolingInputs,
  chosen: CoolingInputs | undefined,
): CoolingInputs | undefined {
  const { setUp } = from;
  const other = chosen?.setUp;
  switch (id) {
    case 'shroud':
      return setUp.shroud?.covered === stock.setUp.shroud?.covered
        ? undefined
        : withSetUp(from, { shroud: stock.setUp.shroud });
    case 'fans':
      return from.fanSpeeds ? { ...from, fanSpeeds: undefined } : undefined;
    case 'cap':
      return setUp.capKPa === stock.setUp.capKPa
        ? undefined
        : withSetUp(from, { capKPa: stock.setUp.capKPa });
    case 'clean':
      return setUp.radiator.blockedShare
        ? withSetUp(from, { radiator: { ...setUp.radiator, blockedShare: 0 } })
        : undefined;
    case 'seals':
      return setUp.gapMm2 > 0 ? withSetUp(from, { gapMm2: 0 }) : undefined;
    case 'additive':
      return {
        ...from,
        leeway: { ...from.leeway, coolantFilm: from.leeway.coolantFilm * EFFECTS.additiveFilm },
      };
    case 'hood':
    case 'vents':
      return bonnet(from, id);
    case 'core': {
      const { radiator } = setUp;
      if (other && JSON.stringify(other.radiator) !== JSON.stringify(stock.setUp.radiator))
        return withSetUp(from, { radiator: other.radiator });
      const coreThicknessMm = Math.min(EFFECTS.deepestMm, radiator.coreThicknessMm * EFFECTS.coreDepth);
      return coreThicknessMm > radiator.coreThicknessMm
        ? withSetUp(from, {
            radiator: { ...radiator, coreThicknessMm, rows: undefined, tubeDepthMm: undefined },
          })
        : undefined;
    }
    case 'fan': {
      const { fans } = setUp;
      if (!fans || fans.engineDriven) return undefined;
      if (other?.fans && JSON.stringify(other.fans) !== JSON.stringify(stock.setUp.fans))
        return withSetUp(from, { fans: other.fans, shroud: other.shroud });
      const { airflowM3H: _, curve: _c, ...rest } = fans;
      const currentA = (ratedFans(fans).powerW / fans.voltageV) * EFFECTS.fanPower;
      return currentA <= 120 ? withSetUp(from, { fans: { ...rest, currentA } }) : undefined;
    }
    case 'conversion':
      if (!setUp.fans?.engineDriven) return undefined;
      return withSetUp(from, electricIn(setUp, other));
  }
}

/** The chosen electric fans, or usual ones, where a belt fan was. */
const electricIn = (setUp: SetUp, other: SetUp | undefined): Partial<SetUp> =>
  other?.fans && !other.fans.engineDriven
    ? { fans: other.fans, shroud: other.shroud }
    : { fans: { ...EFFECTS.electric, voltageV: setUp.fans!.voltageV }, shroud: { covered: 0.95 } };

/**
 * The ladder of changes for a vehicle that runs hot: what puts it back as it left the works, then each step that makes
 * it better, tried alone, with the kelvin it brings away from boiling and its money; most kelvin for the money first.
 *
 * @param works  the vehicle as it left the works, in one case
 * @param chosen what somebody has chosen to put in, where a rung can take it: its core, its fans
 * @throws RangeError for figures that cannot be
 */
export function ladderOf(
  works: CoolingInputs,
  stands: AsItStands,
  chosen: CoolingInputs | undefined,
  known: ReadonlySet<string> = new Set(),
  practice: Practice = USUAL_PRACTICE,
): Ladder {
  const stock = stockOf(works);
  const now = faulty(stock, stands);
  const rungs: Rung[] = [];
  for (const id of Object.keys(RUNGS) as RungId[]) {
    const { label, kind, cost } = RUNGS[id];
    const from = kind === 'put back' ? now : stock;
    const to = climbed(id, from, stock, chosen);
    if (!to) continue;
    const [before, after] = [steady(from), steady(to)];
    const cooler = coolerBy(from, to, known);
    const k = after.marginK - before.marginK;
    const gain = cooler && { k, u: combined(cooler.u, (OWN_DOUBT[id] ?? 0) * Math.abs(k)) };
    const chance = gain ? chanceClear(gain.k, gain.u) : after.settles && !before.settles ? 1 : 0;
    const money = practice[cost];
    // Where nothing balanced before, what makes it balance is worth what it keeps it from boiling by.
    const kelvin = gain ? gain.k : after.settles ? Math.max(0, after.marginK) : 0;
    rungs.push({
      id,
      label,
      kind,
      money,
      gain,
      chance,
      after,
      worth: (Math.max(0, kelvin) * chance) / money,
    });
  }
  const best = likely(stock, known);
  const margin = best.steady.marginK;
  return {
    now: steady(now),
    stock: best,
    stockAirToBoilC: airToBoil(stock),
    stockEnough: best.u === undefined || margin <= -best.u ? 'no' : margin >= best.u ? 'yes' : 'open',
    rungs: rungs.sort(
      (a, b) => Number(a.kind === 'better') - Number(b.kind === 'better') || b.worth - a.worth,
    ),
  };
}

/** What taking the belt fan off gains and costs. */
export interface Conversion {
  /** Alternator less everything on, A at idle; less than nothing drains the battery. */
  balanceA: number;
  /** Power at the crankshaft, W at this engine speed: what the belt fan takes and what the electric ones take through the alternator. */
  rpm: number;
  beltW: number;
  electricW: number;
  /** Air through the core at a crawl, kg/s: the belt fan with its shroud, and the electric ones. */
  beltKgS: number;
  electricKgS: number;
}
/** Engine speed a conversion is compared at, 1/min: a country road. */
const CONVERSION_RPM = 3000;

/**
 * @param crawl  the vehicle with its belt fan, crawling with the A/C on
 * @param chosen with the electric fans that go in; usual ones where none are chosen
 */
export function conversionOf(
  crawl: CoolingInputs,
  chosen: CoolingInputs | undefined,
  practice: Practice = USUAL_PRACTICE,
): Conversion | undefined {
  const { fans } = crawl.setUp;
  if (!fans?.engineDriven) return undefined;
  const electric = withSetUp(crawl, electricIn(crawl.setUp, chosen?.setUp));
  const { powerW } = ratedFans(electric.setUp.fans!);
  return {
    balanceA: practice.alternatorIdle - practice.idleLoads - powerW / electric.setUp.fans!.voltageV,
    rpm: CONVERSION_RPM,
    beltW: drivenPowerW(fans, CONVERSION_RPM),
    electricW: powerW / practice.alternatorShare,
    beltKgS: steady(crawl).airMassFlowKgS,
    electricKgS: steady(electric).airMassFlowKgS,
  };
}
