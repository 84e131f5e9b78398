import type { CoreClassName, VehicleClass } from '../cooling/index.ts';
import type { CourseName, Place } from '../drive/index.ts';
import type { TERMINATION_SCHOOLS } from '../electrical/index.ts';
import type { CoolantBase } from '../fluid/index.ts';

/** Figures that somebody may choose or write in for one fitment, in record units; what is not there is as on record. */
export const CHOICE_FIGURES = [
  'spacer', 'foot', 'opens', 'full', 'on', 'off', 'on2', 'off2', 'ambient', 'altitude', 'mix', 'cap', 'gap', 'mass',
  'drag', 'pumpIdle', 'pumpWork', 'idleHeat', 'condenser', 'fuse', 'relay', 'feed', 'ground', 'amps', 'testV', 'testA',
  'labelV', 'labelA', 'hubGap', 'hubFitted', 'hoseUp', 'hoseDown', 'ramp', 'power', 'rolling', 'blocked', 'capNow', 'deadFans', 'coolantMass', 'metalMass', 'start', 'humidity',
  'roundAir', 'fanShare',
] as const; // prettier-ignore

/** Words that somebody may choose for one fitment. */
export const CHOICE_WORDS = ['load', 'coreOld', 'coreNew', 'base', 'place', 'school', 'shroudNow'] as const;

/** How the shroud of a vehicle that runs hot stands. */
export const SHROUDS_NOW = { whole: 'whole', cracked: 'cracked', gone: 'gone' } as const;

/** Free space behind screws, written in: tray to what it clamps and what lies behind, mm. */
export type Room = Readonly<Record<string, { stackMm?: number; freeMm?: number }>>;

/** Everything chosen for a fitment beside the parts themselves. */
export type Choices = { [K in (typeof CHOICE_FIGURES)[number]]?: number | undefined } & {
  shroudNow?: keyof typeof SHROUDS_NOW | undefined;
  load?: VehicleClass | undefined;
  coreOld?: CoreClassName | undefined;
  coreNew?: CoreClassName | undefined;
  base?: CoolantBase | undefined;
  place?: Place | undefined;
  course?: CourseName | undefined;
  school?: keyof typeof TERMINATION_SCHOOLS | undefined;
  drive?: 'staged' | 'modulated' | undefined;
  /** The procedure whose screws are looked at. */
  way?: number | undefined;
  room: Room;
  /** The new fan's measured curve: m³/h and Pa. */
  curve: readonly (readonly [number, number])[];
  /** A seller's figures, as key to number. */
  claims: Readonly<Record<string, number>>;
};
export const NO_CHOICES: Choices = { room: {}, curve: [], claims: {} };
