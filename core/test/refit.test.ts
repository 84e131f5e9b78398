import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { backStep, openSteps, outStep, refitMap, refitOf, stepsStayingOff, waysIn, writeProcedure, type AccessMap, type Operation, type RefitPart } from '../src/access/index.ts'; // prettier-ignore
import type { PartKind } from '../src/figures/index.ts';
import { foldJob, trayOf, type JobEvent } from '../src/job/index.ts';
import { assembleSheet } from '../src/procedure/index.ts';
import { workOf } from '../src/practice/index.ts';
import demo from '../../demo/7-access-maps.json' with { type: 'json' };
import { operation } from './access-maps.ts';

const written = demo as unknown as { accessMaps: (Partial<AccessMap> & { bay: string })[] };
const BARE = { after: '', detail: '', tools: [], consumables: [], waiting: false, cautions: [], cautionsWhen: {}, uses: [], connector: '', connectorWhen: null, lost: null }; // prettier-ignore
/** The demo's maps as the validator completes them; what only some vehicles have is on all. */
const maps = written.accessMaps.map(({ bay, ...map }): AccessMap & { bay: string } => ({
  bay,
  title: bay,
  notes: [],
  things: map.things!.map((thing) => ({ ...thing, partKind: thing.partKind ?? null, when: null })),
  fasteners: map.fasteners!.map((each) => ({ ...each, torqueNm: null, torqueSource: '', policy: each.policy ?? 'reuse', lengthMm: each.lengthMm ?? null, when: null })), // prettier-ignore
  operations: map.operations!.map((each): Operation => {
    const full = operation(each.code, { ...each, when: null, connectorWhen: null });
    return { ...full, back: each.back ? { ...operation('x').back!, ...each.back } : null };
  }),
  steps: map.steps!.map((step) => ({ ...BARE, ...step, when: null })),
}));
const belt = maps.find(({ bay }) => bay.startsWith('Halberd'))!;
const wayOf = (map: AccessMap, kinds: readonly PartKind[]): string[] => {
  const goal = map.things.flatMap(({ code, partKind }) =>
    partKind && kinds.includes(partKind) ? [{ thing: code, state: 'off' as const }] : [],
  );
  const found = waysIn({ map, goal });
  if (!found.found) throw new Error(found.because);
  return found.ways[0]!.operations;
};
const electric: RefitPart = { number: 'NT-F 2500', kind: 'fan', role: 'goes in', drivenBy: 'motor' };
const kit: RefitPart = { number: 'NT-K 2', kind: 'kit', role: 'goes in', probe: 'thread', acRequest: 'yes' };
const radiator: RefitPart = { number: 'NT-R 1', kind: 'radiator', role: 'goes in' };
const engine = { fanDrivenBy: 'engine', hubThread: 'bolts', airConditioning: true };

describe('the way back is made of what goes in', () => {
  test('of a conversion: frame, studs, kit end by end, and never the belt fan, its spacer or its shroud', () => {
    const map = refitMap(belt, refitOf([radiator, electric, kit], engine));
    const { document } = writeProcedure(map, wayOf(map, ['radiator', 'fan', 'shroud']), { title: '', partKind: 'radiator' }); // prettier-ignore
    const install = document.steps.filter(({ phase }) => phase === 'install').map(({ id }) => id);
    for (const gone of [
      'fan-off',
      'fan-off-room',
      'spacer-off',
      'shroud-back',
      'shroud-top-off',
      'shroud-out',
    ])
      expect(install).not.toContain(backStep(gone));
    const mounts = install.filter((id) => id.startsWith('mount '));
    expect(mounts).toEqual(['stud-nuts', 'fan-frame', 'kit-box', 'kit-fuse', 'kit-ground', 'kit-ignition', 'kit-probe', 'kit-fan', 'kit-ac'].map((code) => `mount ${code}`)); // prettier-ignore
    // On the radiator that is in, and before the battery is joined.
    const radiatorIn = install.findIndex((id) => id.startsWith('back radiator'));
    expect(install.indexOf(mounts[0]!)).toBe(radiatorIn + 1);
    expect(install.indexOf('back battery-off')).toBeGreaterThan(install.indexOf(mounts.at(-1)!));
  });

  test('comes to the minutes that the plan has for the same work, and is on the sheet once', () => {
    const map = refitMap(belt, refitOf([radiator, electric, kit], engine));
    const { document } = writeProcedure(map, wayOf(map, ['radiator', 'fan']), { title: '', partKind: 'radiator' }); // prettier-ignore
    const minutes = (test: RegExp) => document.steps.filter(({ id }) => test.test(id)).reduce((sum, step) => sum + step.minutes, 0); // prettier-ignore
    expect(minutes(/^mount (stud-nuts|fan-)/)).toBe(workOf('convert-to-electric', 'fan').minutes);
    expect(minutes(/^mount kit-/)).toBe(workOf('fit-controller-kit', 'fan').minutes);
    const sheet = assembleSheet({ procedure: document, vehicle: {} as never, work: [workOf('convert-to-electric', 'fan'), workOf('change-fuse', 'fan', { to: 40 }), workOf('close-gap', 'top')], coolant: undefined }); // prettier-ignore
    const ids = sheet.sections.flatMap(({ steps }) => steps.map(({ id }) => id));
    expect(ids.filter((id) => id.startsWith('work '))).toHaveLength(2);
    // Wires are joined once what they lead to is in its place; the fan runs once the battery is on.
    expect(ids.findIndex((id) => id.startsWith('work change-fuse'))).toBe(ids.indexOf('mount kit-ac') + 1);
    expect(ids.indexOf('mount fan-run')).toBeGreaterThan(ids.indexOf('back battery-off'));
    expect(ids.indexOf('mount fan-run')).toBeLessThan(ids.indexOf('fan-cycle'));
    expect(ids.findIndex((id) => id.startsWith('work close-gap'))).toBeLessThan(
      ids.indexOf('mount stud-nuts'),
    );
  });

  test('a fan like the old one goes back by the move that took it off; so does one of which no record says what turns it', () => {
    const clutch: RefitPart = { number: 'OS-F 18', kind: 'fan', role: 'goes in', drivenBy: 'engine' };
    for (const fan of [clutch, { ...electric, drivenBy: undefined }]) {
      const refit = refitOf([fan], engine);
      expect([refit.staysOff, refit.mounts]).toEqual([[], []]);
      const map = refitMap(belt, refit);
      const { document } = writeProcedure(map, wayOf(map, ['fan']), { title: '', partKind: 'fan' });
      const install = document.steps.filter(({ phase }) => phase === 'install').map(({ id }) => id);
      expect(install.some((id) => id.startsWith('back fan-off'))).toBe(true);
      expect(install.some((id) => id.startsWith('mount '))).toBe(false);
    }
  });

  test('the job says otherwise of the shroud, and a kit with a switch has no probe', () => {
    const shroud: RefitPart = { number: 'OS-S 50', kind: 'shroud', role: 'stays' };
    expect(refitOf([electric, shroud], engine).staysOff).toEqual(['fan']);
    expect(refitOf([electric, { ...shroud, role: 'comes off' }], engine).staysOff.sort()).toEqual(['fan', 'shroud']); // prettier-ignore
    // Nothing goes in yet: nobody has said what the way back is made of.
    expect(refitOf([{ ...shroud, role: 'comes off' }], engine).staysOff).toEqual([]);
    const codes = (part: RefitPart, air = true) => refitOf([part], { ...engine, airConditioning: air }).mounts.map(({ code }) => code); // prettier-ignore
    expect(codes({ ...kit, probe: 'none' })).toContain('kit-switch');
    expect(codes({ ...kit, probe: 'none' })).not.toContain('kit-probe');
    expect(codes(kit, false)).not.toContain('kit-ac');
  });

  test('a left-hand thread is spoken of where the hub has one or nobody knows, and nowhere else', () => {
    const speaks = (hubThread: string | undefined, fan?: RefitPart) => {
      const map = refitMap(belt, refitOf(fan ? [fan] : [], { ...engine, hubThread }));
      const own = map.operations.find(({ code }) => code === 'fan-off')!;
      return [own.cautions.includes('left-hand'), own.back?.rules.includes('left-hand-thread')];
    };
    expect(speaks('left')).toEqual([true, true]);
    expect(speaks(undefined)).toEqual([true, true]);
    expect(speaks('bolts')).toEqual([false, false]);
    expect(speaks('right')).toEqual([false, false]);
    const onNut: RefitPart = { number: 'MV-F 20', kind: 'fan', role: 'goes in', drivenBy: 'engine', hubThread: 'left' }; // prettier-ignore
    expect(speaks('bolts', onNut)).toEqual([false, true]);
  });

  test('a fan is tested on the bench where one goes in that a motor turns, and only there', () => {
    const tests = (...parts: RefitPart[]) => refitMap(belt, refitOf(parts, engine)).steps.some(({ id }) => id === 'bench-fan'); // prettier-ignore
    expect(tests(radiator)).toBe(false);
    expect(tests(radiator, electric)).toBe(true);
    expect(tests({ ...electric, kind: 'motor', drivenBy: undefined })).toBe(true);
    expect(tests({ ...electric, drivenBy: 'engine' })).toBe(false);
    // Nobody has said yet what goes in.
    expect(tests()).toBe(true);
  });

  test('fasteners of what stays off are expected nowhere', () => {
    const map = refitMap(belt, refitOf([electric], engine));
    const event = (kind: string, payload: object, seq: number) => ({ id: `e${seq}`, kind, device: 'p', seq, clock: { ms: seq, n: 0 }, deviceTime: '2026-11-01T00:00:00Z', person: 'I', payload }) as unknown as JobEvent; // prettier-ignore
    const out = (step: string, tray: string, there: number, seq: number) => event('fasteners out', { tray, step, there, missing: 0, broken: 0, wrong: 0, over: [] }, seq); // prettier-ignore
    const state = foldJob([out(outStep('fan-off'), 'E', 4, 1)]);
    const place = trayOf(map.fasteners, state, stepsStayingOff(map)).places.find(({ tray }) => tray === 'E')!;
    expect([place.left, place.staysOut, place.toBuy]).toEqual([0, 4, 0]);
    expect(trayOf(map.fasteners, state).places.find(({ tray }) => tray === 'E')!.left).toBe(4);
  });

  test('random jobs on every map: what goes in is mounted, what stays off is not put back, what was not opened is not closed, and the phone comes to the end', () => {
    const role = fc.constantFrom<RefitPart['role']>('goes in', 'comes off', 'stays');
    const kinds: PartKind[] = ['radiator', 'fan', 'shroud', 'kit', 'thermostat', 'relay', 'module', 'hose'];
    const part = fc.record({
      kind: fc.constantFrom(...kinds), role, drivenBy: fc.constantFrom('motor', 'engine', undefined),
      probe: fc.constantFrom('thread', 'fins', 'none', undefined), hubThread: fc.constantFrom('left', 'bolts', undefined),
    }); // prettier-ignore
    fc.assert(
      fc.property(fc.nat(maps.length - 1), fc.uniqueArray(part, { minLength: 1, maxLength: 6, selector: ({ kind, role: does }) => `${kind} ${does === 'stays' ? 'goes in' : does}` }), fc.constantFrom('motor', 'engine', undefined), fc.nat(1000), (at, drawn, fanDrivenBy, seed) => {
        const parts = drawn.map((each, i): RefitPart => ({ ...each, number: `P ${i}` }));
        const own = maps[at]!;
        const refit = refitOf(parts, { fanDrivenBy, airConditioning: true });
        const map = refitMap(own, refit);
        const wanted = own.things.flatMap(({ partKind }) => (partKind && (partKind === 'radiator' || parts.some(({ kind }) => kind === partKind)) ? [partKind] : []));
        const codes = wayOf(map, wanted);
        const { document } = writeProcedure(map, codes, { title: '', partKind: 'radiator' });
        const install = document.steps.filter(({ phase }) => phase === 'install');
        // Held against the map as it was, not as the rule left it.
        const things = (id: string) => own.operations.find(({ code }) => backStep(code) === id)?.gives.map(({ thing }) => own.things.find(({ code }) => code === thing)!) ?? []; // prettier-ignore
        for (const { kind, number, role: does } of parts)
          if (does === 'goes in')
            expect(install.some(({ id, mount }) => mount?.number === number || things(id).some(({ partKind }) => partKind === kind)), `${own.bay}: ${kind} ${number}`).toBe(true);
        const replaced = (kind: PartKind) => parts.some((each) => each.kind === kind && each.role !== 'comes off');
        for (const { kind, role: does } of parts)
          if (does === 'comes off' && !replaced(kind) && ['fan', 'shroud'].includes(kind) && parts.some((each) => each.role === 'goes in'))
            expect(install.filter(({ id }) => things(id).length > 0 && things(id).every(({ partKind }) => partKind === kind)).map(({ id }) => id)).toEqual([]);
        if (!codes.includes('drain')) expect(document.steps.map(({ id }) => id)).not.toContain('close-cock');
        // Somebody takes any move that the phone offers: it always offers one, and every step is done in the end.
        const settled = new Set<string>();
        for (let i = 0; settled.size < document.steps.length; i += 1) {
          const open = [...openSteps(document.steps, settled, { map, operations: codes, already: [] })];
          expect(open.length).toBeGreaterThan(0);
          const next = open[(seed + i) % open.length]!;
          const left = (id: string) => document.steps.some((step) => step.id === id && !settled.has(id));
          // No battery joined while a wire is still to be fitted; no fan wired before it hangs.
          if (next === 'back battery-off') expect(document.steps.filter(({ id, mount, phase }) => mount && phase === 'install' && left(id))).toEqual([]);
          if (next === 'mount kit-fan') expect([left('mount fan-frame'), left('mount kit-box')]).toEqual([false, false]);
          settled.add(next);
        }
      }),
      { numRuns: 150, seed: 7 },
    ); // prettier-ignore
  }, 60_000);
});
