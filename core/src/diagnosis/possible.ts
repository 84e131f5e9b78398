import type { Observation, VehicleTable } from './table.ts';

/** Why a check cannot be made now. */
export type HeldBack =
  /** A rag or a guard is still in: nothing is started. */
  | 'still-in'
  /** A blade is broken off: nothing is started, pieces fly. */
  | 'blade-off'
  /** Hardly any coolant: the engine is not run. */
  | 'no-coolant'
  /** It loses coolant fast, and nobody has looked at the level yet. */
  | 'level-first'
  /** It needs a fan that turns, and that fan was seen dead. */
  | 'fan-still';

/** Checks that need a turning fan. */
const NEEDS_TURNING = new Set(['direction', 'ground-drop']);
/** What shows that a fan gets no current, or does not turn with it. */
const STANDS: readonly (readonly [check: string, outcome: string])[] = [
  ['amps', 'none'], ['volts', 'none'], ['relay-swap', 'same'], ['spin', 'stuck'], ['fuse-look', 'blown'], ['fuse-new', 'dead'], ['fuse-new', 'blows'], ['unplugged', 'stay'], ['direct', 'dead'],
]; // prettier-ignore
const LOOKED_AT = ['fans-ac', 'fans-hot'];

/** Observations that hold now, by id: the outcomes that each leaves open. */
interface Findings {
  found: ReadonlyMap<string, readonly number[]>;
  stillIn?: boolean;
}
type Shown = (check: string) => readonly string[];
const shownIn =
  (table: VehicleTable, { found }: Findings): Shown =>
  (check) => {
    const own = table.observations.find(({ id }) => id === check);
    return (found.get(check) ?? []).map((at) => own!.outcomes[at]!.id);
  };

/** Whether a finding says of one fan that it did something: of all fans in one go, or of that fan alone. */
const says = (outcome: string, word: string, fan: string): boolean =>
  outcome.split('+').some((each) => each === word || each === `${word}@${fan}`);

/** Seen dead, and not seen turning in any other way. */
function standsStill(shown: Shown, fan: string): boolean {
  const looks = LOOKED_AT.map(shown).filter((each) => each.length > 0);
  if (looks.some((each) => each.every((outcome) => !says(outcome, 'dead', fan)))) return false;
  if (looks.some((each) => each.every((outcome) => says(outcome, 'dead', fan)))) return true;
  return STANDS.some(([check, outcome]) => [check, `${check}@${fan}`].some((id) => shown(id).some((each) => each === outcome)));
} // prettier-ignore

/**
 * Why a check cannot be made now; undefined where it can. Common caution of the trade: with a blade off or without coolant
 * nothing is started, and nobody is asked how a fan blows that stands still.
 */
export function heldBack(table: VehicleTable, followed: Findings, { line, fan }: Observation): HeldBack | undefined {
  const shown = shownIn(table, followed);
  const starts = line.runs || line.id === 'direct';
  if (starts && followed.stillIn) return 'still-in';
  const bladeOff = (check: string): boolean => shown(check).some((each) => each === 'short');
  if (starts && (bladeOff('spin-driven') || table.fans.some(({ id }) => (line.id !== 'direct' || id === fan?.id) && bladeOff(`spin@${id}`)))) return 'blade-off';
  if (line.runs && shown('level').some((each) => each === 'empty')) return 'no-coolant';
  if (line.runs && shown('loss').includes('fast') && shown('level').length === 0 && table.observations.some(({ id }) => id === 'level')) return 'level-first';
  if (fan && NEEDS_TURNING.has(line.id) && standsStill(shown, fan.id)) return 'fan-still';
  return undefined;
} // prettier-ignore

/** Whether the engine is hot from a check that ran it: since then nothing was looked at that needs it cold. */
export function isWarm(table: VehicleTable, found: readonly string[]): boolean {
  for (const id of [...found].reverse()) {
    const line = table.observations.find((each) => each.id === id)?.line;
    if (line?.runs) return true;
    if (line?.cold) return false;
  }
  return false;
}
