import fc from 'fast-check';
import { expect, test } from 'vitest';
import { judgeFit, type FitPart } from '@radiatrix/core/fit';
import { NO_CHOICES, driveFinding, drivesOf, findingsOf, fitVehicleOf, planOf, sideOf, type PlanPart, type PlanRecord } from '@radiatrix/core/fitment'; // prettier-ignore
import { simulate } from '@radiatrix/core/drive';
import { PRACTICE_NAMES, PRACTICE_TABLE, practiceOf, type PracticeName } from '@radiatrix/core/practice';
import { assembleSheet, type ProcedureDocument } from '@radiatrix/core/procedure';
import { BAY, PLUGS, SOUND, value } from '../../core/test/sound.ts';
import { foundText } from '../src/fitment.ts';

/** Some lines set by a shop, each anywhere in what it permits, its ends included. */
const practices = fc
  .uniqueArray(fc.tuple(fc.constantFrom(...PRACTICE_NAMES), fc.constantFrom(0, 0.02, 0.5, 0.98, 1)), {
    minLength: 1,
    maxLength: 40,
    selector: ([name]) => name,
  }) // prettier-ignore
  .map((lines) =>
    practiceOf(
      Object.fromEntries(
        lines
          .filter(([name]) => name !== 'passAt' && name !== 'failAt')
          .map(([name, at]) => [name, Math.min(PRACTICE_TABLE[name].hi, PRACTICE_TABLE[name].lo + at * (PRACTICE_TABLE[name].hi - PRACTICE_TABLE[name].lo))]), // prettier-ignore
      ) as Partial<Record<PracticeName, number>>,
    ),
  );
const KINDS = ['radiator', 'shroud', 'fan', 'kit'] as const;
const currents = fc.constantFrom(12, 40, 124, 380);

const recordOf = (fanA: number): PlanRecord => ({
  vehicle: { configuration: { body: 'van', package: 'standard', airConditioning: true, steering: 'right' } },
  bay: { quantities: { ...BAY.quantities, fanFuse: value(40, 0) }, words: BAY.words },
  selfShifting: true,
  parts: KINDS.map((kind, i): PlanPart => ({
    id: i + 1, number: `P ${i + 1}`, kind, inTheBox: [],
    figures: (kind === 'fan' ? { ...SOUND.fan, quantities: { ...SOUND.fan.quantities, current: value(fanA, 0.5) } } : SOUND[kind]) as never,
  })),
  connectors: [...PLUGS.values()].map(({ code, pins }) => ({ code, cavities: pins.map((pin) => ({ position: pin.position, function: pin.function, colour: pin.colour, gauge: pin.gauge })) })),
  adapters: [],
  thermostats: [{ id: 1, number: 'T 1', opensC: 82, fullyOpenC: null }],
  fasteners: [],
}); // prettier-ignore
const EMPTY: ProcedureDocument = {
  title: 'In',
  partKind: 'fan',
  way: '',
  notes: [],
  fasteners: [],
  steps: [],
};
const NONE = { radiator: undefined, fan: undefined, shroud: undefined, kit: undefined };

test('whatever a shop sets within what is permitted, no view throws, and Match, plan and sheet give one answer', () => {
  fc.assert(
    fc.property(practices, currents, fc.constantFrom(...KINDS), fc.constantFrom(20, 45, 60, 70), (practice, fanA, kind, mix) => {
      const record = recordOf(fanA);
      const part = record.parts.find((each) => each.kind === kind)!;
      const plan = planOf(record, sideOf(record, NONE), sideOf(record, { ...NONE, [kind]: part.id }), { ...NO_CHOICES, mix }, practice);
      const match = judgeFit(fitVehicleOf(record, NO_CHOICES), { kind, figures: part.figures } as unknown as FitPart, undefined, practice);
      expect(plan.verdict).toBe(match.verdict);
      for (const found of findingsOf(plan)) expect(foundText(found, 'us')).not.toMatch(/NaN|undefined|\{/);
      const { fresh } = drivesOf(record, plan, { ...NO_CHOICES, mix });
      if (fresh && fanA === 12) expect(foundText(driveFinding(simulate(fresh, 60), plan.settings?.boilsC), 'us')).toMatch(/^Hottest/);
      // A mix that Fill pours is a mix that the sheet works out, and the other way round.
      const sheet = assembleSheet({
        procedure: EMPTY, vehicle: { airConditioning: false, selfShifting: false, highVoltage: false }, work: plan.work, practice,
        coolant: { capacityL: 8, drainYieldL: 5, mix, insideChangeL: 0 },
      });
      const permitted = mix >= practice.strengthWeakest && mix <= practice.strengthMost;
      expect(sheet.coolant?.afterDrain !== undefined).toBe(permitted);
    }),
    { seed: 25, numRuns: 150 },
  );
}); // prettier-ignore

test('a circuit that a shop permits is judged, not thrown out (124 A where 200 A is allowed)', () => {
  const record = recordOf(124);
  const practice = practiceOf({ fanCircuitMost: 200 });
  const fan = { kind: 'fan', figures: record.parts[2]!.figures } as unknown as FitPart;
  const row = judgeFit(fitVehicleOf(record, NO_CHOICES), fan, undefined, practice).ledger.find(({ check }) => check === 'fanWire')!; // prettier-ignore
  expect(row.outcome).toBe('fail');
  expect(row.have).toMatchObject({
    type: 'said',
    codes: expect.arrayContaining(['wire-too-thin']) as string[],
  });
});
