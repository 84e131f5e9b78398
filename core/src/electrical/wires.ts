/**
 * Copper conductors. AWG: resistance at 20 °C by ASTM B258 (diameter 0.127 mm · 92^((36−n)/39), annealed copper of
 * 1/58 Ω·mm²/m); metric: ISO 6722 maximum at 20 °C, from memory. Ampacity: common practice for thin-wall automotive
 * cable alone in a warm engine bay, no source; the cable maker's own table comes first.
 */
export interface Wire {
  name: string;
  areaMm2: number;
  mOhmPerM: number;
  ampacityA: number;
}

const METRIC: readonly (readonly [areaMm2: number, mOhmPerM: number, ampacityA: number])[] = [
  [0.5, 37.1, 7],
  [0.75, 24.7, 10],
  [1, 18.5, 13],
  [1.5, 12.7, 17],
  [2.5, 7.6, 25],
  [4, 4.71, 34],
  [6, 3.14, 45],
  [10, 1.82, 65],
  [16, 1.16, 88],
  [25, 0.743, 115],
];
const AWG = [20, 18, 16, 14, 12, 10, 8, 6, 4] as const;

const FOOT_M = 0.3048;
const COPPER_OHM_MM2_M = 1 / 58;
/** Per kelvin, of the resistance at 20 °C. */
const COPPER_WARMS = 0.00393;

/** Diameter of a solid wire, mm: ASTM B258. @param gauge −3 (4/0) to 40 */
export function awgDiameterMm(gauge: number): number {
  if (!(gauge >= -3 && gauge <= 40)) throw new RangeError(`AWG ${gauge} is outside 4/0 to 40`);
  return 0.127 * 92 ** ((36 - gauge) / 39);
}
const awgAreaMm2 = (gauge: number): number => (Math.PI / 4) * awgDiameterMm(gauge) ** 2;
/** Resistance at 20 °C, Ω/1000 ft, as ASTM B258 prints it. */
export const awgOhmPer1000Ft = (gauge: number): number =>
  (COPPER_OHM_MM2_M / awgAreaMm2(gauge)) * 1000 * FOOT_M;

/** Ampacity between the metric sizes, by area. */
function ampacityOf(areaMm2: number): number {
  const above = METRIC.findIndex(([area]) => area >= areaMm2);
  if (above <= 0) return above === 0 ? METRIC[0]![2] * (areaMm2 / METRIC[0]![0]) : METRIC.at(-1)![2];
  const [low, high] = [METRIC[above - 1]!, METRIC[above]!];
  return low[2] + ((high[2] - low[2]) * (areaMm2 - low[0])) / (high[0] - low[0]);
}

export const METRIC_WIRES: readonly Wire[] = METRIC.map(([area, ohm, ampacity]) => ({
  name: `${area} mm²`,
  areaMm2: area,
  mOhmPerM: ohm,
  ampacityA: ampacity,
}));
export const AWG_WIRES: readonly Wire[] = AWG.map((gauge) => ({
  name: `${gauge} AWG`,
  areaMm2: awgAreaMm2(gauge),
  mOhmPerM: (COPPER_OHM_MM2_M / awgAreaMm2(gauge)) * 1000,
  ampacityA: Math.floor(ampacityOf(awgAreaMm2(gauge))),
}));

/** A size as written on a loom: `2.5 mm²`, `2.5`, `12 AWG`, `12 ga`. */
export function wireOf(text: string): Wire | undefined {
  const awg = /^\s*(\d+)\s*(awg|ga\b|gauge)/i.exec(text);
  if (awg) return AWG_WIRES.find((wire) => wire.name === `${awg[1]} AWG`);
  const metric = /^\s*(\d+(?:[.,]\d+)?)\s*(mm.?2?|mm²|qmm)?\s*$/i.exec(text);
  if (!metric) return undefined;
  const area = Number(metric[1]!.replace(',', '.'));
  return METRIC_WIRES.find((wire) => wire.areaMm2 === area);
}

/** Ohms of a length of wire at a temperature. */
export const wireOhm = (wire: Wire, lengthM: number, tempC = 20): number =>
  (wire.mOhmPerM / 1000) * lengthM * (1 + COPPER_WARMS * (tempC - 20));
