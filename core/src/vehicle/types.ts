/** What the library knows of vehicles in general; ids are opaque and positive. */

export const FUELS = ['petrol', 'diesel', 'hybrid', 'electric', 'lpg'] as const;
export type Fuel = (typeof FUELS)[number];
export const LAYOUTS = ['straight', 'vee', 'flat'] as const;
export type Layout = (typeof LAYOUTS)[number];
export const ASPIRATIONS = ['natural', 'turbo', 'supercharged'] as const;
export type Aspiration = (typeof ASPIRATIONS)[number];
export const TRANSMISSION_KINDS = ['manual', 'automatic', 'cvt', 'dual-clutch'] as const;
export type TransmissionKind = (typeof TRANSMISSION_KINDS)[number];
export const PACKAGES = ['standard', 'heavy-duty', 'towing'] as const;
export type CoolingPackage = (typeof PACKAGES)[number];
export const BODIES = ['pickup', 'van', 'hatchback', 'saloon', 'coupe', 'estate', 'convertible'] as const;
export type Body = (typeof BODIES)[number];
export const DRIVES = ['front', 'rear', 'all'] as const;
export type Drive = (typeof DRIVES)[number];
export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export interface Make {
  id: number;
  name: string;
}

export interface Model {
  id: number;
  makeId: number;
  name: string;
  /** What people call it, lower case. */
  nicknames: readonly string[];
  /** First and last model year, inclusive. */
  life: readonly [number, number];
}

export interface Engine {
  id: number;
  code: string;
  displacementL: number;
  cylinders: number;
  layout: Layout;
  fuel: Fuel;
  aspiration: Aspiration;
  /** At the crankshaft, kW; null where it is not on record. */
  powerKW?: number | null;
}

export interface Transmission {
  id: number;
  code: string;
  kind: TransmissionKind;
  /** Number of forward speeds; 0 where there are none to count. */
  gears: number;
}

export interface Configuration {
  id: number;
  modelId: number;
  year: number;
  engineId: number;
  transmissionId: number;
  airConditioning: boolean;
  package: CoolingPackage;
  body: Body;
  drive: Drive;
  steering: Side;
  /** First and last build month, `YYYY-MM`, inclusive. */
  built: readonly [string, string];
}

export interface Vocabulary {
  makes: readonly Make[];
  models: readonly Model[];
  engines: readonly Engine[];
  transmissions: readonly Transmission[];
}
