import type { Air, Liquid } from '../fluid/index.ts';
import { ductFriction, ductNusselt, transitionReach } from './ducts.ts';
import { crossFlow } from './effectiveness.ts';
import type { CoreGeometry } from './geometry.ts';

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
  const friction = (core.louvres.friction(reynolds) * core.airAreaM2) / (core.freeShare * core.faceAreaM2);
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
    (leeway.airFilm * core.louvres.colburn(reynolds) * air.densityKgM3 * narrow * air.heatJKgK) /
    prandtl ** (2 / 3);
  const reach =
    Math.sqrt((2 * film) / (core.finConductivity * core.fin.finThickness)) * (core.fin.finHeight / 2);
  const fin = reach < 1e-9 ? 1 : Math.tanh(reach) / reach;
  return { filmWM2K: film, surface: 1 - (core.finAreaM2 / core.airAreaM2) * (1 - fin), reynolds };
}

interface TubeFlow {
  velocityMS: number;
  reynolds: number;
}
function tubeFlow(core: CoreGeometry, liquid: Liquid, massFlowKgS: number): TubeFlow {
  const velocityMS = massFlowKgS / ((core.tubes / core.passes) * liquid.densityKgM3 * core.bore.areaM2);
  return {
    velocityMS,
    reynolds: (liquid.densityKgM3 * velocityMS * core.bore.hydraulicM) / liquid.viscosityPaS,
  };
}

/** Film coefficient from coolant to tube, W/(m²·K). */
function tubeFilm(core: CoreGeometry, liquid: Liquid, { reynolds }: TubeFlow, leeway: Leeway): number {
  const prandtl = (liquid.viscosityPaS * liquid.heatJKgK) / liquid.conductivityWMK;
  const { hydraulicM, aspect } = core.bore;
  const nusselt = ductNusselt(reynolds, prandtl, aspect, hydraulicM / core.tubeLengthM, core.tubeInside);
  return (leeway.coolantFilm * nusselt * liquid.conductivityWMK) / hydraulicM;
}

/** Pressure the core takes from coolant, Pa: along the tubes, and one and a half velocity heads a pass in and out of them. */
export function coolantDropPa(core: CoreGeometry, liquid: Liquid, massFlowKgS: number): number {
  const { velocityMS, reynolds } = tubeFlow(core, liquid, massFlowKgS);
  if (!(velocityMS > 0)) return 0;
  const { hydraulicM, aspect } = core.bore;
  const along = (ductFriction(reynolds, aspect, core.tubeInside) * core.tubeLengthM) / hydraulicM;
  return core.passes * (along + 1.5) * 0.5 * liquid.densityKgM3 * velocityMS * velocityMS;
}

/** Flow in the tubes: Reynolds number, velocity m/s, film coefficient W/(m²·K), and the factors it may be off by between laminar and turbulent. */
export function coolantFilm(
  core: CoreGeometry,
  liquid: Liquid,
  massFlowKgS: number,
  leeway: Leeway = AS_SAID,
): TubeFlow & { filmWM2K: number; reach: { least: number; most: number } } {
  const flow = tubeFlow(core, liquid, massFlowKgS);
  const prandtl = (liquid.viscosityPaS * liquid.heatJKgK) / liquid.conductivityWMK;
  const { hydraulicM, aspect } = core.bore;
  return {
    ...flow,
    filmWM2K: tubeFilm(core, liquid, flow, leeway),
    reach: transitionReach(flow.reynolds, prandtl, aspect, hydraulicM / core.tubeLengthM, core.tubeInside),
  };
}

/** From the air's side to the fins and tubes, K/W of the whole core at one face velocity. */
export function airResistance(core: CoreGeometry, air: Air, faceVelocity: number, leeway: Leeway): number {
  const outside = airFilm(core, air, faceVelocity, leeway);
  return 1 / (outside.filmWM2K * outside.surface * core.airAreaM2);
}
/** From the coolant to the tubes, K/W of the whole core. */
export const coolantResistance = (
  core: CoreGeometry,
  liquid: Liquid,
  massFlowKgS: number,
  leeway: Leeway,
): number => 1 / (tubeFilm(core, liquid, tubeFlow(core, liquid, massFlowKgS), leeway) * core.wettedAreaM2);
/** Through the tubes' wall and what lies on it, K/W of the whole core. */
export const wallResistance = (core: CoreGeometry): number =>
  (core.wallM / core.wallConductivity + core.fouling) / core.wettedAreaM2;

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
