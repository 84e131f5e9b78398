/**
 * Wax thermostat: its lift follows the wax between two lines, one on the way up and one on the way down, and stands
 * still between them (a play operator).
 */
export interface Thermostat {
  opensC: number;
  fullyOpenC: number;
  /** How much colder the wax is on the way down at the same lift, K. */
  hysteresisK: number;
  /** Seconds the wax takes to follow the coolant (63 %). */
  lagS: number;
}

/** Hysteresis (K) and lag (s) of a wax element; common practice. Its span is a line of practice (`usualSpan`). */
export const USUAL_THERMOSTAT = { hysteresisK: 2.5, lagS: 12 } as const;
/** A thermostat or a switch is set for coolant, not for oil. */
const RANGE_C = [40, 140] as const;

/** What is wrong with the figures of a thermostat, in sentences; none when nothing is. */
export function thermostatFaults(thermostat: Thermostat): string[] {
  const { opensC, fullyOpenC, hysteresisK, lagS } = thermostat;
  return [
    ...(opensC >= RANGE_C[0] && opensC <= RANGE_C[1]
      ? []
      : [`a thermostat that opens at ${opensC} °C is outside ${RANGE_C.join(' to ')} °C`]),
    ...(fullyOpenC > opensC && fullyOpenC <= opensC + 60
      ? []
      : ['a thermostat is fully open above where it starts, by up to 60 K']),
    ...(hysteresisK >= 0 && hysteresisK <= 15 ? [] : ['the way down is 0 to 15 K colder than the way up']),
    ...(lagS >= 0.5 && lagS <= 300 ? [] : ['wax takes 0.5 to 300 s to follow']),
  ];
}

export type Moving = 'rest' | 'up' | 'down';

export const liftUp = (thermostat: Thermostat, waxC: number): number =>
  Math.min(1, Math.max(0, (waxC - thermostat.opensC) / (thermostat.fullyOpenC - thermostat.opensC)));
export const liftDown = (thermostat: Thermostat, waxC: number): number =>
  liftUp(thermostat, waxC + thermostat.hysteresisK);

/** Wax temperature at which a lift begins to grow. */
export const waxOf = (thermostat: Thermostat, lift: number): number =>
  thermostat.opensC + lift * (thermostat.fullyOpenC - thermostat.opensC);

/** Share of the pump's flow that goes through the radiator: the first lift frees most of it. */
export const flowShare = (lift: number): number => lift * (2 - lift);
