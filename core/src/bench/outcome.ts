/** What a bench test found, with its figures: V, A, °C and kPa. */
export type BenchFinding =
  | { code: 'backwards' | 'open-stands' | 'seized' | 'rough' | 'over-range' | 'no-reading' | 'open' | 'no-volts' | 'no-record' | 'bare' | 'free-air' }
  | { code: 'sags'; volts: number }
  | { code: 'too-much' | 'too-little' | 'drags' | 'as-on-record'; amps: number; atV: number; recordA: number }
  | { code: 'stays-shut' | 'stands-open' | 'shuts-unseen' | 'full-unseen' | 'no-rating' | 'no-temperature' }
  | { code: 'opens-early' | 'opens-late' | 'opens-right'; opensC: number; ratedC: number }
  | { code: 'not-full'; fullC: number | null; recordC: number }
  | { code: 'no-pressure' | 'no-cap-rating' | 'vacuum-stuck' | 'vacuum-unseen' }
  | { code: 'lets-go-low' | 'lets-go-high' | 'lets-go-right'; kPa: number; ratedKPa: number }
  | { code: 'switches-nothing' | 'switches-some' | 'gets-hot' | 'switches-all' }
  | { code: 'set-point-off'; which: 'on' | 'off'; readC: number; recordC: number }
  | { code: 'set-points-right'; onC: number | null; offC: number | null }; // prettier-ignore

export interface BenchOutcome {
  word: 'passed' | 'failed' | 'untold';
  because: BenchFinding;
}

export const passed = (because: BenchFinding): BenchOutcome => ({ word: 'passed', because });
export const failed = (because: BenchFinding): BenchOutcome => ({ word: 'failed', because });
export const untold = (because: BenchFinding): BenchOutcome => ({ word: 'untold', because });
