import { isDeniedAt, type Clause } from '../speech/index.ts';
import { triedHeard } from './heard-tried.ts';
import type { Observation, VehicleTable } from './table.ts';
import type { FanRole, Heard } from './types.ts';

type Role = FanRole['id'];
type Does = 'strong' | 'slow' | 'dead';

/** Of two fans one that nobody named, and the one beside it: either may be either. */
type Unnamed = 'one' | 'not that one';
type Who = Role | Unnamed;

/** What people call a fan; a fan that they only call "the fan" may be any of them. */
const NAMED: readonly (readonly [RegExp, 'ac' | 'temperature' | 'one' | 'other' | 'both' | 'any'])[] = [
  [/\b(?<!only )(?<!other )one (?:of (?:the|its|my|them) )?(?:(?:two|cooling|radiator|electric) )?fans?\b|^\s*one (?:is|was|has|does|doesn't|won't|stays|seized|dead|slow|runs|stopped|turns|spins|only)\b/, 'one'],
  [/\b(?:both|all|two|neither of the|none of the|no) (?:of the )?fans?\b|\bfans\b|\bneither fan\b/, 'both'],
  [/\b(?:a\/?c|air ?-?con\w*|condenser|auxiliary) fan\b/, 'ac'],
  [/\b(?:radiator|rad|temperature|cooling|main|engine) fan\b/, 'temperature'],
  [/\b(?:the )?other (?:one|fan)\b|\bsecond fan\b|\bthe other (?:is|was|runs?|turns?|spins?|comes?|works?|does|doesn't|stays?|slow\w*|weak\w*|dead|seized|fine)\b/, 'other'],
  [/\bfan\b(?! (?:fuse|relay|motor relay|switch|belt|clutch))/, 'any'],
]; // prettier-ignore
/** What a fan does, said; and what a denial makes of it. */
const DOES: readonly (readonly [RegExp, Does, denied: Does | undefined])[] = [
  [/\b(?:dead|stays? off|stays? still|packed (?:up|in)|seized|stopped working|burnt out|gives? up|gave up|won't (?:run|come on|turn|start|spin)|stands? still|not working|quit|knackered|kaput)\b/, 'dead', 'strong'],
  [/\b(?:slow\w*|lazy|weak\w*|tired|struggles?|half speed)\b/, 'slow', 'strong'],
  [/\b(?:comes? on|coming on|kicks? in|cuts? in|runs?|running|spins?|spinning|turns?|turning|works?|working|starts?|goes|fine|ok(?:ay)?|good|strong)\b/, 'strong', 'dead'],
]; // prettier-ignore
const WITH_AC =
  /\b(?:with|on|when|from|for) (?:the )?(?:a\/?c|air ?-?con\w*|air conditioning)\b|\b(?:a\/?c|air ?-?con\w*) (?:is |switched )?on\b/;
const WHEN_HOT = /\b(?:hot|warm|temperature|boil\w*|overheat\w*)\b/;
const NEVER_STOPS =
  /\b(?:never stops?|runs? all the time|all the time|always runs?|always running|always on|runs? on|does not stop|doesn't stop|won't (?:stop|switch off)|starts? cold|runs? (?:from )?cold)\b/;
const BLADE_OFF =
  /\bblades?\b.*\b(?:off|missing|broken|snapped|gone|cracked off)\b|\b(?:missing|broken|snapped|lost) (?:a |some |half the )?blades?\b/;
const HAND_STUCK = /\b(?:stuck|seized|can't be turned|cannot be turned|won't turn by hand|hard to turn)\b/;

const OTHER: Partial<Record<Who, Who>> = {
  ac: 'temperature',
  temperature: 'ac',
  one: 'not that one',
  'not that one': 'one',
};
const CONTEXTS = ['fans-ac', 'fans-hot'] as const;
type Context = (typeof CONTEXTS)[number];
const TEMPERATURE_FAN = /\b(?:temperature|temp) fan\b/g;
const ONLY_ONE = /\bonly one\b|\bone of (?:the|them|two)\b/;
const GOES_ON = /^\s*(?:it|they|slow\w*|weak\w*|only|comes?|runs?|stays?|never)\b/;

/** What was said of some fans at one occasion. */
interface Said {
  context: Context;
  roles: Who[];
  does: Does;
  words: string;
}

/** Which fans a statement names; of two, "the fan" may be any, and nothing is made of it. */
function rolesNamed(table: VehicleTable, text: string, last: Who[]): Who[] | undefined {
  const roles = table.fans.map(({ id }) => id);
  const named = NAMED.find(([pattern]) => pattern.test(text))?.[1];
  if (!named) {
    const one = roles.length === 1 && BLADE_OFF.test(text) ? roles : last;
    return GOES_ON.test(text) || BLADE_OFF.test(text) ? one : undefined;
  }
  if (roles.length === 1) return named === 'other' ? [] : roles;
  if (named === 'one') return ['one'];
  if (named === 'both') return roles;
  if (named === 'any') return [];
  if (named !== 'other') return [named];
  return last.length === 1 ? [OTHER[last[0]!]!] : WITH_AC.test(text) ? ['ac'] : [];
}

/** A fan that never stops, lacks a blade, or is stuck by hand. */
function stateHeard(table: VehicleTable, text: string, own: Who[]): Heard | undefined {
  const always = NEVER_STOPS.exec(text) ?? /\balways\b/.exec(text);
  if (always && (isDeniedAt(text, always.index) || always[0] !== 'always')) return { check: 'stops', outcome: isDeniedAt(text, always.index) ? 'does' : 'always', words: text.trim() };
  if (own.length !== 1 || own[0] === 'one' || own[0] === 'not that one') return undefined;
  const spin = table.vehicle.fans === 'engine' ? 'spin-driven' : `spin@${own[0]!}`;
  const blade = BLADE_OFF.exec(text);
  if (blade && !isDeniedAt(text, blade.index)) return { check: spin, outcome: 'short', words: blade[0] };
  const stuck = HAND_STUCK.exec(text);
  return stuck && !isDeniedAt(text, stuck.index) ? { check: spin, outcome: 'stuck', words: text.trim() } : undefined;
} // prettier-ignore

/** What fans do, and when: with the A/C on, by temperature; without an occasion at that of their duty. */
function doesHeard(text: string, before: string, own: Who[]): Said | undefined {
  const bare = text.replace(TEMPERATURE_FAN, 'fan');
  const hit = DOES.find(([pattern]) => pattern.test(bare));
  if (!hit || own.length === 0) return undefined;
  const [pattern, said, denied] = hit;
  const does =
    isDeniedAt(bare, pattern.exec(bare)!.index) || /^\s*(?:neither|none|no)\b/.test(bare) ? denied : said;
  if (!does) return undefined;
  const leadsUp = /^\s*(?:when|once|as|if)\b/.test(before);
  const spoken = leadsUp ? `${before} ${bare}` : bare;
  const context = WITH_AC.test(spoken) ? 'fans-ac' : WHEN_HOT.test(spoken) ? 'fans-hot' : undefined;
  // "Runs" by itself tells no occasion; "is dead" tells that there is none.
  if (!context && does === 'strong') return undefined;
  return {
    context: context ?? (own.length === 1 && own[0] === 'ac' ? 'fans-ac' : 'fans-hot'),
    roles: own,
    does,
    words: text.trim(),
  };
}

/**
 * What was said of fans, by duty where the words tell it. Of a fan that nobody spoke of nothing is said: every outcome that
 * agrees stays open.
 */
export function fansHeard(table: VehicleTable, clauses: readonly Clause[]): Heard[] {
  const said: Said[] = [];
  const heard: Heard[] = [];
  let last: Who[] = [];
  const only = table.fans.length === 1 ? table.fans.map(({ id }) => id) : undefined;
  clauses.forEach(({ text }, number) => {
    const own = rolesNamed(table, text, last);
    // What was tried follows on the fan that was spoken of before.
    const meant = (own?.length ? own : (only ?? last)).filter((who): who is Role => who !== 'one' && who !== 'not that one');
    heard.push(...triedHeard(text, clauses[number + 1]?.text ?? '', meant));
    if (!own) return;
    if (own.length === 1) last = own;
    const state = stateHeard(table, text, own);
    if (state) return void heard.push(state);
    const one = table.fans.length === 2 && ONLY_ONE.test(text) ? onlyOne(table, text) : undefined;
    if (one) return void heard.push(one);
    const does = doesHeard(text, clauses[number - 1]?.text ?? '', own);
    if (does) said.push(does);
  });
  return [...heard, ...CONTEXTS.flatMap((context) => combined(table, context, said.filter((each) => each.context === context)))];
} // prettier-ignore

/** "With the air con on only one fan runs": which one it is stays open. */
function onlyOne(table: VehicleTable, text: string): Heard | undefined {
  const context = WITH_AC.test(text) ? 'fans-ac' : WHEN_HOT.test(text) ? 'fans-hot' : undefined;
  const observation = table.observations.find(({ id }) => id === context);
  if (!observation?.byFan || !/\b(?:runs?|works?|comes? on|spins?|turns?)\b/.test(text)) return undefined;
  const agree = observation.outcomes.filter(({ id }) => table.fans.filter((fan) => shows(observation, id, fan.id) === 'dead').length === 1);
  return { check: observation.id, outcome: agree.map(({ id }) => id).join('|'), words: text.trim() };
} // prettier-ignore

/** The outcomes of a look at all fans that agree with what was said of some of them, whichever of them was meant by "one". */
function combined(table: VehicleTable, context: Context, said: readonly Said[]): Heard[] {
  const observation = table.observations.find(({ id }) => id === context);
  if (!observation || said.length === 0) return [];
  const does = said.flatMap(({ roles, does: what }) => roles.map((role): [Who, Does] => [role, what]));
  const agree = observation.outcomes.filter(({ id }) =>
    table.fans.some((one) => does.every(([who, what]) => shows(observation, id, whoIs(who, one.id)) === what)) && !saysMoreOfOne(table, observation, id, does),
  );
  if (agree.length === 0 || agree.length === observation.outcomes.length) return [];
  return [{ check: context, outcome: agree.map(({ id }) => id).join('|'), words: said.map(({ words }) => words).join('; ') }];
} // prettier-ignore

const whoIs = (who: Who, one: Role): Role =>
  who === 'one' ? one : who === 'not that one' ? (OTHER[one] as Role) : who;

/** "One fan is dead" says that the other one is not. */
const saysMoreOfOne = (table: VehicleTable, observation: Observation, outcome: string, does: readonly [Who, Does][]): boolean => {
  const one = does.filter(([who]) => who === 'one');
  const alone = one.length > 0 && does.length === one.length;
  return alone && table.fans.every((fan) => shows(observation, outcome, fan.id) === one[0]![1]);
}; // prettier-ignore

/** What an outcome of a look at all fans says of one of them. */
function shows({ byFan }: Observation, outcome: string, role: Role): Does {
  const own = outcome.split('+').map((each) => each.split('@') as [Does, Role?]);
  return own.find(([, of]) => of === role)?.[0] ?? (own[0]![1] === undefined || !byFan ? own[0]![0] : 'strong');
} // prettier-ignore
