/** What a shop has on the shelf, and the sizes the trade makes things in; common practice, no source. */

/** Spacers under a fan's feet, mm. */
export const FOOT_SPACERS_MM = [2, 3, 4, 6, 8, 10, 12, 16, 20] as const;
/** Spacers between hub and engine-driven fan, mm. */
export const HUB_SPACERS_MM = [12, 19, 25, 32, 38, 50, 64] as const;
/** Blade fuses, A: ISO 8820-3, from memory. */
export const BLADE_FUSES = [5, 7.5, 10, 15, 20, 25, 30, 40] as const;
/** Cartridge and bolt-down fuses above them, A. */
export const LARGE_FUSES = [50, 60, 70, 80] as const;
export const FUSES: readonly number[] = [...BLADE_FUSES, ...LARGE_FUSES];

/**
 * Bores of coolant hose and the necks they go on, mm. A neck and a hose of one size go together; of neighbouring sizes
 * they do not. Inch sizes fall on the metric ones they are sold as: 1 1/2 in is 38, 1 3/4 in is 45.
 */
export const HOSE_SIZES_MM = [
  4, 5, 6, 8, 10, 12, 14, 16, 18, 20, 22, 25, 28, 30, 32, 34, 36, 38, 40, 42, 45, 48, 51, 54, 57, 60, 63, 70,
] as const; // prettier-ignore
/** A size written in two systems differs by up to this much, mm. */
export const SAME_SIZE_MM = 0.6;
