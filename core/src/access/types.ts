import type { Condition } from '../application/index.ts';
import type { PartKind } from '../figures/index.ts';
import type { Fastener, ProcedureNote, Step } from '../procedure/index.ts';
import type { BackRule } from './back-rules.ts';

/**
 * How far something is out of the way, or that it is brought about (cold, drained, on stands: ready). A later word does
 * not include an earlier one: a need names each that will do.
 */
export const THING_STATES = ['ready', 'loose', 'aside', 'out with another', 'off'] as const;
export type ThingState = (typeof THING_STATES)[number];

/** Something in the bay that can come off, be moved aside or be brought into a state (`cold`, on stands). */
export interface Thing {
  /** Short and lasting: `upper-hose`. Needs and ways name it. */
  code: string;
  name: string;
  /** The kind of part it is, where it is one that gets changed; null for what is only in the way. */
  partKind: PartKind | null;
  /** The code of the thing that it is part of and stays off with: the upper half of a shroud. */
  partOf?: string;
  /** Which vehicles have it; what a vehicle does not have is never in its way. Null for all. */
  when: Condition | null;
}

/** That a thing is in a state. */
export interface Fact {
  thing: string;
  state: ThingState;
}

export const PLACES = ['above', 'front', 'below', 'inside', 'bench'] as const;
/** Where the hands are. */
export type Place = (typeof PLACES)[number];
export const LIFTS = ['none', 'stands', 'lift'] as const;
export type Lift = (typeof LIFTS)[number];
/** How one knows that it is right again. */
export const PROOFS = ['', 'click', 'seated', 'cushion', 'mark to mark', 'turns free', 'no play'] as const;
export type Proof = (typeof PROOFS)[number];

/** The way back of an operation. */
export interface WayBack {
  text: string;
  detail: string;
  tools: string[];
  consumables: string[];
  minutes: number;
  /** Codes of operations whose way back has to be done before this one. */
  after: string[];
  rules: BackRule[];
  /**
   * Fasteners are only started here, by hand, and tightened together with those of every operation of the same word,
   * once the last of them is started; empty where they are tightened at once.
   */
  tightenWith: string;
  /** What is renewed and not put back: seals, one-time clips. */
  renew: string[];
  proof: Proof;
}

export interface Operation {
  /** Lasting: ticks, times, counts and photographs hang on it. */
  code: string;
  when: Condition | null;
  text: string;
  detail: string;
  place: Place;
  tools: string[];
  consumables: string[];
  minutes: number;
  /** Its minutes are waiting (cool-down, draining), not work. */
  waiting: boolean;
  /** What it brings about; more than one thing where they move as one. */
  gives: Fact[];
  /** Alternatives, each a set of facts that all have to hold; empty where nothing is in the way. */
  needs: Fact[][];
  /** Fasteners that come out, by their place in the tray. */
  uses: { tray: string; count: number }[];
  /** Of clips among them, the chance that one breaks, 0 to 1. */
  breaks: number;
  connector: string;
  connectorWhen: Condition | null;
  /** How much coolant is out once this is done, L: the level it reaches, not what it adds. */
  coolantL: number;
  /** How much transmission fluid is out once this is done, L: a level, as of the coolant. */
  transmissionL: number;
  people: number;
  lift: Lift;
  cautions: string[];
  /** Figures of the vehicle, by key, that are taken before it is done: afterwards they are gone. */
  measures?: string[];
  /** A photograph of the bay that shows it; null where there is none. */
  photoId: number | null;
  /** Null where nothing is put back: a bench parting of what is thrown away, a wait. */
  back: WayBack | null;
  /** On a job that takes its things off for good: its fasteners do not go back either. */
  staysOff?: true;
}

/** A step before or after the operations: laying out, filling, proving. */
export interface MapStep extends Step {
  /** Only where so much of a fluid was lost, L: a top-up below, a full bleed from there on. Null for always. */
  lost: { fluid: 'coolant' | 'transmission'; fromL: number; belowL: number | null } | null;
  /** Only on a way with one of these operations: the cock is closed where it was opened. */
  onlyAfter?: string[];
  /** Only where a part of one of these kinds goes in that a motor can turn: a fan's bench test. */
  onlyWith?: PartKind[];
}

/** What can come off in a bay, and everything that must be out of its way first. */
export interface AccessMap {
  title: string;
  notes: ProcedureNote[];
  things: Thing[];
  fasteners: Fastener[];
  operations: Operation[];
  steps: MapStep[];
}

/** One word for a fact, to look it up by. */
export const factKey = ({ thing, state }: Fact): string => `${thing} ${state}`;
