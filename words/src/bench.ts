import type { BenchFinding, BenchOutcome } from '@radiatrix/core/bench';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Amount } from './arguments.ts';
import { benchWords } from './en/bench.ts';

const amps = (value: number): Amount => ({ value, dimension: 'current' });

const celsius = (value: number): Amount => ({ value, dimension: 'temperature' });
const kPa = (value: number): Amount => ({ value, dimension: 'pressure' });

/** Why a bench test passed, failed or tells nothing, with its figures. */
export function benchBecause(finding: BenchFinding, units: UnitSystem): string {
  switch (finding.code) {
    case 'sags':
      return benchWords('because:sags', { volts: finding.volts.toFixed(1) });
    case 'too-much':
    case 'too-little':
    case 'drags':
    case 'as-on-record':
      return benchWords(`because:${finding.code}`, { amps: amps(finding.amps), at: String(finding.atV), record: amps(finding.recordA) }, units);
    case 'opens-early':
    case 'opens-late':
    case 'opens-right':
      return benchWords(`because:${finding.code}`, { opens: celsius(finding.opensC), rated: celsius(finding.ratedC) }, units);
    case 'not-full':
      return benchWords('because:not-full', { full: celsius(finding.fullC ?? NaN), record: celsius(finding.recordC) }, units);
    case 'lets-go-low':
    case 'lets-go-high':
    case 'lets-go-right':
      return benchWords(`because:${finding.code}`, { at: kPa(finding.kPa), rated: kPa(finding.ratedKPa) }, units);
    case 'set-point-off':
      return benchWords(`because:set-point-off-${finding.which}`, { read: celsius(finding.readC), record: celsius(finding.recordC) }, units);
    case 'set-points-right':
      return [
        benchWords('because:switches-all'),
        ...(finding.onC === null ? [] : [benchWords('because:on', { at: celsius(finding.onC) }, units)]),
        ...(finding.offC === null ? [] : [benchWords('because:off', { at: celsius(finding.offC) }, units)]),
      ].join(', ');
    default:
      return benchWords(`because:${finding.code}`);
  }
} // prettier-ignore

/** A bench test in one line. @example 'failed: it is rough, and that only gets worse' */
export const benchText = ({ word, because }: BenchOutcome, units: UnitSystem): string =>
  `${benchWords(`word:${word}`)}: ${benchBecause(because, units)}`;
