import { LRUCache } from 'lru-cache';

/** An answer as it was sent: its text, made once. */
export interface SteadyAnswer {
  json: string;
  etag?: string | undefined;
}

const BYTES = 48 * 1024 * 1024;

/**
 * Answers that hang on the library alone, kept as long as it is as it was: a vehicle asked for at three counters is judged
 * once. What stands for the library is what this reader sees of its changes (see the migration `library_change`), so an
 * answer is never older than what is committed.
 */
export class SteadyAnswers {
  private readonly kept = new LRUCache<string, SteadyAnswer>({
    maxSize: BYTES,
    sizeCalculation: ({ json }, key) => 2 * (json.length + key.length) + 200,
  });

  get(key: string): SteadyAnswer | undefined {
    return this.kept.get(key);
  }

  keep(key: string, answer: SteadyAnswer): void {
    this.kept.set(key, answer);
  }
}
