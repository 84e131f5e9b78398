import type { FileRow } from '@radiatrix/core/table';
import type { Understood } from '@radiatrix/contract';

/** Rows shown in words: the first ones, then fewer and fewer from all over the file. */
const SHOWN = new Set([1, 2, 3, 10, 30, 100, 300, 1000, 3000, 10_000, 30_000, 100_000]);
const MOST = 10;

/** Gathers what some rows of a file were understood as. */
export class Samples {
  readonly rows: Understood[] = [];
  private good = 0;

  /** @param says the words; asked for only where the row is shown */
  add({ row, cells }: FileRow, says: () => string): void {
    this.good += 1;
    if (this.rows.length < MOST && SHOWN.has(this.good)) this.rows.push({ row, cells, says: says() });
  }
}
