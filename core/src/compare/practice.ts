/** What practice wants and what stock there is; common practice, no source, to be changed by whoever knows better. */
export const PRACTICE = {
  /** From an engine-driven blade to the core: the engine rocks. */
  drivenBladeToCoreMm: 25,
  /** From an electric fan's blades to the core. */
  electricBladeToCoreMm: 10,
  /** From an electric motor to the nearest engine part. */
  motorToEngineMm: 20,
  /** Radiator alone to the nearest engine part. */
  radiatorToEngineMm: 25,
  /** An engine rocks toward the radiator by about this much. */
  engineRockMm: 6,
  /** Transverse engines roll toward it. */
  transverseRockMm: 12,
  /** A gap along an edge worth closing. */
  gapWorthClosingMm: 6,
  /** Left between the end of a screw and what it must not touch. */
  screwSpareMm: 1,
  /** Bracket slots are filed by up to this much. */
  slotMm: 6,
  /** Spacers under a fan's feet and between hub and engine-driven fan, mm. */
  footSpacersMm: [2, 3, 4, 6, 8, 10, 12, 16, 20],
  hubSpacersMm: [12, 19, 25, 32, 38, 50, 64],
} as const;
