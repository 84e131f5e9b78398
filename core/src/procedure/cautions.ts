export interface Caution {
  readonly code: string;
  readonly text: string;
}

export interface CautionContext {
  airConditioning: boolean;
  selfShifting: boolean;
  highVoltage: boolean;
}

interface Entry {
  text: string;
  /** Where the sheet carries it whether or not a step names it. */
  always?: (context: CautionContext) => boolean;
}

const everywhere = (): boolean => true;

/** The trade's cautions; common practice. The vehicle maker's service information comes before all of them. */
const TABLE = {
  'maker-first':
    { text: 'This sheet is guidance. The vehicle maker’s service information, local codes and licensed practice come first.', always: everywhere },
  'hot-coolant': { text: 'Work cold. Never open a hot cap: coolant under pressure scalds.', always: everywhere },
  'fan-start': { text: 'Electric fans can start by themselves, even with the key out. Battery off before hands go near.', always: everywhere },
  poison: { text: 'Coolant poisons people and animals. Catch it, label it, dispose of it by local rules.', always: everywhere },
  stands: { text: 'Never under a vehicle held by a jack alone. Stands on firm ground, wheels chocked.', always: everywhere },
  eyes: { text: 'Eye protection. Fins are sharp; gloves for the core.', always: everywhere },
  refrigerant: { text: 'Refrigerant circuit stays closed. Opening it is for licensed technicians.', always: (c) => c.airConditioning },
  'transmission-fluid': { text: 'Transmission fluid runs out at the cooler lines. Cap both ends at once and tie the lines up; top up and check the level after.', always: (c) => c.selfShifting },
  'high-voltage': { text: 'High voltage aboard: several loops and electric pumps. Stop at anything orange unless trained and the system is made safe.', always: (c) => c.highVoltage },
  restraint: { text: 'Restraint sensors sit at the front. Wait the maker’s time after the battery is off; do not knock or turn them.' },
  calibration: { text: 'Front sensors may need calibration after the front end was apart.' },
  'thread-swap': { text: 'Bolts of one thread and different lengths: the long one in the short one’s place goes into the core.' },
  'left-hand': { text: 'Left-hand thread: it undoes clockwise.' },
  drilling: { text: 'Drilling or cutting beside a core, fuel or wiring: shield it, disconnect the battery, keep a fire extinguisher by.' },
  exhaust: { text: 'Running an engine indoors needs exhaust extraction.' },
  'running-fan': { text: 'Engine running: hands, sleeves and rags clear of the fan and belts; gloves for hot hoses.' },
  lift: { text: 'Heavy or awkward lift: two people, or lower it on a strap.' },
} as const satisfies Record<string, Entry>; // prettier-ignore

export type CautionCode = keyof typeof TABLE;
export const CAUTIONS: readonly Caution[] = Object.entries(TABLE).map(([code, entry]) => ({
  code,
  text: entry.text,
}));
export const cautionText = (code: string): string => (TABLE as Record<string, Entry>)[code]?.text ?? '';

/** The cautions a sheet carries at its head: those that always apply to such a vehicle and those its steps name. */
export function cautionsFor(context: CautionContext, named: readonly string[]): Caution[] {
  return (Object.entries(TABLE) as [string, Entry][])
    .filter(([code, entry]) => entry.always?.(context) || named.includes(code))
    .map(([code, entry]) => ({ code, text: entry.text }));
}
