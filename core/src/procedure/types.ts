import type { Condition } from '../application/index.ts';
import type { PartKind } from '../figures/index.ts';
import type { WorkCode } from '../practice/index.ts';

export const PHASES = ['prepare', 'remove', 'install', 'fill', 'prove'] as const;
export type Phase = (typeof PHASES)[number];
export const PHASE_LABELS: Readonly<Record<Phase, string>> = {
  prepare: 'Prepare',
  remove: 'Remove',
  install: 'Install',
  fill: 'Fill and bleed',
  prove: 'Prove',
};

export const FASTENER_POLICIES = ['reuse', 'replace', 'one-time'] as const;
export type FastenerPolicy = (typeof FASTENER_POLICIES)[number];

export interface Fastener {
  /** The letter of its place in the tray, A to Z. */
  tray: string;
  name: string;
  /** `M6 × 16`, `push clip 8 mm`. */
  thread: string;
  /** Under the head, mm; null for clips and clamps. */
  lengthMm: number | null;
  /** What turns or frees it. */
  tool: string;
  /** How many there should be on a whole vehicle. */
  expected: number;
  /** From a record only, never worked out; null where no record gives one. */
  torqueNm: number | null;
  torqueSource: string;
  policy: FastenerPolicy;
  /** Which vehicles and parts have it; null for all. */
  when: Condition | null;
}

/** How a part that no move of the map puts back is mounted; said by the catalogue `mounts`. */
export const MOUNT_CODES = [
  'stud-nuts', 'fan-frame', 'fan-run', 'belt-fan', 'kit-box', 'kit-fuse', 'kit-ground', 'kit-ignition', 'kit-probe', 'kit-probe-lead', 'kit-switch',
  'kit-fan', 'kit-ac', 'kit-ac-off', 'part',
] as const; // prettier-ignore
export type MountCode = (typeof MOUNT_CODES)[number];
export interface Mount {
  code: MountCode;
  kind: PartKind;
  /** Number of the part that goes in. */
  number: string;
  /** Work of the plan that this step is, or is a part of. */
  covers?: WorkCode;
}

export interface Step {
  /** Stays the same through every edit: ticks, times and notes hang on it. Empty until it is first stored. */
  id: string;
  /** The step it comes right after, where its place in the writing does not say so; empty otherwise. */
  after: string;
  /** Which vehicles and parts it concerns; null for all. */
  when: Condition | null;
  phase: Phase;
  text: string;
  detail: string;
  /** Besides the tools that the fasteners ask for. */
  tools: string[];
  consumables: string[];
  minutes: number;
  /** Waiting (cool-down, warm-up) is not work. */
  waiting: boolean;
  /** Codes of the caution table. */
  cautions: string[];
  /** Of single cautions, by code, which vehicles and parts they concern; one that is not named concerns all of the step. */
  cautionsWhen: Record<string, Condition>;
  /** Fasteners taken out (remove) or put back (install) here. */
  uses: { tray: string; count: number }[];
  /** Places in the tray of what is tightened here, where that is not what is put back here. */
  tightens?: string[];
  /** Code of the connector unplugged or plugged here; empty when none. */
  connector: string;
  /** Which vehicles and parts the plug concerns; null for all that the step does. */
  connectorWhen: Condition | null;
  /** Figures of the vehicle, by key, to take before it is done. */
  measures?: string[];
  /** It is right with a click: the hands say so before the next step. */
  clicks?: true;
  /** A step that follows from the parts that go in: its text is said by the catalogue. */
  mount?: Mount;
}

/** Something to know of some of the vehicles before the first step: `to 2009 the drain cock has no hose end`. */
export interface ProcedureNote {
  text: string;
  when: Condition | null;
}

export interface ProcedureDocument {
  title: string;
  partKind: PartKind;
  /** The way in, in a few words: "radiator and fan out as one, from above". */
  way: string;
  notes: ProcedureNote[];
  fasteners: Fastener[];
  steps: Step[];
}
