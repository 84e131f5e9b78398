import type { BrokenOff } from './broken-off.ts';

/** What is done the same each time. */
export const PROTOCOLS = {
  'pull-down': { label: 'Pull-down at idle, fan-on to fan-off', unit: 's', minutes: 25, of: 'time' },
  'climb': { label: 'Fixed climb at a crawl with A/C, peak temperature', unit: '°C', minutes: 40, of: 'peak' },
  'idle hold': { label: 'Idle hold with A/C, peak temperature', unit: '°C', minutes: 35, of: 'peak' },
  'drive log': { label: 'Drive log, peak temperature', unit: '°C', minutes: 45, of: 'peak' },
} as const; // prettier-ignore
export type Protocol = keyof typeof PROTOCOLS;
export const PROTOCOL_NAMES = Object.keys(PROTOCOLS) as Protocol[];

/** What a set-up has other than the vehicle arrived with. */
export const CHANGES = ['radiator', 'fans', 'shroud', 'thermostat', 'controller', 'coolant', 'cap', 'hood', 'seals', 'other'] as const; // prettier-ignore
export type Change = (typeof CHANGES)[number];

export interface TrialSetUp {
  id: string;
  name: string;
  changes: Change[];
}
/** What is the same for every run; null or '' where nobody says. */
export interface TrialConditions {
  startC: number | null;
  hour: string;
  load: string;
  airConditioning: boolean | null;
  blower: 'off' | 'high' | null;
}
export interface Trial {
  id: string;
  title: string;
  protocol: Protocol;
  setUps: TrialSetUp[];
  /** The change that the verdict is about; null where whole set-ups are compared. */
  about: Change | null;
  /** Within so much two set-ups are as good as each other, in the protocol's unit; null where nobody asks. */
  margin: number | null;
  conditions?: TrialConditions | undefined;
}
export interface TrialRun {
  setUp: string;
  /** In the protocol's unit. */
  value: number;
  ambientC: number | null;
  startC: number | null;
  /** The watch was started so late; null where nobody says by how much, 0 where it was not. */
  lateS: number | null;
  /** Absent where the run came to its end; else `value` is the least that it would have come to. */
  brokenOff?: BrokenOff | undefined;
}
/** Run-to-run spread of a protocol, from trials that were filed. */
export interface LibrarySpread {
  sd: number;
  dof: number;
  trials: number;
}
