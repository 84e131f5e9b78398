/** What becomes of a sum, told as it happens. */
export interface Told<O> {
  running(): void;
  done(result: O): void;
  failed(message: string): void;
}

/** A sum that has run this long when something else is asked is given up, ms; a shorter one is let finish. */
const GIVE_UP_MS = 300;

/**
 * One sum at a time, and the latest asked wins: while one is at work the next waits, and of those waiting only the last
 * is taken up. One that takes long is given up for it.
 *
 * @param begin starts a sum and answers with it and with how to end it
 * @param now   a clock, ms
 */
export class Latest<I, O> {
  private current: { since: number; end: () => void } | null = null;
  private waiting: { input: I } | null = null;
  private readonly begin: (input: I) => { result: Promise<O>; end: () => void };
  private readonly told: Told<O>;
  private readonly now: () => number;

  constructor(
    begin: (input: I) => { result: Promise<O>; end: () => void },
    told: Told<O>,
    now: () => number = () => performance.now(),
  ) {
    this.begin = begin;
    this.told = told;
    this.now = now;
  }

  ask(input: I): void {
    if (this.current) {
      if (this.now() - this.current.since < GIVE_UP_MS) {
        this.waiting = { input };
        return;
      }
      this.stop();
    }
    this.start(input);
  }

  /** Ends what is at work and forgets what waits; nothing more is told of either. */
  stop(): void {
    this.current?.end();
    this.current = null;
    this.waiting = null;
  }

  private start(input: I): void {
    const { result, end } = this.begin(input);
    const own = { since: this.now(), end };
    this.current = own;
    this.told.running();
    const settle = (tell: () => void): void => {
      if (this.current !== own) return;
      this.current = null;
      const next = this.waiting;
      this.waiting = null;
      tell();
      if (next) this.start(next.input);
    };
    result.then(
      (value) => settle(() => this.told.done(value)),
      (error: unknown) =>
        settle(() => this.told.failed(error instanceof Error ? error.message : 'It could not be worked out')),
    );
  }
}
