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

  private readonly making = new Map<string, Promise<SteadyAnswer>>();

  /**
   * The answer under a key: as it was made, or made now, once for all who ask for it meanwhile. Where whoever asked first
   * has gone, and their work ended with them, the others make it themselves.
   */
  async answer(key: string, make: () => Promise<SteadyAnswer>): Promise<SteadyAnswer> {
    const kept = this.kept.get(key);
    if (kept) return kept;
    const underWay = this.making.get(key);
    if (underWay) return underWay.catch(make);
    const made = make();
    this.making.set(key, made);
    try {
      const answer = await made;
      this.kept.set(key, answer);
      return answer;
    } finally {
      this.making.delete(key);
    }
  }
}
