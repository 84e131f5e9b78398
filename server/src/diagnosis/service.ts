import {
  USUAL_TABLE,
  causeWords,
  changeProblem,
  fanClass,
  type DiagnosisVehicle,
  type TableChange,
  type TableCounts,
} from '@radiatrix/core/diagnosis';
import type { FigureSet } from '@radiatrix/core/figures';
import { knownSettings, type Switches } from '@radiatrix/core/fitment';
import { practiceOf, statedV } from '@radiatrix/core/practice';
import type {
  DiagnosisRecord,
  DiagnosisTableRecord,
  FirstChecks,
  Person,
  ShopTableLine,
  TableChangeBody,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { jobHand } from '../jobs/service.ts';
import { loadJudging } from '../match/judging.ts';
import { ownPractice, shopPractices } from '../practice/service.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { countsOf, dropLine, tableLines, writeLine } from './queries.ts';
import { vehicleOf } from './vehicle.ts';

type FanClass = ReturnType<typeof fanClass>;
interface Filed {
  counts: TableCounts;
  cases: number;
  firstChecks: FirstChecks;
}

/** Sums of filed cases, sorted into what the table takes. */
function filedOf(rows: readonly { fans: string; what: string; count: number }[], fans: FanClass): Filed {
  const causes: Record<string, number> = {};
  const findings: Record<string, number> = {};
  const filed: Filed = { counts: { causes, findings }, cases: 0, firstChecks: { right: 0, of: 0 } };
  for (const { fans: own, what, count } of rows) {
    if (own !== fans || count === 0) continue;
    const [kind, ...rest] = what.split(' ');
    if (kind === 'case') filed.cases = count;
    else if (kind === 'cause') causes[rest.join(' ')] = count;
    else if (kind === 'finding') findings[rest.join(' ')] = count;
    else if (what === 'first of') filed.firstChecks.of = count;
    else if (what === 'first right') filed.firstChecks.right = count;
  }
  return filed;
}

/** The shop's own lines that a later version of the table still knows and allows. */
const standingLines = (lines: readonly ShopTableLine[]): ShopTableLine[] =>
  lines.filter((line) => changeProblem(line) === '');

/** What a diagnosis of a job is worked out from. */
export async function diagnosisRecord(db: Db, jobId: number, { role }: Person): Promise<DiagnosisRecord> {
  const job = await jobHand(db, jobId);
  const fitted = job.state.parts.filter(({ role }) => role !== 'goes in');
  const [own, lines, counts, rows, records] = await Promise.all([
    vehicleOf(db, job.vehicleId, role, job.figures),
    tableLines(db),
    countsOf(db),
    shopPractices(db),
    loadJudging(db, [], fitted.map(({ partId }) => partId), role), // prettier-ignore
  ]);
  const practice = practiceOf(ownPractice(rows));
  const { bay, ...rest } = own;
  const fanRow = records.parts.find(({ kind }) => kind === 'fan');
  const fan = fanRow && (records.fitPart(fanRow).figures as unknown as FigureSet<'fan'>);
  const count = { one: 'one', two: 'two' }[(fan?.words.fans?.word ?? '') as 'one'] as 'one' | 'two' | undefined; // prettier-ignore
  const vehicle: DiagnosisVehicle = { ...rest, fans: rest.fans ?? count ?? null };
  const filed = filedOf(counts, fanClass(vehicle));
  const kitRow = records.parts.find(({ kind }) => kind === 'kit');
  const kit = kitRow && (records.fitPart(kitRow).figures as unknown as Switches['kit']);
  const set = knownSettings({ bay, fan, kit }, [], {}, { boilsC: 120, dropK: practice.dropAtIdle });
  const warningC = bay.quantities.warningLamp?.value ?? null;
  return {
    vehicle,
    changes: standingLines(lines).map(({ cause, check, values }): TableChange => ({ cause, check, values })),
    counts: filed.counts,
    filed: filed.cases,
    firstChecks: filed.firstChecks,
    label: fan?.quantities.current ? { volts: statedV(fan.words.voltage?.word ?? bay.words.systemVoltage?.word, practice), amps: fan.quantities.current.value } : null,
    onVehicle: records.parts.map(({ id, number, kind }) => ({ partId: id, number, kind })),
    capKPa: bay.quantities.capPressure?.value ?? null,
    bleed: { opensC: set.opensC ?? null, fullyOpenC: set.fullyOpenC ?? null, fanOnC: set.stages[0]?.onC ?? null, warningC },
    stopC: Math.min(warningC ?? practice.overheats, practice.overheats),
    practice: ownPractice(rows),
  };
} // prettier-ignore

const CLASSES: readonly FanClass[] = ['one', 'two', 'engine'];
/** The shop's lines, and what filed jobs have shown beside the table. */
export async function tableRecord(db: Db): Promise<DiagnosisTableRecord> {
  const [lines, counts] = await Promise.all([tableLines(db), countsOf(db)]);
  return {
    lines: standingLines(lines),
    filed: CLASSES.map((fans) => ({ fans, ...filedOf(counts, fans) })),
  };
}

const shares = (values: readonly number[] | undefined, check: string | null): string =>
  values === undefined
    ? ''
    : check === null
      ? `${values[0]} of 1,000`
      : values.map((each) => `${Math.round(1000 * each) / 10} %`).join(' / ');

/** Puts a number of the shop's in the place of the table's, or takes the trade's back. */
export async function changeTable(db: Db, change: TableChangeBody, personId: number): Promise<void> {
  const { cause, check, values, reason } = change;
  const problem = values === null ? '' : changeProblem({ cause, check, values });
  if (problem) throw new ProblemError('invalid', { fields: [{ path: 'values', message: problem }] });
  const held = (await tableLines(db)).find((line) => line.cause === cause && line.check === check);
  const trade = USUAL_TABLE.causes.find(({ id }) => id === cause)!;
  const line = check === null ? undefined : USUAL_TABLE.checks.find(({ id }) => id === check)!;
  const usual = line ? (line.when[cause] ?? line.base) : [trade.weight];
  await touches(() =>
    Promise.resolve({
      title: `Diagnosis table: ${causeWords(cause)}`,
      about: 'diagnosis',
      id: null,
      changes: [
        changeOf(line ? line.label : 'How common it is', shares(held?.values ?? usual, check), shares(values ?? usual, check)),
        changeOf('Reason', held?.reason ?? '', reason),
      ],
    }),
  ); // prettier-ignore
  if (values === null) await dropLine(db, cause, check ?? '');
  else await writeLine(db, { cause, check: check ?? '', values: [...values], reason }, personId);
}
