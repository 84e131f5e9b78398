// `npm run bench`: figures beside their yardsticks, from one run. Aims are reported here, never asserted in tests.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { measureDrive, measureDraws, measureSteady } from './cooling.ts';
import { measureAccess, measureFirstMove, measureFold } from './access.ts';
import { measureDesk } from './desk.ts';
import { measureNextCheck } from './diagnosis.ts';
import { measureFit } from './fit.ts';
import { measureImports } from './imports.ts';
import { measureMatch, someVehicle } from './http.ts';
import { measureFewest, measureOracle } from './lines.ts';
import { measureGuessing, measureLoad } from './load.ts';
import { measurePage } from './page.ts';
import { measurePlan } from './schedule.ts';
import { cpuSeconds } from './cpu.ts';
import { measureAnalysis, measureLiveChart, measureStreams } from './proving.ts';
import { measureScale } from './scale.ts';
import { measureSliders } from './sliders.ts';

const {
  BASE_URL: base,
  DATABASE_URL: databaseUrl,
  CHROMIUM: program,
} = process.env as Record<string, string>;
const say = (what: string, measured: string, aim: string, met: boolean): void =>
  console.log(`${what.padEnd(34)} ${measured.padEnd(62)} aim ${aim}: ${met ? 'met' : 'missed'}`);

if (process.argv.includes('imports')) {
  const seconds = (of: number): string => `${(of / 1000).toFixed(1)} s`;
  const { runs, largestMb } = await measureImports(base!, databaseUrl!, Number(process.env.SERVER_PID));
  for (const run of runs)
    say(
      `${run.parts.toLocaleString('en')} parts, ${(run.parts * 3).toLocaleString('en')} lines`,
      `parts read ${seconds(run.partsReadMs)}, in ${seconds(run.partsInMs)}; lines read ${seconds(run.linesReadMs)}, in ${seconds(run.linesInMs)}; bare copy ${seconds(run.copyMs)}; 50 parts meanwhile ${seconds(run.smallMs)}`,
      'each under 60 s',
      Math.max(run.partsReadMs, run.partsInMs, run.linesReadMs, run.linesInMs) < 60_000,
    );
  const [small, large] = [runs.at(-3)!, runs.at(-1)!];
  const times = (key: 'partsReadMs' | 'partsInMs' | 'linesReadMs' | 'linesInMs'): number =>
    large[key] / small[key];
  const grown = (['partsReadMs', 'partsInMs', 'linesReadMs', 'linesInMs'] as const).map(times);
  say('four times the rows', `${grown.map((each) => each.toFixed(2)).join(', ')} times as long`, '4.5 at most', Math.max(...grown) <= 4.5); // prettier-ignore
  say('largest memory of a process', `${Math.round(largestMb)} MB`, '400 MB', largestMb < 400);
  process.exit(0);
}

const fit = measureFit();
say(
  'fit evaluations, 100,000 parts',
  `${Math.round(fit.judgedPerSecond).toLocaleString('en')}/s, bare comparisons ${Math.round(fit.rawPerSecond).toLocaleString('en')}/s, ratio ${fit.ratio.toFixed(2)}`,
  'a tenth',
  fit.ratio >= 0.1,
);
console.log(
  `${''.padEnd(34)} with a full ledger ${Math.round(fit.withLedgerPerSecond).toLocaleString('en')}/s`,
);

const steady = measureSteady();
say(
  'four cases for 1,000 radiators',
  `${(steady.ms / 1000).toFixed(2)} s on one core`,
  'under 2 s',
  steady.ms < 2000,
);
const drive = measureDrive();
say(
  'an hour of driving beside odex',
  `odex takes ${drive.ratio.toFixed(2)} times as long; errors ${drive.ours.errorK.toExponential(1)} and ${drive.theirs.errorK.toExponential(1)} K; ours ${drive.ours.ms.toFixed(0)} ms`,
  'at least as fast at 1e-3 K',
  drive.ratio >= 1,
);
const draws = measureDraws();
say(
  '100,000 depth stacks at random',
  `${draws.ms.toFixed(0)} ms, ${draws.ratio.toFixed(2)} of a bare loop over the same draws`,
  '0.5',
  draws.ratio >= 0.5,
);

const vehicleId = await someVehicle(base!);
const match = await measureMatch(base!, databaseUrl!, vehicleId);
const ms = ({ p50, p95 }: { p50: number; p95: number }): string =>
  `p50 ${p50.toFixed(1)} p95 ${p95.toFixed(1)} ms`;
say(
  'match over HTTP',
  `${ms(match.http)}, kept ${ms(match.kept)}, bare SQL ${ms(match.sql)}`,
  'SQL + 25 ms',
  match.http.p95 <= match.sql.p95 + 25,
);

// What a page takes, before the database holds 200,000 jobs and the server has had 50 connections at once.
const page = await measurePage(base!, program!, vehicleId);
say('script for the first Match view', `${page.scriptKb.toFixed(0)} kB gzip`, '180 kB', page.scriptKb <= 180);
say(
  'largest paint, processor 4x slower',
  `${Math.round(page.paintMs)} ms, median of ${page.paintsMs.length}`,
  '1,500 ms',
  page.paintMs <= 1500,
);

const sliders = await measureSliders(base!, program!);
say(
  'slider of the drive to its curve',
  `p50 ${sliders.curveP50Ms.toFixed(0)} p95 ${sliders.curveP95Ms.toFixed(0)} ms`,
  '150 ms',
  sliders.curveP95Ms <= 150,
);
say(
  'tasks of the main thread meanwhile',
  `p99 ${sliders.taskP99Ms.toFixed(1)} ms, ${sliders.over16} of ${sliders.tasks} over 16 ms, longest ${sliders.longestTaskMs.toFixed(0)} ms`,
  'none over 16 ms',
  sliders.over16 === 0,
);

const move = await measureFirstMove(base!, program!);
say(
  'first move, processor 4x slower',
  `${Math.round(move.onlineMs)} ms with signal, ${Math.round(move.offlineMs)} ms without`,
  '2,000 ms',
  Math.max(move.onlineMs, move.offlineMs) <= 2000,
);

const desk = await measureDesk(base!, databaseUrl!);
say(
  'desk, 5,000 open and 200,000 filed',
  `${ms(desk.http)}, its SQL ${ms(desk.sql)}; figures to measure ${ms(desk.figures)}`,
  'p95 under 150 ms',
  desk.http.p95 < 150,
);

const load = await measureLoad(base!, databaseUrl!);
const rate = ({ perSecond, p99Ms }: typeof load.all): string =>
  `${perSecond.toFixed(0)}/s p99 ${p99Ms.toFixed(0)} ms`;
say(
  `${load.connections} connections, match and find`,
  `${rate(load.all)}, ${load.all.failed} failed`,
  '136/s, twice what it was',
  load.all.perSecond >= 136 && load.all.failed === 0,
);
console.log(
  `${''.padEnd(34)} every question asked for the first time ${rate(load.unasked)}; one process ${rate(load.one)}`,
);

const loops = await measureGuessing(base!, databaseUrl!);
say(
  'work beside 30 loops that guess passwords',
  `p95 ${loops.withP95Ms.toFixed(1)} ms, without ${loops.withoutP95Ms.toFixed(1)} ms, ${loops.ratio.toFixed(2)} times`,
  'twice at most',
  loops.ratio <= 2,
);

const lines = measureFewest();
say(
  'fewest lines, trade-like, to 200 cells',
  `p50 ${lines.p50.toFixed(0)} p95 ${lines.p95.toFixed(0)} ms, ${lines.exact} of ${lines.instances} exact`,
  'p95 1,000 ms',
  lines.p95 <= 1000,
);
const oracle = await measureOracle();
say(
  'fewest lines beside a MIP solver',
  `same optimum ${oracle.same} of ${oracle.instances}; its time is ${oracle.ratio.toFixed(0)} times ours`,
  'same optimum',
  oracle.same === oracle.instances,
);
const access = await measureAccess();
say(
  'least way in, 55 to 60 operations',
  `p50 ${access.large.p50.toFixed(1)} p95 ${access.large.p95.toFixed(1)} ms; all ways shown p95 ${access.ways.p95.toFixed(0)} ms`,
  'p95 100 ms',
  access.large.p95 <= 100,
);
say(
  'least way in beside a MIP solver',
  `same optimum ${access.same} of ${access.bays}; its time is ${access.ratio.toFixed(0)} times ours`,
  'faster at the same optimum',
  access.same === access.bays && access.ratio > 1,
);
const fold = measureFold();
say('fold of 10,000 events', `p50 ${fold.p50.toFixed(1)} p95 ${fold.p95.toFixed(1)} ms`, '50 ms', fold.p95 <= 50); // prettier-ignore
const nextCheck = measureNextCheck();
say(
  'next check of a diagnosis',
  `p50 ${nextCheck.p50.toFixed(1)} p95 ${nextCheck.p95.toFixed(1)} ms over ${nextCheck.checks} of them, ${nextCheck.hypotheses} hypotheses`,
  '30 ms',
  nextCheck.p95 <= 30,
);
const plan = measurePlan();
const percents = (shares: readonly number[]): string =>
  shares.map((share) => (100 * share).toFixed(1)).join(', ');
say(
  'plan of 60 jobs, 3 people, 4 bays',
  `${(plan.slowestMs / 1000).toFixed(1)} s, gaps ${percents(plan.gaps)} %, ${plan.placed} placed`,
  'under 5 s, with its gap',
  plan.slowestMs < 5000 && plan.placed === 60,
);
console.log(
  `${''.padEnd(34)} of 8 jobs ${plan.smallProven} of ${plan.small} proven, gap at most ${percents([plan.smallGap])} %`,
);
const analysis = measureAnalysis();
say(
  'ten logs of an hour at 10 Hz, fitted',
  `p50 ${analysis.p50.toFixed(0)} ms`,
  '200 ms',
  analysis.p50 <= 200,
);
const streams = await measureStreams(base!, () => cpuSeconds(Number(process.env.SERVER_PID)));
say(
  '20 vehicles, 6 channels at 10 Hz',
  `${streams.kept} of ${streams.sent} samples kept, ${streams.cores.toFixed(3)} of a core`,
  'all kept, a quarter of a core',
  streams.kept === streams.sent && streams.cores <= 0.25,
);
const chart = await measureLiveChart(base!, program!);
say('live chart, processor 4x slower', `${chart.framesPerSecond.toFixed(0)} frames a second`, '30', chart.framesPerSecond >= 30); // prettier-ignore
const scale = process.argv.includes('scale')
  ? await measureScale(process.env.DATABASE_ADMIN_URL!, say)
  : null;

const folder = path.resolve(import.meta.dirname, 'results');
mkdirSync(folder, { recursive: true });
writeFileSync(
  path.join(folder, 'latest.json'),
  `${JSON.stringify({ fit, steady, drive, draws, match, desk, load, loops, page, sliders, lines, oracle, access, fold, move, nextCheck, analysis, streams, chart, scale }, null, 1)}\n`,
);
