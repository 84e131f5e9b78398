import { backStep, outStep, refitMap, stepsStayingOff, type AccessMap } from '@radiatrix/core/access';
import { attributeOf, readFigure, type FigureSet } from '@radiatrix/core/figures';
import {
  differencesOf,
  mapWith,
  mappedMinutes,
  minutesModel,
  quoteFor,
  type Act,
  type Difference,
  type FittedPart,
  type MinutesModel,
} from '@radiatrix/core/filing';
import type { VerdictWord } from '@radiatrix/core/fit';
import { leftInTray, minutesOf, trayOf, type JobState } from '@radiatrix/core/job';
import { practiceOf } from '@radiatrix/core/practice';
import { accountOfJob, openProofs, proofStates, proofsFor } from '@radiatrix/core/prove';
import { METHOD_RULES } from '@radiatrix/core/quantity';
import { seesDrafts } from '@radiatrix/contract';
import type { AcceptBody, DifferenceLine, FilingRecord, MapMinutes, Person } from '@radiatrix/contract';
import { verdictName } from '@radiatrix/words/fit';
import { workSentence } from '@radiatrix/words/work';
import { choiceNamed, figureName } from '@radiatrix/words/figures';
import { accessRecord, storeAccess, vehicleAccess } from '../access/service.ts';
import { pastCounts } from '../access/queries.ts';
import { refitFor } from '../access/refit.ts';
import { planningRecord } from '../fitment/service.ts';
import type { Db } from '../db/client.ts';
import { figureSet, storeFigures } from '../figures/service.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { planOfJob } from '../jobs/record.ts';
import { jobPhotoFor } from '../jobs/photos.ts';
import { foldedJob, type FoldedJob } from '../jobs/service.ts';
import { turnedBy } from '../match/service.ts';
import { insertOutcome, partNames } from '../parts/queries.ts';
import { addPhoto } from '../photos/service.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { provingRecord } from '../proving/service.ts';
import { tagOf } from '../revisions/service.ts';
import { advanceBay, bayById, configurationsOfBay, loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { filedLitres, minutesOfMap, sourceOfJobs } from './queries.ts';

/** Figures that jobs weigh with what was known. */
const WEIGHED = ['coolantCapacity', 'drainYield'];

/** What ways of a map took on filed jobs, for whoever may see the map. */
export async function minutesSeen(db: Db, mapId: number, person: Person): Promise<MapMinutes> {
  await accessRecord(db, mapId, person);
  return { mapId, seen: await minutesOfMap(db, mapId) };
}

interface Laid {
  folded: FoldedJob;
  differences: Difference[];
  bayId: number;
  map: (AccessMap & { id: number }) | undefined;
  model: MinutesModel | undefined;
  proven: boolean;
}

const documentOf = ({ id, title, notes, things, fasteners, operations, steps }: AccessMap & { id: number }): AccessMap & { id: number } =>
  ({ id, title, notes, things, fasteners, operations, steps }); // prettier-ignore

/** Lays a job beside the library as this reader sees it. */
async function layBeside(db: Db, jobId: number, person: Person): Promise<Laid> {
  const folded = await foldedJob(db, jobId);
  const { state, row } = folded;
  const [vehicle, proving, planning, { map: found }, jobsSource, plan] = await Promise.all([
    findConfiguration(db, row.configurationId),
    provingRecord(db, jobId, person),
    // Without the job: the library's own figures are what it is held against.
    planningRecord(db, row.configurationId, person, { parts: [] }),
    vehicleAccess(db, row.configurationId, person, undefined),
    sourceOfJobs(db),
    planOfJob(db, folded, person),
  ]);
  const practice = practiceOf(planning.practice);
  // Who works on the library lays it beside the draft that is open: what was taken in already is no difference any more.
  const head = found && seesDrafts(person.role) ? await accessRecord(db, found.id, person) : undefined;
  const map = head ? documentOf(head) : found ? { ...found.document, id: found.id } : undefined;
  const [past, seen, filed, names, refit] = await Promise.all([
    map ? pastCounts(db, map.id) : [],
    map ? minutesOfMap(db, map.id) : [],
    jobsSource ? filedLitres(db, vehicle.bayId, jobsSource.id, WEIGHED) : {},
    partNames(db, state.parts.map(({ partId }) => partId)), // prettier-ignore
    refitFor(db, { state }, vehicle, person.role),
  ]);
  const model = map && minutesModel(mappedMinutes(map), seen, practice);
  const left = map
    ? leftInTray(trayOf(map.fasteners, state, stepsStayingOff(refitMap(map, refit))))
    : undefined;
  const proven =
    openProofs(proofStates(proofsFor(proving.proofs, state), state, left, practice)).length === 0;
  const parts = state.parts
    .filter(({ role }) => role === 'goes in')
    .map(({ partId, revisionId, state: at }): FittedPart => ({
      partId,
      revisionId,
      number: names.find(({ id }) => id === partId)?.number ?? `part ${partId}`,
      sentBack: at === 'sent back',
      work: (plan?.work ?? [])
        .filter(({ optional }) => !optional)
        .map((each) => workSentence(each, 'metric')),
      expected: plan ? verdictName(plan.verdict) : 'no plan',
    }));
  const differences = differencesOf(
    {
      state,
      bay: planning.bay as FigureSet<'bay'>,
      filed,
      account: accountOfJob(proving, state, practice),
      proven,
      map,
      past,
      minutes: model?.operations ?? new Map(),
      parts,
    },
    practice,
  );
  return { folded, differences: differences.map(named), bayId: vehicle.bayId, map, model, proven };
}

/** A figure's difference goes by the figure's own name. */
const named = (each: Difference): Difference =>
  each.act.do === 'figure' && each.title === '' ? { ...each, title: figureName('bay', each.act.key) } : each;

/** A figure by itself, as the bay would have it from the jobs' source. */
function figureOf(act: Extract<Act, { do: 'figure' }>): FigureSet<'bay'> | undefined {
  const read = readFigure('bay', act.key, act.text, act.method, choiceNamed);
  if (!read.ok) return undefined;
  const quantity = read.type === 'quantity';
  return figureSet<'bay'>([
    {
      id: 0, key: act.key, text: act.text, method: act.method, value: quantity ? read.value : null, u: quantity ? read.u : null,
      word: quantity ? '' : read.word, source: 'this job', sourceGrade: METHOD_RULES[act.method].grade, stamp: { by: '', at: '' },
    } as never,
  ], 'this job');
} // prettier-ignore

async function elsewhere(
  db: Db,
  { folded, differences, bayId }: Laid,
  person: Person,
): Promise<Map<string, string[]>> {
  const [kin, bay] = await Promise.all([configurationsOfBay(db, bayId), bayById(db, bayId)]);
  const figures = new Map(
    differences.flatMap(({ id, act }): [string, FigureSet<'bay'>][] => {
      const own = act.do === 'figure' ? figureOf(act) : undefined;
      return own ? [[id, own]] : [];
    }),
  );
  const turned = figures.size > 0 ? await turnedBy(db, folded.row.configurationId, person.role, figures) : new Map<string, never[]>(); // prettier-ignore
  const others = kin.length - 1;
  const also = others <= 0 ? `Counts for this vehicle of ${bay?.name ?? 'the bay'} alone.` : `Counts for ${others === 1 ? 'one other vehicle' : `${others} other vehicles`} of ${bay?.name ?? 'the bay'}.`; // prettier-ignore
  return new Map(
    differences.map(({ id, act }): [string, string[]] => {
      const turns = (turned.get(id) ?? []).map(({ number, from, to }) => `${number}: ${verdictName(from as VerdictWord)} turns to ${verdictName(to as VerdictWord)}.`); // prettier-ignore
      if (act.do === 'figure') return [id, [also, ...turns, ...(turns.length === 0 && attributeOf('bay', act.key) ? ['No verdict on this vehicle turns.'] : [])]]; // prettier-ignore
      if (act.do === 'outcome') return [id, act.altered ? ['An altered vehicle: it is told, and settles nothing.'] : [`Seen in every vehicle of ${bay?.name ?? 'the bay'}.`]]; // prettier-ignore
      return [id, [`Every way in of ${bay?.name ?? 'the bay'}.`]];
    }),
  );
}

const took = (state: JobState): number | null => {
  const steps = (state.way?.operations ?? []).flatMap((code) => [outStep(code), backStep(code)]);
  const seen = steps.flatMap((step) => minutesOf(state, step) ?? []);
  return seen.length === 0 ? null : seen.reduce((sum, each) => sum + each, 0);
};

export async function filingRecord(db: Db, jobId: number, person: Person): Promise<FilingRecord> {
  const laid = await layBeside(db, jobId, person);
  const { folded, differences, model, map, proven } = laid;
  const [reach, jobsSource] = await Promise.all([elsewhere(db, laid, person), sourceOfJobs(db)]);
  const { state } = folded;
  const steps = (state.way?.operations ?? []).flatMap((code) => [outStep(code), backStep(code)]);
  return {
    differences: differences.map((each): DifferenceLine => {
      const settled = state.settled[each.id];
      return {
        ...each,
        elsewhere: reach.get(each.id) ?? [],
        barred: each.act.do === 'figure' && !jobsSource ? 'No source of grade 1 is on record to keep it under; record one first.' : '',
        settled: settled ? { how: settled.how, by: settled.by, at: settled.at } : null,
      };
    }),
    proven,
    minutes: {
      took: took(state),
      quote: model && map && steps.length > 0 ? quoteFor(model, steps) : null,
      operations: model ? steps.flatMap((step) => model.operations.get(step) ?? []) : [],
    },
  };
} // prettier-ignore

const stale = (): ProblemError =>
  new ProblemError('stale', { detail: 'The record or the job was changed in the meantime; look at it again.' }); // prettier-ignore

/** Takes one difference into the library: a figure that waits for release, a draft of the map, or what a reviewer lets through. */
export async function accept(db: Db, jobId: number, body: AcceptBody, person: Person): Promise<void> {
  const laid = await layBeside(db, jobId, person);
  const found = laid.differences.find(({ id }) => id === body.difference);
  if (!found || found.before !== body.before || found.after !== body.after) throw stale();
  const { act } = found;
  if (act.do === 'figure') {
    const jobsSource = await sourceOfJobs(db);
    if (!jobsSource)
      throw new ProblemError('not-ready', { detail: 'No source of grade 1 is on record to keep it under.' });
    const bay = await bayById(db, laid.bayId);
    if (!bay || (await advanceBay(db, laid.bayId, bay.version)) === undefined) throw stale();
    const { key, text, method } = act;
    await storeFigures(db, { kind: 'bay', id: laid.bayId }, [{ key, text, method, sourceId: jobsSource.id }], 'figures', person.id); // prettier-ignore
    return;
  }
  if (act.do === 'outcome') return installed(db, laid, act, person);
  if (!laid.map) throw notFound('The access map of this bay');
  const photoId = act.do === 'photo' ? await kept(db, jobId, laid, act) : null;
  const record = await accessRecord(db, laid.map.id, person);
  try {
    const { id: _id, ...document } = documentOf(record);
    const next = mapWith(document, act, photoId);
    await storeAccess(db, record.id, next, person, tagOf({ id: record.revisionId, version: record.version }));
  } catch (error) {
    if (error instanceof RangeError) throw new ProblemError('stale', { detail: error.message });
    throw error;
  }
}

/** A photograph of the job, kept with the bay. */
async function kept(
  db: Db,
  jobId: number,
  { bayId }: Laid,
  act: Extract<Act, { do: 'photo' }>,
): Promise<number> {
  const { content } = await jobPhotoFor(db, jobId, act.photo);
  return addPhoto(
    db,
    { subject: 'bay', id: bayId, caption: act.caption || `from job ${jobId}` },
    Buffer.from(content),
  );
}

async function installed(
  db: Db,
  { folded: { row, state }, bayId }: Laid,
  act: Extract<Act, { do: 'outcome' }>,
  person: Person,
): Promise<void> {
  const [configuration, vocabulary, [name]] = await Promise.all([
    findConfiguration(db, row.configurationId),
    loadVocabulary(db),
    partNames(db, [act.partId]),
  ]);
  const vehicle = `${vehicleLine(configuration, vocabulary).title}, job ${row.id}`;
  const done = await insertOutcome(db, {
    partRevisionId: act.revisionId,
    bayId,
    vehicle,
    result: act.result,
    altered: act.altered,
    note: act.note,
    on: (state.closed?.at ?? new Date().toISOString()).slice(0, 10),
  });
  if (!done) throw new ProblemError('conflict', { detail: 'That is on record already: this job was filed before.' }); // prettier-ignore
  await touches(() =>
    Promise.resolve({
      title: `${name?.number ?? 'A part'} in ${vehicle}`,
      about: 'part',
      id: act.partId,
      changes: [changeOf('Installed', '', `${act.result}${act.altered ? ', altered' : ''}: ${act.note || 'nothing to add'} (${person.name})`)], // prettier-ignore
    }),
  );
}
