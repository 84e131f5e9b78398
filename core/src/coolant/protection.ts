import { atmosphere, boilsC, freezesC, massShareOf, STRONGEST_MASS_SHARE, type CoolantBase } from '../fluid/index.ts'; // prettier-ignore

export interface Protection {
  /** null where no table says: a mix so strong freezes sooner again. */
  freezesC: number | null;
  boilsC: number;
  /** By mass, %. */
  massPercent: number;
}

/** The strongest mix, by volume in %, for which this product knows a freezing point. */
export const tabledTo = (base: CoolantBase, strength: number): boolean =>
  massShareOf(base, strength / 100) <= STRONGEST_MASS_SHARE;

/**
 * What a mix withstands under its cap.
 *
 * @param strength  % by volume, 0 to 70
 * @param capKPa    of the cap, over ambient; 0 open
 * @param altitudeM where it is filled or driven
 */
export function protection(
  base: CoolantBase,
  strength: number,
  capKPa: number,
  altitudeM: number,
): Protection {
  if (!(strength >= 0 && strength <= 100)) throw new RangeError(`a strength is 0 to 100 %, not ${strength}`);
  const share = massShareOf(base, strength / 100);
  return {
    freezesC: tabledTo(base, strength) ? freezesC(base, share) : null,
    boilsC: boilsC(base, Math.min(0.9, share), atmosphere(altitudeM).pressurePa / 1000 + capKPa),
    massPercent: 100 * share,
  };
}
