import {
  ruledOutBy,
  choicesFor,
  complaintIn,
  correct,
  describeVehicle,
  labelFor,
  nextQuestion,
  readValue,
  readYearSpan,
  suits,
  tellApart,
  type Field,
  type Vocabulary,
} from '@radiatrix/core/vehicle';
import { LIST_LIMIT, seesDrafts, type FindResult, type Role } from '@radiatrix/contract';
import { kindHeading } from '@radiatrix/words/figures';
import type { Db } from '../db/client.ts';
import { shopPractice } from '../practice/service.ts';
import { connectorsByName, partsByNumber } from '../search/queries.ts';
import { candidateIds } from '../match/queries.ts';
import { loadJudging, prospectsOf } from '../match/judging.ts';
import { replacedOn } from '../match/replaced.ts';
import { narrowed, vocabularyFor, type ConfigurationRow, type Narrowing } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';
import { loadVinPatterns } from '../vins/queries.ts';

const readFixes = (fixes: readonly string[]): Partial<Record<Field, string | null>> =>
  Object.fromEntries(
    fixes.map((fix) => [fix.slice(0, fix.indexOf(':')), fix.slice(fix.indexOf(':') + 1) || null]),
  );

const NUMBER_ROWS = 8;
const CONNECTOR_ROWS = 6;

/** Parts whose own, or whose interchange number, begins with what was typed, separators aside. */
async function partsNumbered(db: Db, text: string, drafts: boolean): Promise<FindResult['parts']> {
  const key = text.toLowerCase().replace(/[^a-z0-9]/g, '');
  if (key.length < 3 || key.length > 40 || !/\d/.test(key)) return [];
  return (await partsByNumber(db, key, drafts, NUMBER_ROWS)).map(({ id, number, maker, kind, why }) => ({
    id,
    number,
    maker,
    kind,
    why,
  }));
}

const connectorsNamed = (db: Db, text: string): Promise<FindResult['connectors']> => {
  const words = text.trim();
  return words.length < 2 || words.length > 40
    ? Promise.resolve([])
    : connectorsByName(db, words, 'begins', CONNECTOR_ROWS);
};

/** A list to choose from is of no use beyond this; what was meant is typed instead. */
const CHOICES_SENT = 300;
/** More vehicles than this are not gone through: the answer would be no answer. */
const VEHICLES_READ = 1500;
/** Vehicles of more models or bays than this are too many to judge for a question; the model is asked first. */
const MODELS_JUDGED = 6;
const BAYS_JUDGED = 60;

type Chips = ReturnType<typeof correct>['chips'];

/** The details that an index can narrow by; the rest is weighed row by row. */
function narrowingOf(chips: Chips, vocabulary: Vocabulary): Narrowing {
  const of = (...fields: Field[]): Chips => chips.filter((chip) => fields.includes(chip.field));
  const ids = <T extends { id: number }>(
    all: readonly T[],
    stated: Chips,
    make: (item: T) => Partial<ConfigurationRow>,
  ) =>
    stated.length === 0
      ? undefined
      : all
          .filter((item) => suits(make(item) as ConfigurationRow, stated, vocabulary))
          .map((item) => item.id);
  const [year] = of('year');
  const plain = year && !year.value.startsWith('!') && !year.value.includes('|');
  return {
    modelIds: ids(vocabulary.models, of('make', 'model'), (model) => ({ modelId: model.id })),
    years: plain ? readYearSpan(year.value) : undefined,
    engineIds: ids(
      vocabulary.engines,
      of('displacement', 'fuel', 'layout', 'cylinders', 'aspiration', 'engineCode'),
      (engine) => ({ engineId: engine.id }),
    ),
    transmissionIds: ids(
      vocabulary.transmissions,
      of('transmission', 'transmissionCode', 'gears'),
      (transmission) => ({ transmissionId: transmission.id }),
    ),
  };
}

const WITHOUT_CLUTCH_PEDAL = 'automatic|cvt|dual-clutch';

function withLooseAutomatic(chips: Chips, vocabulary: Vocabulary): Chips | undefined {
  if (!chips.some((chip) => chip.field === 'transmission' && chip.value === 'automatic')) return undefined;
  return chips.map((chip) =>
    chip.field === 'transmission'
      ? {
          ...chip,
          value: WITHOUT_CLUTCH_PEDAL,
          label: labelFor('transmission', WITHOUT_CLUTCH_PEDAL, vocabulary),
          certainty: 'likely' as const,
        }
      : chip,
  );
}

/** What to ask next of these vehicles, by the verdicts of the parts that could concern them. */
async function questionFor(
  db: Db,
  vehicles: readonly ConfigurationRow[],
  chips: Chips,
  unknown: readonly Field[],
  vocabulary: Vocabulary,
  role: Role,
): Promise<Pick<FindResult, 'question' | 'considered'>> {
  const modelIds = [...new Set(vehicles.map((vehicle) => vehicle.modelId))];
  const bayIds = [...new Set(vehicles.map((vehicle) => vehicle.bayId))];
  if (vehicles.length < 2) return { question: null, considered: { parts: 0, open: 0 } };
  if (modelIds.length > MODELS_JUDGED || bayIds.length > BAYS_JUDGED) {
    // Too many to judge: which model it is, is taken to decide.
    const prospects = vehicles.map((configuration) => ({
      configuration,
      verdicts: [String(configuration.modelId)],
      reasons: [''],
    }));
    const question = nextQuestion(prospects, ['parts'], vocabulary, unknown) ?? null;
    return {
      question: question && { ...question, why: `${modelIds.length} models agree with that so far` },
      considered: { parts: 0, open: 0 },
    };
  }
  const partChip = chips.find((chip) => chip.field === 'part');
  const kinds = partChip ? readValue(partChip.value).any : undefined;
  const records = await loadJudging(db, bayIds, await candidateIds(db, modelIds, bayIds, false), role);
  if (kinds) records.parts = records.parts.filter((part) => kinds.includes(part.kind));
  const [practice, replacedBy] = await Promise.all([shopPractice(db), replacedOn(db, modelIds, role)]);
  const prospects = prospectsOf(vehicles, records, vocabulary, practice, replacedBy);
  const names = records.parts.map((part) => kindHeading(part.kind).toLowerCase());
  return {
    question: nextQuestion(prospects, names, vocabulary, unknown) ?? null,
    considered: {
      parts: records.parts.length,
      open: records.parts.filter((_, at) => prospects.some(({ verdicts }) => verdicts[at] !== 'no')).length,
    },
  };
}

/** Understands what was typed and lists the vehicles (and parts and connectors) it may mean. */
export async function find(
  db: Db,
  text: string,
  fixes: readonly string[],
  referenceYear: number,
  role: Role,
): Promise<FindResult> {
  const [vocabulary, patterns] = await Promise.all([vocabularyFor(db, role), loadVinPatterns(db)]);
  const described = describeVehicle(text, vocabulary, referenceYear, patterns);
  const fixed = readFixes(fixes);
  const read = correct(described, fixed, vocabulary);
  const { leftover } = read;
  let { chips } = read;
  const unknown = (Object.keys(fixed) as Field[]).filter((field) => fixed[field] === null);
  const modelChip = chips.find((chip) => chip.field === 'model');
  // Without any detail there is nothing to look for: "all vehicles" is no answer to an empty question.
  const asked = chips.some((chip) => chip.field !== 'part');
  const [rows, parts, connectors] = await Promise.all([
    asked ? narrowed(db, narrowingOf(chips, vocabulary), VEHICLES_READ) : Promise.resolve([]),
    partsNumbered(db, text, seesDrafts(role)),
    connectorsNamed(db, text),
  ]);
  let matching = rows.filter((row) => suits(row, chips, vocabulary));
  // Many a caller calls everything without a clutch pedal an automatic: where no true one was built, that is meant.
  const loose = matching.length === 0 ? withLooseAutomatic(chips, vocabulary) : undefined;
  if (loose) {
    const wider = (await narrowed(db, narrowingOf(loose, vocabulary), VEHICLES_READ)).filter((row) =>
      suits(row, loose, vocabulary),
    );
    if (wider.length > 0) [chips, matching] = [loose, wider];
  }
  const next = await questionFor(db, matching, chips, unknown, vocabulary, role);
  const { modelIds } = narrowingOf(
    chips.filter((chip) => chip.field === 'make' || chip.field === 'model'),
    vocabulary,
  );
  return {
    text,
    chips: chips.map((chip) => ({
      ...chip,
      choices: choicesFor(chip.field, vocabulary, modelChip ? Number(modelChip.value) : undefined).slice(
        0,
        CHOICES_SENT,
      ),
    })),
    leftover,
    complaint: complaintIn(text, described.chips),
    others: described.others.map((other) => other.text),
    vehicles: matching.slice(0, LIST_LIMIT).map((row) => vehicleLine(row, vocabulary)),
    total: matching.length,
    capped: rows.length === VEHICLES_READ,
    differences: matching.length > 1 ? tellApart(matching, vocabulary) : [],
    blamed:
      asked && matching.length === 0
        ? ruledOutBy(chips, await narrowed(db, { modelIds }, VEHICLES_READ), vocabulary).map(
            (chip) => chip.field,
          )
        : [],
    ...next,
    vin: described.vin ?? null,
    parts,
    connectors,
  };
}
