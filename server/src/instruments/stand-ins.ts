import {
  Player,
  STAND_INS,
  hiddenVehicle,
  standInRun,
  type StandInCourse,
  type StandInFault,
  type StandInRun,
  type StandInState,
} from '@radiatrix/core/stand-in';
import type { InstrumentHead, Reading } from '@radiatrix/core/instrument';
import type { Instruments, StandInAct } from '@radiatrix/contract';

/** Readings that are kept for whoever lost the connection: an hour at ten a second. */
const KEPT = 36_000;

interface Playing {
  head: InstrumentHead;
  player: Player | undefined;
  /** Readings since the process began, numbered through every course. */
  readings: Reading[];
  seq: number;
  /** How many of the course have been taken. */
  taken: number;
}

/** Stand-in instruments on one stand-in vehicle: what they show follows from its hidden truth and what is done to it. */
export class StandIns {
  private playing: Playing[] = STAND_INS.map((head) => ({
    head,
    player: undefined,
    readings: [],
    seq: 0,
    taken: 0,
  }));
  private run: StandInRun | undefined;
  private course: StandInCourse | undefined;
  private seconds = 0;
  private state: StandInState = { air: true, pumpedKPa: 0, pumpedAtS: 0 };
  private readonly followers = new Map<string, Set<(readings: readonly Reading[]) => void>>();
  private seed: number;

  private readonly faults: readonly StandInFault[];
  readonly speed: number;

  /** @param speed how many times quicker than a clock a course goes by */
  constructor(seed: number, faults: readonly StandInFault[], speed: number) {
    this.seed = seed;
    this.faults = faults;
    this.speed = speed;
  }

  status(): Instruments {
    return {
      instruments: [...STAND_INS],
      standIn: {
        course: this.course ?? null,
        seconds: Math.round(this.seconds),
        speed: this.speed,
        ended: this.run !== undefined && this.seconds >= this.run.coolantC.length,
      },
    };
  }

  act(act: StandInAct): void {
    if (act.act === 'start') this.start(act.course);
    else if (act.act === 'stop') this.run = undefined;
    else if (act.act === 'work the air out') this.state = { ...this.state, air: false };
    else if (act.act === 'pump') this.state = { ...this.state, pumpedKPa: act.kPa, pumpedAtS: this.seconds };
    else {
      this.seed = act.seed;
      this.run = undefined;
      this.state = { air: true, pumpedKPa: 0, pumpedAtS: 0 };
    }
  } // prettier-ignore

  private start(course: StandInCourse): void {
    this.course = course;
    this.run = standInRun(hiddenVehicle(this.seed, this.faults), course);
    this.seconds = 0;
    this.state = { ...this.state, pumpedKPa: 0, pumpedAtS: 0 };
    for (const each of this.playing) {
      each.player = new Player(each.head, this.run);
      each.taken = 0;
    }
  }

  /** Lets time pass. @param ms by a clock */
  pass(ms: number): void {
    if (!this.run) return;
    const before = this.seconds;
    this.seconds = Math.min(this.run.coolantC.length, this.seconds + (ms / 1000) * this.speed);
    if (before === this.seconds) return;
    for (const each of this.playing) {
      const fresh: Reading[] = [];
      while (each.taken / each.head.hz < this.seconds) {
        const reading = each.player!.next(each.taken / each.head.hz, this.state);
        if (!reading) break;
        each.taken += 1;
        each.seq += 1;
        fresh.push({ ...reading, seq: each.seq });
      }
      if (fresh.length === 0) continue;
      each.readings.push(...fresh);
      if (each.readings.length > KEPT) each.readings.splice(0, each.readings.length - KEPT);
      for (const tell of this.followers.get(each.head.id) ?? []) tell(fresh);
    }
  }

  head(id: string): InstrumentHead | undefined {
    return STAND_INS.find((each) => each.id === id);
  }

  /** Readings of an instrument after a number, and every one from then on. @returns ends it */
  follow(id: string, after: number, tell: (readings: readonly Reading[]) => void): () => void {
    const own = this.playing.find(({ head }) => head.id === id)!;
    const since = after < 0 ? [] : own.readings.filter(({ seq }) => seq > after);
    if (since.length > 0) tell(since);
    const followers = this.followers.get(id) ?? new Set();
    followers.add(tell);
    this.followers.set(id, followers);
    return () => void followers.delete(tell);
  }
}
