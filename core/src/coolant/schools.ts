import { atmosphere } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** Ways to fill a system, each a school of the trade; common practice. */
export const SCHOOLS = ['radiator first', 'engine first', 'tank', 'nose raised', 'bleed screw', 'sealed funnel', 'vacuum'] as const; // prettier-ignore
export type School = (typeof SCHOOLS)[number];

export const FILL_CAUTIONS = [
  'Cold engine only: cold coolant poured into an overheated engine cracks it.',
  'Never open a hot cap: steam. Neck and hoses stay hot for an hour.',
  'Running an engine indoors needs exhaust extraction.',
] as const;

interface SchoolLine {
  label: string;
  steps: readonly string[];
  gained: string;
  lost: string;
  minutes: number;
}
export const SCHOOL_LINES: Readonly<Record<School, SchoolLine>> = {
  'radiator first': {
    label: 'Radiator first, then the bottle',
    steps: ['Heater to hot.', 'Pour at the radiator’s neck, slowly, until it stands still.', 'Squeeze the upper hose until no more bubbles come; top up.', 'Recovery bottle to its cold mark; cap on the radiator only when it has been bled.'],
    gained: 'needs nothing but a funnel',
    lost: 'the block fills last: air under a shut thermostat',
    minutes: 15,
  },
  'engine first': {
    label: 'Engine first, through the open thermostat housing',
    steps: ['Thermostat out, or housing open: pour into the block until it stands in the housing.', 'Thermostat in, its bleed hole at twelve o’clock; housing on, torque from its record.', 'Rest of it at the radiator’s neck or the tank.'],
    gained: 'the block is full before the engine turns',
    lost: 'only where the housing is open anyway; a seal more',
    minutes: 15,
  },
  'tank': {
    label: 'Through the pressurised tank',
    steps: ['Heater to hot; vents and bleeders open where there are any.', 'Pour at the tank to its cold mark, slowly; wait, pour again.', 'Squeeze both hoses; top up to the mark, never above.'],
    gained: 'the tank is the highest place: air finds it by itself',
    lost: 'a tank that stands lower than the heater keeps air in it',
    minutes: 15,
  },
  'nose raised': {
    label: 'Nose raised',
    steps: ['Front up on ramps or stands, wheels chocked: the neck is then the highest place.', 'Pour, squeeze the hoses, wait until no bubbles rise; top up.'],
    gained: 'air in the heater and behind the head comes out',
    lost: 'time on ramps; the level is read level again',
    minutes: 20,
  },
  'bleed screw': {
    label: 'Bleed screw open until it runs solid',
    steps: ['Bleed screw open, cold.', 'Pour until it runs solid and without bubbles at the screw.', 'Close the screw, with its new seal; fill to the mark.'],
    gained: 'the place where air stays is opened itself',
    lost: 'old screws break; coolant over the engine',
    minutes: 15,
  },
  'sealed funnel': {
    label: 'Sealed funnel on the neck',
    steps: ['Funnel with its adapter tight on the neck, half full.', 'Bleed with the funnel on: it takes the bubbles and what boils up.', 'Plug in, funnel off with what is left in it; measure that.'],
    gained: 'air leaves while nothing runs over; the level is always above the neck',
    lost: 'needs the right adapter',
    minutes: 15,
  },
  'vacuum': {
    label: 'By vacuum',
    steps: ['Cold. Adapter tight on the neck; heater to hot.', 'Pull the vacuum; hoses go flat, which is right.', 'Shut the valve and watch the gauge.', 'Open to the coolant: it is drawn in. Top up by hand.'],
    gained: 'hardly any air stays; shows leaks before anything is poured',
    lost: 'needs the tool and compressed air; never hot: what is left boils',
    minutes: 12,
  },
}; // prettier-ignore

/** What the record of a vehicle says about how it is filled. */
export interface FillRecord {
  /** Two kinds of bottle: a recovery bottle behind a radiator cap, or a tank under pressure with the cap on itself. */
  bottle: 'recovery' | 'pressurised' | undefined;
  bleedScrew: boolean;
  /** The housing is open anyway: the thermostat is renewed. */
  thermostatOut: boolean;
}

export interface SchoolChoice {
  school: School;
  why: string;
}

/** Which school a vehicle's record asks for first; the others stay open, with what is gained and lost. */
export function schoolFor({ bottle, bleedScrew, thermostatOut }: FillRecord): SchoolChoice {
  if (thermostatOut) return { school: 'engine first', why: 'the thermostat housing is open anyway' };
  if (bleedScrew) return { school: 'bleed screw', why: 'its record has a bleed screw' };
  if (bottle === 'pressurised') return { school: 'tank', why: 'its cap is on a tank under pressure' };
  if (bottle === 'recovery') return { school: 'radiator first', why: 'its cap is on the radiator, with a recovery bottle' };
  return { school: 'sealed funnel', why: 'no record says which kind of bottle it has: the funnel suits both' };
} // prettier-ignore

export interface VacuumReading {
  /** Below the local pressure, kPa, as the gauge shows it when the valve is shut, and at the end. */
  startKPa: number;
  endKPa: number;
  minutes: number;
  altitudeM: number;
  coolantC: number;
}
export interface Judged {
  word: 'good' | 'leaks' | 'too little' | 'cannot be told' | 'not now';
  said: string;
}

/** Only a cold system is emptied: hot coolant boils under a vacuum. */
const COLD_C = 40;

/** A vacuum before filling, judged against the local pressure: what a gauge can show falls with altitude. */
export function judgeVacuum(reading: VacuumReading, practice: Practice = USUAL_PRACTICE): Judged {
  const { startKPa, endKPa, minutes, altitudeM, coolantC } = reading;
  if (!(coolantC <= COLD_C))
    return { word: 'not now', said: 'Only cold: what is left inside boils under a vacuum. Let it cool down.' };
  if (!(altitudeM >= -500 && altitudeM <= 6000) || !(startKPa >= 0) || !(endKPa >= 0) || !(minutes >= 0))
    return { word: 'cannot be told', said: 'That is no reading of a vacuum gauge.' };
  const localKPa = atmosphere(altitudeM).pressurePa / 1000;
  const wanted = practice.vacuumShare * localKPa;
  if (startKPa > localKPa)
    return {
      word: 'cannot be told',
      said: `No gauge shows ${startKPa.toFixed(0)} kPa below a pressure of ${localKPa.toFixed(0)} kPa here: its zero is off, or it is another unit.`,
    };
  if (startKPa < wanted)
    return {
      word: 'too little',
      said: `${startKPa.toFixed(0)} kPa, where ${wanted.toFixed(0)} of ${localKPa.toFixed(0)} kPa can be had at this altitude: a hose, the adapter or the tool leaks.`,
    };
  const rise = startKPa - endKPa;
  if (rise > practice.vacuumRise)
    return {
      word: 'leaks',
      said: `It lost ${rise.toFixed(1)} kPa in ${minutes} min: find the leak before anything is poured.`,
    };
  if (rise < -practice.vacuumRise) return { word: 'cannot be told', said: 'The vacuum grew by itself: read the gauge again.' };
  if (minutes < practice.vacuumWatch)
    return {
      word: 'cannot be told',
      said: `Watched for ${minutes} min; ${practice.vacuumWatch} min are needed before a small leak shows.`,
    };
  return { word: 'good', said: `${startKPa.toFixed(0)} kPa held for ${minutes} min: open it to the coolant.` };
} // prettier-ignore

/** Ways to flush, each with what speaks against it; common practice. */
export const FLUSHES = {
  'none': { label: 'None: it is clean', risk: 'Old coolant stays in the block and the heater; only with the same technology', recommended: true },
  'drain and refill': { label: 'Drain, refill with water', risk: 'Filled with clean water, warmed up, drained, again: slow; every litre is caught and disposed of; water stays in the block and counts in the mix', recommended: true },
  'hose': { label: 'Hose through, running', risk: 'Cold water on a hot block cracks it, and coolant runs on the ground', recommended: false },
} as const; // prettier-ignore
export type Flush = keyof typeof FLUSHES;

/** A flush is over when the water has been clear for so long, and no sooner. @param clearMinutes since it was last cloudy */
export const flushDone = (clearMinutes: number, practice: Practice = USUAL_PRACTICE): boolean =>
  clearMinutes >= practice.clearWater;
