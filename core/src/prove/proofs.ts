import { stillIn, type JobHold, type JobState, type BledFinding } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { judgePressure } from '../trial/index.ts';

/** What the vehicle's record says about what has to work in the end. */
export interface ProofRecord {
  airConditioning: boolean;
  selfShifting: boolean;
  /** How the fan is driven, by the words of the record; null where it does not say. */
  fanControl: string | null;
  fanCount: number | null;
  /** An engine-driven fan has no states of its own. */
  engineDriven: boolean;
  opensC: number | null;
  warningC: number | null;
  fanOnC: number | null;
  /** The way that was taken lets coolant out. */
  wayOpens?: boolean;
}

export interface Proof {
  /** What events name it by. */
  code: string;
  label: string;
  /** How it is done, and what it must show. */
  how: string;
  /** Said with it where it can hurt somebody. */
  caution: string;
  /** Readings and counts of the job tell it, or a person says what was seen. */
  told: 'by hand' | 'by readings';
}
export type ProofWord = 'proven' | 'failed' | 'not proven' | 'left unproven';
export interface Proved extends Proof {
  word: ProofWord;
  /** What was found, or what is still to be done; empty where `finding` tells it. */
  said: string;
  /** What the bleeding run's curve showed. */
  finding?: BledFinding;
  /** Put in for a while and not out again: rags, guards. */
  stillIn?: JobHold[];
  by: string;
  at: string;
}

const RUNNING = 'Engine running: brake on, out of gear, hair, sleeves and hands clear of fan and belts.';
/** Ways of driving a fan that have more than one speed, by the words of the record. */
const STEPS: Readonly<Record<string, string>> = {
  'two-speed': 'slow, then fast',
  modulated: 'slow, half and full by its duty',
  bus: 'slow, half and full by its duty',
};

/**
 * What must be proven on a job follows from what went in, what was opened and what the record expects. What the record
 * does not say is asked for and named, never left out.
 */
export function proofsFor(
  record: ProofRecord,
  state: Pick<JobState, 'parts' | 'moves' | 'tray' | 'account' | 'steps' | 'recorded'>,
): Proof[] {
  const went = new Set(state.parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back').map(({ kind }) => kind));
  const filled = state.moves.length > 0 || state.account !== null || ['radiator', 'thermostat', 'hose', 'hosekit', 'tank', 'cap'].some((kind) => went.has(kind as never));
  // A little drawn at the neck leaves joints to look at, and no air to speak of.
  const opened = filled || record.wayOpens === true;
  const counted = Object.keys(state.tray).length > 0 || state.recorded.length > 0;
  const byReadings = new Set(['leak pressure', 'thermostat', 'level', ...(counted ? ['tray'] : [])]);
  const proof = (code: string, label: string, how: string, caution = ''): Proof => ({ code, label, how, caution, told: byReadings.has(code) ? 'by readings' : 'by hand' });
  const on = record.fanOnC === null ? 'its fan-on temperature, which no record gives' : `${record.fanOnC.toFixed(0)} °C`;
  const steps = record.fanControl === null ? undefined : STEPS[record.fanControl];
  return [
    ...(record.engineDriven
      ? [proof('fan driven', 'Engine-driven fan', 'Turns with the engine, true and quiet; hot, the clutch grips: it roars.', RUNNING)]
      : [
          ...(record.airConditioning ? [proof('fan ac', 'Fan with the A/C on', `A/C on at idle: ${record.fanCount === 2 ? 'which of the two run, as the record expects' : 'the fan runs'}.`, RUNNING)] : []),
          proof('fan temperature', 'Fan by temperature', `Idle until ${on}: it comes on, and goes off again.`, RUNNING),
          ...(steps ? [proof('fan steps', 'Every step of the fan', `One after the other: ${steps}.`, RUNNING)] : []),
          ...(record.fanControl === null ? [proof('fan steps', 'Every step of the fan', 'No record says how the fan is driven: find out whether it has a second speed, and try each.', RUNNING)] : []),
          proof('fan direction', 'Direction of the air', 'A cloth held in front is pulled on (a puller), or feel behind it: air goes from front to back.', RUNNING),
          proof('fan run-on', 'Run-on after the engine', 'Engine off, hot: it runs on as long as the record says, and stops.', 'It can start by itself with the engine off.'),
        ]),
    ...(went.has('kit')
      ? [
          proof('fan back-feed', 'Nothing fed back', 'Ignition off, fan still turning: the engine stops, no lamp stays lit. At rest, ignition off: the kit takes no current.', 'A fan on a kit can start by itself.'),
          proof('charging', 'Alternator carries the fans at idle', 'Idle, every step of the fan, lamps and blower on: volts at the battery written down at the beginning and after five minutes; they do not fall.', RUNNING),
        ]
      : []),
    ...(opened
      ? [
          proof('leak cold', 'No leak, cold', 'Every joint that was opened, dry to a paper towel, cold.'),
          proof('leak hot', 'No leak, hot', 'The same at working temperature, engine running.', RUNNING),
          proof('leak pressure', 'Holds pressure', 'Pumped to the cap’s rating and watched; strokes, gauge and temperature written down.', 'Never above the cap’s rating. Bleed the pressure off before the tester comes off; only on a cold neck.'),
          ...(filled ? [
            proof('thermostat', 'Thermostat opens where it should', record.opensC === null ? 'From the curve of the warm-up; no record says where it should.' : `From the curve of the warm-up: ${record.opensC.toFixed(0)} °C.`),
            proof('heater', 'Heater hot', 'Hot air at the vents with the engine warm: no air in the heater.'),
          ] : []),
          proof('level', 'Level after the cool-down', 'Looked at cold, the next day: at its mark, strength read.'),
        ]
      : []),
    proof('idle hold', `Temperature holds at idle${record.airConditioning ? ' with the A/C' : ''}`, `A quarter of an hour: it swings between fan-on and fan-off${record.warningC === null ? '' : `, and stays below the lamp (${record.warningC.toFixed(0)} °C)`}.`, 'Outdoors, or with the exhaust taken away.'),
    proof('crawl', 'Temperature holds at a crawl', 'On the road, slow, uphill where there is one: it stays where it was.'),
    proof('quiet', 'Quiet', 'No rubbing, no howl, no shake of the fan at any step.', RUNNING),
    ...(record.selfShifting && (went.has('radiator') || state.moves.some(({ liquid }) => liquid === 'transmission fluid'))
      ? [proof('transmission', 'Transmission fluid level', 'By the maker’s way: warm, in the lever position it names.')]
      : []),
    proof('tray', 'Nothing left in the tray', counted ? 'Every fastener that came out is back in, or replaced.' : 'Nothing was counted on this job. Look into the dish and under the vehicle, and say what was seen.'),
  ];
} // prettier-ignore

/** What the job itself already tells of a proof: the last pressure test, the bleeding run, the tray; undefined where nothing. */
function told(
  code: string,
  state: JobState,
  leftInTray: number | undefined,
  practice: Practice,
): Pick<Proved, 'word' | 'said' | 'finding' | 'stillIn' | 'by' | 'at'> | undefined {
  if (code === 'tray') {
    const left = stillIn(state.holds);
    if (left.length > 0) return { word: 'failed', said: '', stillIn: left, by: '', at: '' };
    const off = state.recorded.filter(({ back }) => back === null);
    if (off.length > 0)
      return {
        word: 'failed',
        said: `Recorded coming off, and not back: ${off.map(({ name }) => name).join(', ')}.`,
        by: '',
        at: '',
      };
    const counted = leftInTray !== undefined && Object.keys(state.tray).length > 0;
    if (!counted)
      return state.recorded.length > 0
        ? { word: 'proven', said: 'Everything that was recorded coming off is back.', by: '', at: '' }
        : undefined;
    return {
      word: leftInTray > 0 ? 'failed' : 'proven',
      said:
        leftInTray > 0
          ? `${leftInTray} left in the dish: see the tray.`
          : 'Everything that was counted out is back in.',
      by: '',
      at: '',
    };
  }
  if (code === 'leak pressure') {
    const last = state.pressures.at(-1);
    if (!last) return undefined;
    const judged = judgePressure(last, practice);
    return {
      word: judged.word === 'tight' ? 'proven' : judged.word === 'leaks' ? 'failed' : 'not proven',
      said: judged.said,
      by: last.by,
      at: last.at,
    };
  }
  if (code === 'level') {
    const looked = state.followUps['after the overnight cool-down']?.found;
    return looked ? { word: 'proven', said: looked.text, by: looked.by, at: looked.at } : undefined;
  }
  const run = state.bled.at(-1);
  if (!run) return undefined;
  const { by, at } = run;
  if (code === 'thermostat') {
    const found = run.findings.find((each) =>
      ['opened', 'opened somewhere', 'opens late', 'opens early', 'never opens', 'stuck open'].includes(
        each.code,
      ),
    );
    return (
      found && {
        word:
          found.code === 'opened' ? 'proven' : found.code === 'opened somewhere' ? 'not proven' : 'failed',
        said: '',
        finding: found,
        by,
        at,
      }
    );
  }
  if (code === 'heater' && run.met.includes('heat at the vents'))
    return { word: 'proven', said: 'Hot at the vents while it was bled.', by, at };
  if (code === 'fan temperature' && run.met.includes('fan cycled'))
    return {
      word: 'proven',
      said: '',
      finding: run.findings.find((each) => each.code === 'fan cycled') ?? { code: 'fan cycled', seen: {} },
      by,
      at,
    };
  return undefined;
}

/** Every proof with its word. What somebody said last counts before what the readings tell; failed is never hidden by a waiver that came before it. */
export function proofStates(
  proofs: readonly Proof[],
  state: JobState,
  leftInTray: number | undefined,
  practice: Practice = USUAL_PRACTICE,
): Proved[] {
  return proofs.map((proof): Proved => {
    const waived = state.waived[proof.code];
    if (waived) return { ...proof, word: 'left unproven', said: waived.why, by: waived.by, at: waived.at };
    const own = state.proved[proof.code];
    const tells = told(proof.code, state, leftInTray, practice);
    // A tray is counted, not talked empty; of the others the later word counts.
    if (tells && (tells.at === '' || !own || Date.parse(tells.at) > Date.parse(own.at)))
      return { ...proof, ...tells };
    if (own) return { ...proof, word: own.word, said: own.said, by: own.by, at: own.at };
    return { ...proof, word: 'not proven', said: proof.how, by: '', at: '' };
  });
}

/** Whether a job may be called proven: everything is, or somebody said why not. */
export const openProofs = (proved: readonly Proved[]): Proved[] =>
  proved.filter(({ word }) => word === 'not proven' || word === 'failed');
