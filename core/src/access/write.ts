import type { PartKind } from '../figures/index.ts';
import type { Fastener, ProcedureDocument, Step } from '../procedure/index.ts';
import { BACK_RULES } from './back-rules.ts';
import { orderBack } from './order.ts';
import { costOf, stepsBeside } from './ways.ts';
import type { AccessMap, Fact, Lift, Operation, Place } from './types.ts';

export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  above: 'From above',
  front: 'From the front',
  below: 'From below',
  inside: 'In the cabin',
  bench: 'On the bench',
};
export const outStep = (code: string): string => `out ${code}`;
export const backStep = (code: string): string => `back ${code}`;

const joined = (...parts: (string | false)[]): string => parts.filter(Boolean).join(' ');

const stepOf = (own: Pick<Step, 'id' | 'phase' | 'text'> & Partial<Step>): Step => ({
  after: '',
  when: null,
  detail: '',
  tools: [],
  consumables: [],
  minutes: 0,
  waiting: false,
  cautions: [],
  cautionsWhen: {},
  uses: [],
  connector: '',
  connectorWhen: null,
  ...own,
});

function stepOut(operation: Operation): Step {
  const { code, text, detail, place, people, lift, breaks, minutes, waiting, tools, consumables, uses, connector, cautions, measures = [] } = operation;
  const cautioned = [
    ...cautions,
    ...(people > 1 && !cautions.includes('lift') ? ['lift'] : []),
    ...(lift !== 'none' && !cautions.includes('stands') ? ['stands'] : []),
  ];
  return stepOf({
    id: outStep(code), phase: 'remove', text, minutes, waiting, tools, consumables, uses, connector, cautions: cautioned, ...(measures.length > 0 ? { measures } : {}),
    detail: joined(detail, `${PLACE_WORDS[place]}.`, people > 1 && `${people} people.`, breaks >= 0.1 && uses.length > 0 && 'Some of these clips break as they come out.'),
  });
} // prettier-ignore

function stepBack(operation: Operation, back: NonNullable<Operation['back']>): Step {
  const left = back.rules.includes('left-hand-thread');
  return stepOf({
    id: backStep(operation.code),
    phase: 'install',
    text: back.text,
    minutes: back.minutes,
    tools: back.tools,
    consumables: [...back.consumables, ...back.renew.map((each) => `new ${each}`)],
    uses: operation.uses,
    ...(back.tightenWith === '' ? {} : { tightens: [] }),
    connector: operation.connector,
    ...(back.proof === 'click' ? { clicks: true as const } : {}),
    cautions: left ? ['left-hand'] : [],
    detail: joined(
      back.detail,
      ...back.rules.map((rule) => BACK_RULES[rule]),
      back.tightenWith !== '' && operation.uses.length > 0 && 'Start them by hand; they are tightened later.',
      back.proof !== '' && `Right when: ${back.proof}.`,
    ),
  });
}

/** Tightening, once the last of a group is started. */
const stepTight = (group: string, operations: readonly Operation[], fasteners: readonly Fastener[]): Step => {
  const trays = [...new Set(operations.flatMap(({ uses }) => uses.map(({ tray }) => tray)))];
  return stepOf({
    id: `tighten ${group}`,
    phase: 'install',
    text: `Tighten ${group}: bottom first, then top`,
    detail: `Every thread of ${trays.join(', ')} is started. ${BACK_RULES['hand-tools']}`,
    tools: [...new Set(fasteners.filter(({ tray }) => trays.includes(tray)).map(({ tool }) => tool))],
    minutes: operations.length,
    tightens: trays,
  });
};

export interface WrittenWay {
  document: ProcedureDocument;
  /** Operations of each step, for whoever asks what may come next. */
  out: string[];
  back: string[];
}

/**
 * Writes a way in as a procedure: what is laid out, each operation out, each one's way back by the rules of the trade,
 * tightening once all of a group is started, and the filling and proving that what was lost asks for.
 *
 * @param codes operations of a way, in order
 */
export function writeProcedure(
  map: AccessMap,
  codes: readonly string[],
  { title, partKind, already = [] }: { title: string; partKind: PartKind; already?: readonly Fact[] },
): WrittenWay {
  const byCode = new Map(map.operations.map((operation) => [operation.code, operation]));
  const out = codes.flatMap((code) => byCode.get(code) ?? []);
  const { order } = orderBack(map, codes, already);
  const back = order.flatMap((code) => byCode.get(code) ?? []);
  const steps = stepsBeside(map, costOf(map, codes), codes).map(
    ({ lost: _lost, onlyAfter: _only, onlyWith: _with, ...step }): Step => step,
  );
  const trays = new Set(out.flatMap(({ uses }) => uses.map(({ tray }) => tray)));
  const mounted = steps.filter(({ phase }) => phase === 'install');
  // Parts are mounted on the radiator that is in; where it stayed, before anything else goes back.
  const radiators = new Set(
    map.things.flatMap(({ code, partKind }) => (partKind === 'radiator' ? [code] : [])),
  );
  const radiatorIn = back.findLastIndex(({ gives }) => gives.some(({ thing }) => radiators.has(thing)));
  const install = back.flatMap((operation, at) => {
    if (!operation.back) return [];
    const group = operation.back.tightenWith;
    const ownGroup = back.filter((each) => each.back !== null && each.back.tightenWith === group && each.uses.length > 0);
    const isLast = group !== '' && ownGroup.length > 0 && !back.slice(at + 1).some((each) => ownGroup.includes(each)) && ownGroup.includes(operation);
    return [
      stepBack(operation, operation.back),
      ...(isLast ? [stepTight(group, ownGroup, map.fasteners)] : []),
      ...(at === radiatorIn ? mounted : []),
    ];
  }); // prettier-ignore
  return {
    document: {
      title,
      partKind,
      way: wayWords(map, codes),
      notes: map.notes,
      fasteners: map.fasteners.filter(({ tray }) => trays.has(tray)),
      steps: [
        ...steps.filter(({ phase }) => phase === 'prepare'),
        ...out.map(stepOut),
        ...(radiatorIn < 0 ? mounted : []),
        ...install,
        ...steps.filter(({ phase }) => phase !== 'prepare' && phase !== 'install'),
      ],
    },
    out: out.map(({ code }) => code),
    back: back.map(({ code }) => code),
  };
}

const ON: Readonly<Record<Lift, string>> = {
  none: 'on the ground',
  stands: 'on stands',
  lift: 'on the lift',
};

/** Titles of ways that are shown together: how the parts leave, and what tells apart those that leave alike. */
export function wayTitles(map: AccessMap, ways: readonly { operations: readonly string[]; lift: Lift; coolantL: number }[]): string[] {
  const plain = ways.map(({ operations }) => wayWords(map, operations));
  const alike = (titles: readonly string[], title: string): boolean => titles.filter((each) => each === title).length > 1;
  const lifted = plain.map((title, at) => (alike(plain, title) ? `${title}, ${ON[ways[at]!.lift]}` : title));
  return lifted.map((title, at) => {
    if (!alike(lifted, title)) return title;
    const others = ways.filter((_, other) => other !== at && lifted[other] === title);
    const own = map.operations.find(({ code }) => ways[at]!.operations.includes(code) && others.every(({ operations }) => !operations.includes(code)));
    return own ? `${title}: ${own.text.toLowerCase()}` : title;
  });
} // prettier-ignore

/** What a way is told by, where any of it moves; small parts come off with them. */
const TOLD_BY: ReadonlySet<PartKind> = new Set(['radiator', 'fan', 'shroud']);

/** A way in a few words: how its parts leave. */
export function wayWords(map: AccessMap, codes: readonly string[]): string {
  const parts = new Map(
    map.things.flatMap((thing) => (thing.partKind ? [[thing.code, thing] as const] : [])),
  );
  const leaving = map.operations
    .filter(({ code, place }) => codes.includes(code) && place !== 'bench')
    .map(({ gives, place }) => ({
      place,
      things: gives.flatMap(({ thing, state }) =>
        parts.has(thing) && (state === 'off' || state === 'out with another') ? [parts.get(thing)!] : [],
      ),
    }))
    .filter(({ things }) => things.length > 0);
  const told = leaving.filter(({ things }) => things.some(({ partKind }) => TOLD_BY.has(partKind!)));
  const said = (told.length > 0 ? told : leaving).map(({ things, place }) => {
    const names = things.map(({ name }) => name.toLowerCase());
    const where = place === 'below' ? 'from below' : place === 'front' ? 'to the front' : 'upward';
    return `${names.join(' and ')}${names.length > 1 ? ' as one' : ''} out ${where}`;
  });
  const words = said.join(', then ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}
