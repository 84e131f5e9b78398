import {
  COOLANT_RANGE_C,
  air,
  atmosphere,
  boilsC,
  coolant,
  massShareOf,
  root,
  vapourPressureKPa,
  type Air,
  type CoolantBase,
} from '../fluid/index.ts';
import { airFlow, fanSetup, type AirFlow, type AirSystem, type FanSetup } from './air-path.ts';
import { circuitLMin, ratedSpeed } from './engine.ts';
import { airResistance, coolantDropPa, coolantFilm, coolantResistance, heatPerDegree, wallResistance, type Leeway } from './exchanger.ts'; // prettier-ignore
import { FAN_EFFICIENCY, drivenSpeed, ratedFans, type FanRating } from './fans.ts';
import { coreGeometry, type CoreGeometry, type RadiatorFigures } from './geometry.ts';
import { heatOf, type Conditions, type Heat, type VehicleLoad } from './loads.ts';

/** Radiator, fans, shroud, cap and coolant as they would work together. */
export interface SetUp {
  radiator: RadiatorFigures;
  /** None where the fan is not looked at: only the wind cools. */
  fans: FanRating | undefined;
  /** Share of the core under the shroud; none where the fans have no shroud. */
  shroud: { covered: number } | undefined;
  /** Cap, gauge. */
  capKPa: number;
  coolant: { base: CoolantBase; volumeShare: number };
  /** Open gap round the core, mm². */
  gapMm2: number;
}

export interface CoolingInputs {
  setUp: SetUp;
  load: VehicleLoad;
  conditions: Conditions;
  /** Of each fan, 0 to 1; all at full speed where not given. */
  fanSpeeds?: readonly number[] | undefined;
  leeway: Leeway;
  fanEfficiency?: number | undefined;
}

/** The air side of a set-up in given conditions, settled. */
export interface AirSide {
  core: CoreGeometry;
  fans: FanSetup;
  flow: AirFlow;
  air: Air;
  heat: Heat;
  /** Air at the radiator, °C: ambient, what comes round from behind, and the condenser's heat. */
  airInC: number;
  pressurePa: number;
}

/** Air this still carries no heat away, kg/s. */
const STILL_KG_S = 1e-6;
/** Air hotter than this is not looked into: the answer is long past boiling. */
const HOTTEST_AIR_C = 190;
/**
 * What more of the air comes round from behind, at a standstill: for each share of the face that is open round it, and
 * where no shroud guides what the fan blows; never more than the most. Common practice.
 */
const ROUND = { gap: 1.5, noShroud: 0.1, most: 0.6 } as const;
/** The wind of the road keeps it away from the front: half of it at this speed, km/h. */
const ROUND_HALVED_KMH = 20;

function ambient(conditions: Conditions): Air {
  return air(conditions.ambientC, atmosphere(conditions.altitudeM).pressurePa, conditions.humidity);
}

const systemOf = (load: VehicleLoad, gapMm2: number): AirSystem => ({
  condenserLoss: load.condenserLoss,
  grilleLoss: load.grilleLoss,
  exitLoss: load.exitLoss,
  ramShare: load.ramShare,
  gapM2: gapMm2 * 1e-6,
});

/** The A/C gives in before its refrigerant condenses hotter than this, °C, at this effectiveness; common practice. */
const CONDENSER = { hottestC: 75, effectiveness: 0.75 } as const;

/**
 * Air at the radiator, °C, and what the condenser gives it, W.
 *
 * @param comesRoundK what comes round from behind warms the air by, K, for heat given to it, W
 * @param rate        heat capacity rate of the air, W/K
 */
function atRadiator(
  ambientC: number,
  comesRoundK: (heatW: number) => number,
  rate: number,
  condenserW: number,
  radiatorW: number,
): { airInC: number; condenserW: number } {
  const most = (heatW: number): number =>
    CONDENSER.effectiveness *
    rate *
    Math.max(0, CONDENSER.hottestC - ambientC - comesRoundK(heatW + radiatorW));
  let given = condenserW;
  if (most(condenserW) < condenserW)
    // What it gives comes round, too, and leaves it less: where the two agree.
    given = most(0) <= 0 ? 0 : root((heatW) => most(heatW) - heatW, 0, condenserW, 1e-9);
  return { airInC: ambientC + comesRoundK(given + radiatorW) + given / rate, condenserW: given };
}

/**
 * Air through the core. Its density depends on how warm it gets, how warm it gets on how much there is: a few rounds
 * settle it.
 *
 * @param heatW given to the air by the radiator; what the vehicle gives the coolant, where all of it is got rid of
 */
export function airSide(inputs: CoolingInputs, heatW?: number): AirSide {
  const { setUp, load, conditions } = inputs;
  if (!(setUp.gapMm2 >= 0 && setUp.gapMm2 <= 5e5)) throw new RangeError('a gap of 0 to 500,000 mm²');
  const core = coreGeometry(setUp.radiator);
  const outside = ambient(conditions);
  const heat = heatOf(load, conditions, outside.densityKgM3, setUp.fans);
  const rated = setUp.fans && ratedFans(setUp.fans, inputs.fanEfficiency ?? FAN_EFFICIENCY.usual);
  const fans = fanSetup(rated?.fans ?? [], core.faceAreaM2, setUp.shroud);
  const driven = setUp.fans?.engineDriven;
  const full = driven ? drivenSpeed(driven, heat.rpm) : 1;
  const speeds = (inputs.fanSpeeds ?? fans.fans.map(() => 1)).map((speed) => speed * full);
  const system = systemOf(load, setUp.gapMm2);
  const radiator = heatW ?? heat.coolantW;
  const round =
    Math.min(
      ROUND.most,
      load.recirculation +
        ROUND.gap * ((setUp.gapMm2 * 1e-6) / core.faceAreaM2) +
        (setUp.fans && !setUp.shroud ? ROUND.noShroud : 0),
    ) /
    (1 + (conditions.speedKmh / ROUND_HALVED_KMH) ** 2);
  let mean = outside;
  let flow: AirFlow | undefined;
  for (let turn = 0; ; turn += 1) {
    flow = airFlow(
      core,
      system,
      fans,
      speeds,
      conditions.speedKmh / 3.6,
      mean,
      outside.densityKgM3,
      inputs.leeway,
      flow,
    );
    const rate = Math.max(STILL_KG_S, flow.massFlowKgS) * outside.heatJKgK;
    const comesRoundK = (heatW: number): number =>
      load.bayAirK === undefined ? ((round / (1 - round)) * heatW) / rate : round * load.bayAirK;
    const { airInC, condenserW } = atRadiator(
      conditions.ambientC,
      comesRoundK,
      rate,
      heat.condenserW,
      radiator,
    );
    const next = Math.min(HOTTEST_AIR_C, airInC + radiator / (2 * rate));
    if (turn === 3 || flow.massFlowKgS <= STILL_KG_S)
      return {
        core,
        fans,
        flow,
        air: mean,
        heat: { ...heat, condenserW },
        airInC,
        pressurePa: outside.pressurePa,
      };
    mean = air(next, outside.pressurePa, 0);
  }
}

/** Properties are read no further than their tables go. */
const within = (tempC: number): number => Math.min(COOLANT_RANGE_C[1], Math.max(COOLANT_RANGE_C[0], tempC));

/** Properties for a first guess are those at this temperature, °C. */
const GUESS_C = 90;

/**
 * Coolant through the radiator, L/min, thermostat open: what was measured, or where the pump's curve meets the circuit
 * with this radiator in it.
 */
export function pumpLMin(inputs: Pick<CoolingInputs, 'setUp' | 'load' | 'conditions'>, { core, heat }: Pick<AirSide, 'core' | 'heat'>): number {
  const { setUp, load, conditions } = inputs;
  const told = conditions.idling ? load.pumpIdleLMin : load.pumpWorkingLMin;
  if (told !== undefined) return told;
  const { base, volumeShare } = setUp.coolant;
  const liquid = coolant(base, massShareOf(base, volumeShare), GUESS_C);
  const radiatorKPa = (lMin: number): number =>
    coolantDropPa(core, liquid, (lMin / 60_000) * liquid.densityKgM3) / 1000;
  return circuitLMin(load.pumpLMin, heat.rpm / ratedSpeed(load), radiatorKPa);
} // prettier-ignore

/** What of a set-up may be tried otherwise: times its air and films. */
export interface Otherwise {
  air?: number;
  film?: { air?: number; coolant?: number };
}

interface Taking {
  perDegreeWK: number;
  coolantWK: number;
  passWK: number;
  zonesWK: number[];
  shares: { air: number; coolant: number; wall: number };
}

/**
 * Heat the radiator takes for each degree between coolant and air coming in, W/K, and the heat capacity rate of the
 * coolant, by coolant flow and temperature. Each pass has its share of the face; the coolant goes through them one after
 * the other. What the air does is worked out once.
 */
function takingOf(
  side: AirSide,
  setUp: SetUp,
  leeway: Leeway,
  otherwise: Otherwise = {},
): (coolantLMin: number, coolantC: number) => Taking {
  const { core, flow } = side;
  const { base, volumeShare } = setUp.coolant;
  const share = massShareOf(base, volumeShare);
  const leaning: Leeway = {
    ...leeway,
    airFilm: leeway.airFilm * (otherwise.film?.air ?? 1),
    coolantFilm: leeway.coolantFilm * (otherwise.film?.coolant ?? 1),
  };
  const wall = wallResistance(core);
  const zones = flow.zones.map((zone) => ({
    part: zone.areaM2 / core.faceAreaM2,
    air: airResistance(core, side.air, zone.faceVelocityMS, leaning),
    airWK: ((otherwise.air ?? 1) * zone.massFlowKgS * side.air.heatJKgK) / core.passes,
  }));
  return (coolantLMin, coolantC) => {
    const liquid = coolant(base, share, within(coolantC));
    const massFlow = (coolantLMin / 60_000) * liquid.densityKgM3;
    const coolantWK = massFlow * liquid.heatJKgK;
    const inside = coolantResistance(core, liquid, massFlow, leaning);
    const shares = { air: 0, coolant: 0, wall: 0 };
    let passWK = 0;
    const zonesWK = zones.map(({ part, air: outside, airWK }) => {
      const all = outside + inside + wall;
      shares.air += (part * outside) / all;
      shares.coolant += (part * inside) / all;
      shares.wall += (part * wall) / all;
      const taken = heatPerDegree(part / all / core.passes, airWK, coolantWK * part);
      passWK += taken;
      return taken;
    });
    const perDegreeWK = coolantWK < 1e-9 ? 0 : coolantWK * (1 - (1 - passWK / coolantWK) ** core.passes);
    return { perDegreeWK, coolantWK, passWK, zonesWK, shares };
  };
}

/** Heat the radiator takes at one coolant flow and temperature; see `takingOf`. */
export const radiatorTakes = (
  side: AirSide,
  setUp: SetUp,
  coolantLMin: number,
  coolantC: number,
  leeway: Leeway,
): Taking => takingOf(side, setUp, leeway)(coolantLMin, coolantC);

/** What holds the heat back most: air, its side of the core, the coolant's side, or coolant flow. */
export type Limit = 'airflow' | 'air-side' | 'coolant-side' | 'coolant-flow';

export interface Steady {
  /** Whether heat in and heat out meet while there is still liquid to speak of; where not, `topTankC` is no temperature. */
  settles: boolean;
  topTankC: number;
  bottomTankC: number;
  boilsC: number;
  /** Degrees between the top tank and boiling; less than nothing boils. */
  marginK: number;
  heatW: number;
  condenserW: number;
  /** At the crankshaft, W. */
  powerW: number;
  airInC: number;
  airOutC: number;
  faceVelocityMS: number;
  airMassFlowKgS: number;
  /** Share of the air that goes round the core. */
  roundShare: number;
  corePa: number;
  coolantLMin: number;
  coolantKPa: number;
  coolantReynolds: number;
  /** From coolant to tube, W/(m²·K). */
  tubeFilmWM2K: number;
  conductanceShares: { air: number; coolant: number; wall: number };
  limit: Limit;
  /** Heat taken up by the air and given up by the coolant, W, summed apart. */
  balance: { airW: number; coolantW: number };
  /** Factors that the film in smooth tubes may be off by where its flow may be laminar or turbulent. */
  tubeFilmReach: { least: number; most: number };
  warnings: SteadyWarning[];
}

/**
 * What makes an answer shaky: a fan stalls; air leaks back through a fan that stands; the road asks for more than the
 * engine has; no air moves; the flow in smooth tubes may be laminar or turbulent.
 */
export type SteadyWarning = 'fan-stalls' | 'leaks-back' | 'flat-out' | 'no-air' | 'laminar-or-turbulent';

/** No top tank is looked for beyond it. */
const HOTTEST_C = 2000;
/** What helps is tried by this much more. */
const NUDGE = 1.1;
/** Near enough to tell which helps most, K. */
const ROUGHLY = 1e-3;

/** How near the answer the first guess is thought to be, K; the bracket grows until it holds the answer. */
const GUESS_WITHIN = 4;

/** Temperature of the top tank with all heat got rid of, °C; Infinity where none gets away. */
function topTank(
  side: AirSide,
  inputs: CoolingInputs,
  lMin: number,
  otherwise: Otherwise = {},
  tolerance = 1e-11,
): number {
  const heat = side.heat.coolantW;
  // Half of what the coolant gives up on its way lies between top tank and middle; its rate hardly changes with it.
  const taking = takingOf(side, inputs.setUp, inputs.leeway, otherwise);
  const rate = taking(lMin, GUESS_C);
  const half = heat / (2 * Math.max(rate.coolantWK, 1e-9));
  const excess = (topC: number): number =>
    taking(lMin, topC - half).perDegreeWK * (topC - side.airInC) - heat;
  const guess = side.airInC + heat / Math.max(rate.perDegreeWK, 1e-9);
  if (!(guess < HOTTEST_C))
    return excess(HOTTEST_C) < 0 ? Infinity : root(excess, side.airInC, HOTTEST_C, tolerance);
  let [lo, hi] = [Math.max(side.airInC, guess - GUESS_WITHIN), guess + GUESS_WITHIN];
  for (let width = GUESS_WITHIN; excess(lo) > 0; width *= 4) lo = Math.max(side.airInC, lo - width);
  for (let width = GUESS_WITHIN; excess(hi) < 0; width *= 4) {
    if (hi > HOTTEST_C) return Infinity;
    hi += width;
  }
  return root(excess, lo, hi, tolerance);
}
/**
 * The top tank if something were otherwise, °C; roughly, and Infinity where no heat gets away.
 *
 * @param flow times the coolant through it
 */
export function topTankWith(inputs: CoolingInputs, otherwise: Otherwise, flow = 1): number {
  const side = airSide(inputs);
  return topTank(side, inputs, pumpLMin(inputs, side) * flow, otherwise, ROUGHLY);
}

/** Boiling point under this cap at this height, °C. */
export const boilsUnder = (setUp: Pick<SetUp, 'capKPa' | 'coolant'>, altitudeM: number): number =>
  boilsC(
    setUp.coolant.base,
    massShareOf(setUp.coolant.base, setUp.coolant.volumeShare),
    setUp.capKPa + atmosphere(altitudeM).pressurePa / 1000,
  );

/**
 * Where everything settles with the thermostat fully open. A top tank below the thermostat's rating means that the
 * thermostat will hold it there, not that the engine runs colder.
 *
 * @throws RangeError (ImpossibleRadiator) for figures that cannot be
 */
export function steady(inputs: CoolingInputs): Steady {
  const side = airSide(inputs);
  const lMin = pumpLMin(inputs, side);
  if (!(lMin > 0 && lMin <= 600)) throw new RangeError(`a pump flow of ${lMin} L/min is outside 0 to 600`);
  // Where no heat gets away at all there is no temperature to settle at: the hottest looked at stands for it.
  const topC = Math.min(HOTTEST_C, topTank(side, inputs, lMin));
  const boils = boilsUnder(inputs.setUp, inputs.conditions.altitudeM);
  const share = massShareOf(inputs.setUp.coolant.base, inputs.setUp.coolant.volumeShare);
  const { core, flow } = side;
  const taking = takingOf(side, inputs.setUp, inputs.leeway);
  const middle = topC - side.heat.coolantW / (2 * taking(lMin, GUESS_C).coolantWK);
  const takes = taking(lMin, middle);
  const liquid = coolant(inputs.setUp.coolant.base, share, within(middle));
  const massFlow = (lMin / 60_000) * liquid.densityKgM3;
  const film = coolantFilm(core, liquid, massFlow, inputs.leeway);

  // Once more pass by pass, air and coolant summed apart.
  let [pass, airW] = [topC, 0];
  for (let n = 0; n < core.passes; n += 1) {
    for (const zone of takes.zonesWK) airW += zone * (pass - side.airInC);
    pass -= (takes.passWK * (pass - side.airInC)) / takes.coolantWK;
  }
  const helps: [Limit, number][] = [
    ['airflow', topTank(side, inputs, lMin, { air: NUDGE, film: { air: Math.sqrt(NUDGE) } }, ROUGHLY)],
    ['air-side', topTank(side, inputs, lMin, { film: { air: NUDGE } }, ROUGHLY)],
    ['coolant-side', topTank(side, inputs, lMin, { film: { coolant: NUDGE } }, ROUGHLY)],
    ['coolant-flow', topTank(side, inputs, lMin * NUDGE, {}, ROUGHLY)],
  ];
  const airWK = flow.massFlowKgS * side.air.heatJKgK;
  const warnings: SteadyWarning[] = [];
  if (flow.stalled) warnings.push('fan-stalls');
  if (flow.leaksBack) warnings.push('leaks-back');
  if (side.heat.flatOut) warnings.push('flat-out');
  if (flow.massFlowKgS <= STILL_KG_S) warnings.push('no-air');
  if (film.reach.least < 1 || film.reach.most > 1) warnings.push('laminar-or-turbulent');
  return {
    settles: topC <= COOLANT_RANGE_C[1],
    topTankC: topC,
    bottomTankC: pass,
    boilsC: boils,
    marginK: boils - topC,
    heatW: side.heat.coolantW,
    condenserW: side.heat.condenserW,
    powerW: side.heat.powerW,
    airInC: side.airInC,
    airOutC: side.airInC + airW / Math.max(airWK, 1e-9),
    faceVelocityMS:
      flow.zones.reduce((sum, zone) => sum + zone.faceVelocityMS * zone.areaM2, 0) / core.faceAreaM2,
    airMassFlowKgS: flow.massFlowKgS,
    roundShare: flow.roundKgS / Math.max(STILL_KG_S, flow.roundKgS + flow.massFlowKgS),
    corePa: flow.corePa,
    coolantLMin: lMin,
    coolantKPa: coolantDropPa(core, liquid, massFlow) / 1000,
    coolantReynolds: film.reynolds,
    tubeFilmWM2K: film.filmWM2K,
    conductanceShares: takes.shares,
    limit: helps.reduce((best, each) => (each[1] < best[1] ? each : best))[0],
    balance: { airW, coolantW: takes.coolantWK * (topC - pass) },
    tubeFilmReach: film.reach,
    warnings,
  };
}

const COLDEST_AMBIENT_C = -39;
/** Hotter weather than this is nowhere: an answer at it means "this or more". */
export const AIR_TO_BOIL_MOST_C = 60;

/** The same air warmed or cooled: it keeps its water, until it is saturated. */
function sameWater(conditions: Conditions, ambientC: number): Conditions {
  const full = (tempC: number): number => vapourPressureKPa(Math.max(0, tempC));
  const humidity = Math.min(1, (conditions.humidity * full(conditions.ambientC)) / full(ambientC));
  return { ...conditions, ambientC, humidity };
}

/**
 * Ambient temperature at which the top tank just boils, °C, in air that holds as much water as that of the conditions
 * (saturated below its dew point); undefined where it boils in any weather. Never above `AIR_TO_BOIL_MOST_C`.
 */
export function airToBoil(inputs: CoolingInputs): number | undefined {
  const boils = boilsUnder(inputs.setUp, inputs.conditions.altitudeM);
  const over = (ambientC: number): number => {
    const at = { ...inputs, conditions: sameWater(inputs.conditions, ambientC) };
    const side = airSide(at);
    return Math.min(HOTTEST_C, topTank(side, at, pumpLMin(at, side))) - boils;
  };
  if (over(COLDEST_AMBIENT_C) >= 0) return undefined;
  if (over(AIR_TO_BOIL_MOST_C) <= 0) return AIR_TO_BOIL_MOST_C;
  return root(over, COLDEST_AMBIENT_C, AIR_TO_BOIL_MOST_C, 1e-6);
}
