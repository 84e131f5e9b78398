import type { InstrumentHead, Reading } from '@radiatrix/core/instrument';

/** Readings of one piece at most. */
const AT_ONCE = 1000;

/** How a recorder reaches the server; each throws where that was not acknowledged. */
export interface Sending {
  begin: (id: string, head: InstrumentHead) => Promise<unknown>;
  piece: (
    id: string,
    ordinal: number,
    head: InstrumentHead,
    readings: readonly Reading[],
  ) => Promise<unknown>;
}

/**
 * Records readings piece by piece. A piece that was not acknowledged is sent again as it is, under its own number, and the
 * server keeps it once: nothing is doubled, and nothing is lost while it lives.
 */
export class Recorder {
  private own:
    | {
        id: string;
        head: InstrumentHead;
        begun: boolean;
        ordinal: number;
        pending: Reading[];
        inFlight: { ordinal: number; readings: Reading[] } | undefined;
      }
    | undefined;
  private busy: Promise<boolean> | undefined;
  private readonly sending: Sending;

  constructor(sending: Sending) {
    this.sending = sending;
  }

  /** How many readings no server has acknowledged. */
  get waiting(): number {
    return this.own ? this.own.pending.length + (this.own.inFlight?.readings.length ?? 0) : 0;
  }

  /** Begins a run; what was left of one before is given up. @param id made by the device, UUID */
  begin(id: string, head: InstrumentHead): void {
    this.own = { id, head, begun: false, ordinal: 0, pending: [], inFlight: undefined };
  }

  take(readings: readonly Reading[]): void {
    this.own?.pending.push(...readings);
  }

  /** Sends what waits. @returns whether all of it is there */
  flush(): Promise<boolean> {
    this.busy ??= this.send().finally(() => (this.busy = undefined));
    return this.busy;
  }

  private async send(): Promise<boolean> {
    const now = this.own;
    if (!now) return true;
    try {
      if (!now.begun) {
        await this.sending.begin(now.id, now.head);
        now.begun = true;
      }
      while (now.inFlight || now.pending.length > 0) {
        now.inFlight ??= { ordinal: now.ordinal, readings: now.pending.splice(0, AT_ONCE) };
        const { ordinal, readings } = now.inFlight;
        await this.sending.piece(now.id, ordinal, now.head, readings);
        now.inFlight = undefined;
        now.ordinal = ordinal + 1;
      }
      return true;
    } catch {
      return false;
    }
  }

  /** Sends what is left, and ends. @returns the run's id; null where nothing was recorded, or not all of it is there yet */
  async end(tries = 3, pauseMs = 500): Promise<string | null> {
    const now = this.own;
    if (!now) return null;
    for (let i = 0; i < tries && !(await this.flush()); i += 1)
      await new Promise((done) => setTimeout(done, pauseMs));
    if (!now.begun || this.waiting > 0) return null;
    this.own = undefined;
    return now.id;
  }
}
