import type { Request, Response } from 'express';
import type { Logger } from 'pino';
import pg from 'pg';
import type { NumberedEvent } from '@radiatrix/contract';
import type { Connection } from '../db/client.ts';
import { eventsAfter } from './queries.ts';

/** A sign of life, so that whoever sits between does not close the stream. */
const BEAT_MS = 15_000;
/** How long a lost ear stays closed before it listens again. */
const AGAIN_MS = 1000;
/** Streams of one server at once; one more is told to ask again later. */
const STREAMS_AT_MOST = 400;

/** Streams of one person at once: a window each, and room for those that were closed without a word. */
const STREAMS_EACH = 20;

interface Follower {
  jobId: number;
  personId: number;
  /** The last number that was sent. */
  after: number;
  res: Response;
  busy: boolean;
  again: boolean;
  beat: NodeJS.Timeout;
  /** Whether whoever follows may still do so. */
  stillSignedIn: () => Promise<boolean>;
}

/**
 * What happens on jobs, as it happens, to whoever follows them. PostgreSQL’s NOTIFY only wakes this; events are read by
 * their number, so that none is lost between two wakes, nor while the ear was closed, nor while a follower was away.
 */
export class LiveJobs {
  readonly #connection: Connection;
  readonly #logger: Logger;
  readonly #followers = new Set<Follower>();
  #ear: pg.Client | undefined;
  #opening: Promise<void> | undefined;
  #ended = false;

  constructor(connection: Connection, logger: Logger) {
    this.#connection = connection;
    this.#logger = logger;
  }

  get isFull(): boolean {
    return this.#followers.size >= STREAMS_AT_MOST;
  }

  /** Whether a person follows as much as one may: the others need streams, too. */
  hasEnough(personId: number): boolean {
    let own = 0;
    for (const follower of this.#followers) if (follower.personId === personId) own += 1;
    return own >= STREAMS_EACH;
  }

  /** Answers with a stream of server-sent events from a number on. */
  follow(
    jobId: number,
    personId: number,
    after: number,
    req: Request,
    res: Response,
    stillSignedIn: Follower['stillSignedIn'],
  ): void {
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.write('retry: 1000\n\n');
    const follower: Follower = {
      jobId,
      personId,
      after,
      res,
      busy: false,
      again: false,
      stillSignedIn,
      beat: setInterval(() => this.#beat(follower), BEAT_MS),
    };
    this.#followers.add(follower);
    req.on('close', () => this.#leave(follower));
    // What came while the ear was being opened is read once it is open.
    void this.#listen().then(() => this.#tell(follower));
  }

  /** Ends every stream; those who follow ask another server from where they are. */
  end(): void {
    this.#ended = true;
    for (const follower of this.#followers) follower.res.end();
    this.#followers.clear();
    void this.#ear?.end().catch(() => {});
  }

  #beat(follower: Follower): void {
    void follower.stillSignedIn().then((still) => {
      if (still) follower.res.write(': here\n\n');
      else follower.res.end();
    });
  }

  #leave(follower: Follower): void {
    clearInterval(follower.beat);
    this.#followers.delete(follower);
    if (this.#followers.size > 0 || !this.#ear) return;
    const ear = this.#ear;
    this.#ear = undefined;
    this.#opening = undefined;
    void ear.end().catch(() => {});
  }

  #listen(): Promise<void> {
    return (this.#opening ??= this.#open());
  }

  async #open(): Promise<void> {
    const ear = new pg.Client({ connectionString: this.#connection.url });
    const lost = (): void => {
      if (this.#ear !== ear && this.#ear !== undefined) return;
      this.#ear = undefined;
      this.#opening = undefined;
      if (this.#ended || this.#followers.size === 0) return;
      setTimeout(() => void this.#listen().then(() => this.#wake()), AGAIN_MS).unref();
    };
    ear.on('error', lost);
    ear.on('end', lost);
    ear.on('notification', ({ payload }) => this.#wake(Number(payload)));
    try {
      await ear.connect();
      await ear.query('listen job_event');
      this.#ear = ear;
    } catch (error) {
      this.#logger.warn({ err: error }, 'cannot listen for events of jobs; tried again');
      lost();
    }
  }

  #wake(jobId?: number): void {
    for (const follower of this.#followers)
      if (jobId === undefined || follower.jobId === jobId) void this.#tell(follower);
  }

  async #tell(follower: Follower): Promise<void> {
    if (follower.busy) {
      follower.again = true;
      return;
    }
    follower.busy = true;
    try {
      do {
        follower.again = false;
        const { events, more } = await eventsAfter(this.#connection.db, follower.jobId, follower.after);
        for (const event of events) follower.res.write(written(event));
        follower.after = events.at(-1)?.number ?? follower.after;
        if (more) follower.again = true;
      } while (follower.again && this.#followers.has(follower));
    } catch (error) {
      // Whoever follows comes again, and reads on from the last number that reached them.
      this.#logger.warn({ err: error }, 'events of a job could not be read');
      follower.res.end();
    } finally {
      follower.busy = false;
    }
  }
}

const written = (event: NumberedEvent): string => `id: ${event.number}\ndata: ${JSON.stringify(event)}\n\n`;
