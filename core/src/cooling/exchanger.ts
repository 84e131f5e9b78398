import type { Air, Liquid } from '../fluid/index.ts';
import { ductFriction, ductNusselt } from './ducts.ts';
import { crossFlow } from './effectiveness.ts';
import type { CoreGeometry } from './geometry.ts';
import { louvreColburn, louvreFriction } from './louvres.ts';

/** Multipliers on what the correlations say, 1 as they are: how their spread is carried to an answer. */
export interface Leeway {
  airFilm: number;
  airFriction: number;
  coolantFilm: number;
}
export const AS_SAID: Leeway = { airFilm: 1, airFriction: 1, coolantFilm: 1 };

/** Sudden contraction into the fins and expansion out of them, on the narrowest section; common practice. */
const ENTRY_EXIT = 0.6;

/** Slower than this nothing moves. */
const STILL_M_S = 1e-6;

/**
 * Pressure the core takes from air, Pa.
 *
 * @param faceVelocity m/s ahead of the core, ≥ 0
 */
export function airDropPa(
  core: CoreGeometry,
  air: Air,
  faceVelocity: number,
  leeway: Leeway = AS_SAID,
): number {
  if (!(faceVelocity >= 0)) throw new RangeError('air does not flow backwards through this core');
  if (faceVelocity < STILL_M_S) return 0;
  const narrow = faceVelocity / core.freeShare;
  const reynolds = (air.densityKgM3 * narrow * core.fin.louvrePitch) / air.viscosityPaS;
  const friction = (louvreFriction(reynolds, core.fin) * core.airAreaM2) / (core.freeShare * core.faceAreaM2);
  return leeway.airFriction * (friction + ENTRY_EXIT) * 0.5 * air.densityKgM3 * narrow * narrow;
}

/** Film on the air side: coefficient on the surface, W/(m²·K), and how well the whole surface works, 0 to 1. */
export function airFilm(
  core: CoreGeometry,
  air: Air,
  faceVelocity: number,
  leeway: Leeway = AS_SAID,
): { filmWM2K: number; surface: number; reynolds: number } {
  const narrow = Math.max(STILL_M_S, faceVelocity) / core.freeShare;
  const reynolds = (air.densityKgM3 * narrow * core.fin.louvrePitch) / air.viscosityPaS;
  const prandtl = (air.viscosityPaS * air.heatJKgK) / air.conductivityWMK;
  const film =
    (leeway.airFilm * louvreColburn(reynolds, core.fin) * air.densityKgM3 * narrow * air.heatJKgK) /
    prandtl ** (2 / 3);
  const reach =
    Math.sqrt((2 * film) / (core.finConductivity * core.fin.finThickness)) * (core.fin.finHeight / 2);
  const fin = reach < 1e-9 ? 1 : Math.tanh(reach) / reach;
  return { filmWM2K: film, surface: 1 - (core.finAreaM2 / core.airAreaM2) * (1 - fin), reynolds };
}

/** Flow in the tubes: Reynolds number, film coefficient W/(m²·K), and the pressure the core takes, Pa. */
export function coolantFilm(
  core: CoreGeometry,
  liquid: Liquid,
  massFlowKgS: number,
  leeway: Leeway = AS_SAID,
): { filmWM2K: number; reynolds: number; dropPa: number; velocityMS: number } {
  const together = core.tubes / core.passes;
  const velocity = massFlowKgS / (together * liquid.densityKgM3 * core.bore.areaM2);
  const reynolds = (liquid.densityKgM3 * velocity * core.bore.hydraulicM) / liquid.viscosityPaS;
  const prandtl = (liquid.viscosityPaS * liquid.heatJKgK) / liquid.conductivityWMK;
  const { hydraulicM, aspect } = core.bore;
  const nusselt = ductNusselt(reynolds, prandtl, aspect, hydraulicM / core.tubeLengthM, core.tubeInside);
  const along =
    velocity > 0 ? (ductFriction(reynolds, aspect, core.tubeInside) * core.tubeLengthM) / hydraulicM : 0;
  return {
    filmWM2K: (leeway.coolantFilm * nusselt * liquid.conductivityWMK) / hydraulicM,
    reynolds,
    // Into and out of the tubes: one and a half velocity heads a pass.
    dropPa: core.passes * (along + 1.5) * 0.5 * liquid.densityKgM3 * velocity * velocity,
    velocityMS: velocity,
  };
}

export interface Conductance {
  /** W/K of the whole core. */
  totalWK: number;
  /** Shares of the resistance, together 1. */
  airShare: number;
  coolantShare: number;
  wallShare: number;
}

/** Heat conductance from coolant to air of the whole core at one face velocity. */
export function conductance(
  core: CoreGeometry,
  air: Air,
  faceVelocity: number,
  liquid: Liquid,
  massFlowKgS: number,
  leeway: Leeway = AS_SAID,
): Conductance {
  const outside = airFilm(core, air, faceVelocity, leeway);
  const inside = coolantFilm(core, liquid, massFlowKgS, leeway);
  const airSide = 1 / (outside.filmWM2K * outside.surface * core.airAreaM2);
  const coolantSide = 1 / (inside.filmWM2K * core.wettedAreaM2);
  const wall = (core.wallM / core.wallConductivity + core.fouling) / core.wettedAreaM2;
  const total = airSide + coolantSide + wall;
  return {
    totalWK: 1 / total,
    airShare: airSide / total,
    coolantShare: coolantSide / total,
    wallShare: wall / total,
  };
}

/**
 * Heat one pass of a core takes for each degree between coolant and air coming in, W/K.
 *
 * @param uaWK      its conductance
 * @param airWK     heat capacity rate of its air
 * @param coolantWK heat capacity rate of its coolant
 */
export function heatPerDegree(uaWK: number, airWK: number, coolantWK: number): number {
  const [less, more] = airWK < coolantWK ? [airWK, coolantWK] : [coolantWK, airWK];
  if (less < 1e-9) return 0;
  return less * crossFlow(Math.min(100, uaWK / less), less / more);
}
