import type { BenchReading } from '@radiatrix/core/electrical';
import type { SheetRecord } from '@radiatrix/contract';

/** What the record says a part takes, whole and on the core. */
export const labelOf =
  (sheet: SheetRecord | undefined) =>
  (partId: number): BenchReading['label'] =>
    sheet?.bench.find((each) => each.partId === partId)?.label ?? null;
