import { combined } from '../figures/index.ts';
import { coolant, freezesC, massShareOf, root, STRONGEST_MASS_SHARE, volumeShareOf, water, type CoolantBase } from '../fluid/index.ts'; // prettier-ignore
import type { Account, Amount } from './account.ts';

export type Glycol = Exclude<CoolantBase, 'water'>;
export const GLYCOLS = ['ethylene', 'propylene'] as const satisfies readonly Glycol[];

/** What a strength is read with. */
export const READ_WITH = ['refractometer', 'index', 'hydrometer', 'strip'] as const;
export type ReadWith = (typeof READ_WITH)[number];
export const READ_WITH_WORDS: Readonly<Record<ReadWith, string>> = {
  refractometer: 'refractometer, freezing scale, °C',
  index: 'refractometer, refractive index',
  hydrometer: 'hydrometer, specific gravity',
  strip: 'test strip, %',
};

export interface StrengthReading {
  with: ReadWith;
  /** °C on a freezing scale, refractive index, specific gravity (water at 20 °C is 1), or %. */
  shows: number;
  /** Which glycol its scale is made for; null on an index and a strip. */
  scale: Glycol | null;
  /** Of the sample; null where it was not taken. */
  sampleC: number | null;
  /** Whether the instrument makes up for the sample's temperature by itself. */
  compensated: boolean;
}

export type ReadStrength =
  { ok: true; strength: Amount; freezesC: number; said: string[] } | { ok: false; because: string };

/** nD at 20 °C of the pure liquids (CRC Handbook, from memory), and of water. */
const INDEX = { water: 1.33299, ethylene: 1.4318, propylene: 1.4324 } as const;
const pureDensity = { ethylene: 1113, propylene: 1036 } as const;
/** Specific refraction, m³/kg: Lorentz and Lorenz. */
const refraction = (index: number, density: number): number => (index ** 2 - 1) / (index ** 2 + 2) / density;

/**
 * Refractive index (sodium D) of a coolant: specific refractions add by mass (Lorentz and Lorenz 1880), with the density
 * of the mixture at its temperature. Within 0.002 of the tables up to 60 % by mass.
 *
 * @param massShare 0 to 0.6
 * @param tempC     0 to 60
 */
export function refractiveIndex(base: Glycol, massShare: number, tempC = 20): number {
  const both =
    (1 - massShare) * refraction(INDEX.water, water(20).densityKgM3) +
    massShare * refraction(INDEX[base], pureDensity[base]);
  const x = both * coolant(base, massShare, tempC).densityKgM3;
  return Math.sqrt((1 + 2 * x) / (1 - x));
}

const shareOfIndex = (base: Glycol, index: number, tempC: number): number | undefined => {
  const [lo, hi] = [refractiveIndex(base, 0, tempC), refractiveIndex(base, STRONGEST_MASS_SHARE, tempC)];
  if (!(index >= lo - 5e-4 && index <= hi)) return undefined;
  return index <= lo
    ? 0
    : root((share) => refractiveIndex(base, share, tempC) - index, 0, STRONGEST_MASS_SHARE, 1e-7);
};
const shareOfFreezing = (base: Glycol, tempC: number): number | undefined => {
  const coldest = freezesC(base, STRONGEST_MASS_SHARE);
  if (!(tempC <= 0.5 && tempC >= coldest)) return undefined;
  return tempC >= 0 ? 0 : root((share) => freezesC(base, share) - tempC, 0, STRONGEST_MASS_SHARE, 1e-7);
};

/** What a reading is good to, points of strength by volume, k = 2: of the instrument, and what reading it on the wrong scale adds. Common practice. */
const GOOD_TO = { refractometer: 2, index: 2.5, hydrometer: 4, strip: 10 } as const;
const WRONG_SCALE = 3;
/** A compensated instrument does so over this range, °C. */
const COMPENSATES_C = [10, 35] as const;
/** Hotter samples are let cool down: water leaves them as they steam. */
const TOO_HOT_C = 60;
const refused = (because: string): ReadStrength => ({ ok: false, because });
const percent = (value: number): string => `${Math.round(value)} %`;
const other = (base: Glycol): Glycol => (base === 'ethylene' ? 'propylene' : 'ethylene');

/**
 * Strength of a mix from what an instrument shows.
 *
 * The scales of the two glycols differ: one reading on both means two strengths. A scale made for the other glycol is
 * converted through the refractive index and named. A hydrometer made for ethylene never judges propylene: its density
 * hardly changes above half, and turns back. No optical or floating instrument tells mixed glycols apart.
 *
 * @param of the glycol in the system; null where nobody knows, 'mixed' where both were poured
 */
export function readStrength(reading: StrengthReading, of: Glycol | 'mixed' | null): ReadStrength {
  const { shows, scale, sampleC, compensated } = reading;
  if (!Number.isFinite(shows)) return refused('Nothing was read.');
  if (of === 'mixed')
    return refused(
      'Ethylene and propylene glycol are mixed in it: no scale holds for that. Drain and flush, then fill with one.',
    );
  if (sampleC !== null && !(sampleC >= -10 && sampleC <= TOO_HOT_C))
    return refused(
      sampleC > TOO_HOT_C
        ? `The sample is at ${sampleC} °C: let it cool first, water steams off.`
        : `A sample at ${sampleC} °C is no sample.`,
    );
  if (reading.with === 'strip') {
    if (!(shows >= 0 && shows <= 70)) return refused(`A strip shows 0 to 70 %, not ${shows} %.`);
    if (of === null) return refused('Which glycol is in it is not known: find out first.');
    return answer(of, massShareOf(of, shows / 100), GOOD_TO.strip, [
      'A strip is coarse: a refractometer tells better.',
    ]);
  }
  if (reading.with === 'hydrometer') {
    if (scale === null) return refused('Say which glycol its scale is made for.');
    if (of === null)
      return refused('Which glycol is in it is not known, and a float cannot tell: use a refractometer.');
    if (of === 'propylene')
      return refused(
        'A hydrometer does not judge propylene glycol: its density hardly changes with strength and turns back. Use a refractometer with a propylene scale.',
      );
    if (scale === 'propylene') return refused('That float is made for propylene glycol.');
    if (!compensated && sampleC === null)
      return refused('A float without compensation needs the temperature of the sample.');
    const atC = compensated ? 20 : sampleC!;
    const density = shows * water(20).densityKgM3;
    const [lo, hi] = [0, STRONGEST_MASS_SHARE].map((share) => coolant(of, share, Math.max(0, atC)).densityKgM3) as [number, number]; // prettier-ignore
    if (density < lo - 2) return refused(`${shows} is below water: below its scale, or no coolant.`);
    if (density > hi) return refused(`${shows} is past the end of its scale.`);
    const share =
      density <= lo
        ? 0
        : root((each) => coolant(of, each, Math.max(0, atC)).densityKgM3 - density, 0, STRONGEST_MASS_SHARE, 1e-7); // prettier-ignore
    return answer(of, share, GOOD_TO.hydrometer, []);
  }
  const said: string[] = [];
  let index: number | undefined;
  let u: number = GOOD_TO[reading.with];
  if (reading.with === 'refractometer') {
    if (scale === null) return refused('Say which glycol its scale is made for.');
    if (shows > 0.5)
      return refused(`${shows} °C is below its scale: that is water, or nothing is on the glass.`);
    const share = shareOfFreezing(scale, shows);
    if (share === undefined)
      return refused(
        `${shows} °C is past the end of the ${scale} scale: such a mix is too strong, and freezes sooner again.`,
      );
    if (of === null) {
      const asOther = shareOfIndex(other(scale), refractiveIndex(scale, share), 20);
      return refused(
        `Which glycol is in it is not known: ${percent(100 * volumeShareOf(scale, share))} if it is ${scale}, ${asOther === undefined ? 'past the scale' : percent(100 * volumeShareOf(other(scale), asOther))} if it is ${other(scale)}.`,
      );
    }
    index = refractiveIndex(scale, share);
    if (of !== scale) {
      u = combined(u, WRONG_SCALE);
      said.push(
        `The scale is made for ${scale} glycol and ${of} is in it: converted by its refractive index.`,
      );
    } else if (compensated || sampleC === null || sampleC === 20) return answer(of, share, u, said);
  } else {
    if (of === null) return refused('Which glycol is in it is not known, and the index alone cannot tell.');
    index = shows;
  }
  const atC = compensated || sampleC === null ? 20 : sampleC;
  if (!compensated && sampleC === null) {
    u = combined(u, 3);
    said.push('The sample’s temperature was not taken: read as at 20 °C.');
  }
  const share = shareOfIndex(of, index, Math.max(0, atC));
  if (share === undefined)
    return refused(
      index < refractiveIndex(of, 0, Math.max(0, atC))
        ? 'It reads below water: below its scale, or nothing is on the glass.'
        : `It reads past the end of what ${of} glycol gives: too strong, or the other glycol.`,
    );
  return answer(of, share, u, said);

  function answer(base: Glycol, massShare: number, good: number, notes: string[]): ReadStrength {
    if (compensated && sampleC !== null && !(sampleC >= COMPENSATES_C[0] && sampleC <= COMPENSATES_C[1])) {
      notes.push(`At ${sampleC} °C the sample is outside what it makes up for: let it come to 20 °C.`);
      good = combined(good, 3);
    }
    return {
      ok: true,
      strength: { value: 100 * volumeShareOf(base, massShare), u: good },
      freezesC: freezesC(base, massShare),
      said: notes,
    };
  }
}

export interface Settled {
  /** Account and reading together, each by how well it is known. */
  strength: Amount;
  agree: boolean;
  said: string;
  /** What would have to be inside for the reading to be right, where the account rests on what stayed, L; undefined where nothing would. */
  wouldHaveStayedL: number | undefined;
}

/**
 * Closes an account with a strength that was read: where the two agree, both count; where they do not, the reading counts
 * and the account is what is wrong.
 *
 * @param fill what went in last: how much, how strong
 */
export function settleWith(
  account: Pick<Account, 'strength' | 'total'>,
  read: Amount,
  fill: { litres: number; strength: number; stayedStrength: number } | undefined,
): Settled {
  const off = Math.abs(account.strength.value - read.value);
  const u = combined(account.strength.u, read.u);
  // r left of strength s, L poured of strength c: read (r + L) = s r + c L.
  const stayed =
    fill && Math.abs(read.value - fill.stayedStrength) > 1
      ? (fill.litres * (fill.strength - read.value)) / (read.value - fill.stayedStrength)
      : undefined;
  const wouldHaveStayedL = stayed !== undefined && stayed >= 0 ? stayed : undefined;
  if (off > u)
    return {
      strength: read,
      agree: false,
      wouldHaveStayedL,
      said: `The account says ${percent(account.strength.value)} ± ${Math.ceil(account.strength.u)}, the reading ${percent(read.value)} ± ${Math.ceil(read.u)}: one of the amounts is wrong.`,
    };
  const [a, b] = [1 / account.strength.u ** 2, 1 / read.u ** 2];
  return {
    strength: Number.isFinite(a)
      ? { value: (a * account.strength.value + b * read.value) / (a + b), u: 1 / Math.sqrt(a + b) }
      : account.strength,
    agree: true,
    wouldHaveStayedL,
    said: `Account and reading agree: ${percent(account.strength.value)} and ${percent(read.value)}.`,
  };
}
