import { TOPIC_NAMES, type Found, driveFinding } from '@radiatrix/core/fitment';
import { SAFE_SCHOOL, TERMINATION_SCHOOLS } from '@radiatrix/core/electrical';
import { useOutletContext } from 'react-router';
import type { PlanningPart, Person } from '@radiatrix/contract';
import { useUnits } from '../../app/store.ts';
import { AgreementRuler } from './tabs/AgreementRuler.tsx';
import { ClaimList } from './tabs/ClaimsTab.tsx';
import { CasesTable } from './cooling/CasesTable.tsx';
import { ShopSumsBlock, TwoWide } from './cooling/ShopSums.tsx';
import { DepthDrawing } from './drawings/DepthDrawing.tsx';
import { ClearanceTable } from './tabs/DepthTab.tsx';
import { drivesOf } from '@radiatrix/core/fitment';
import {
  brokenText,
  circuitFaultText,
  foundText,
  hazardText,
  proposalText,
  topicName,
} from '@radiatrix/words/fitment';
import { DriveTable } from './cooling/driveSays.tsx';
import { FaceDrawing } from './drawings/FaceDrawing.tsx';
import { DifferencesTable } from './tabs/FaceTab.tsx';
import { FindingShape } from './FindingShape.tsx';
import { Block } from './tabs/parts.tsx';
import { PlugFaces } from './tabs/PlugFaces.tsx';
import type { CasesState, TabProps } from './tabs/tab.ts';
import { useDrives } from './background/useDrives.ts';
import { PlanTable } from './tabs/WiringTab.tsx';
import { COOLANT_CARE, CUTTING_CARE, ELECTRIC_CARE, MODEL_CARE, TORQUE_CARE } from './words.ts';

const nothing = () => {};

/** All of a comparison on paper: findings first, then what they rest on. */
export function PaperSheet({
  cases,
  findings,
  onClose,
  ...props
}: TabProps & { cases: CasesState; findings: readonly Found[]; onClose: () => void }) {
  const { planning, compared, asked } = props;
  const person = useOutletContext<Person>();
  const units = useUnits();
  const drives = drivesOf(planning, compared, asked);
  const { old, fresh } = useDrives(drives);
  const names = (side: typeof compared.old) =>
    Object.values(side.parts).map((part) => `${part.number}, ${(part as PlanningPart).description}`);
  return (
    <article className="print-sheet max-w-[1020px] pt-3" aria-label="Comparison on paper">
      <p className="no-print mb-3 flex gap-3">
        <button type="button" className="btn btn-primary" onClick={() => print()}>
          Print
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Back to the bench
        </button>
      </p>
      <h1 className="text-[26px]">Comparison: {planning.vehicle.title}</h1>
      <p>
        {planning.vehicle.engine}, {planning.vehicle.transmission}
        {planning.vehicle.options.length > 0 && `, ${planning.vehicle.options.join(', ')}`}
        {planning.job && ` · job ${planning.job.id}${planning.job.label ? `, ${planning.job.label}` : ''}`}
        {planning.job &&
          planning.job.alterations.length > 0 &&
          ` · altered: ${planning.job.alterations.join(', ')}`}
      </p>
      <p className="text-muted text-[14px]">
        {person.name}, {new Date().toISOString().slice(0, 10)}
      </p>
      <dl className="mt-2 grid grid-cols-[50px_1fr]">
        <dt className="font-label text-[17px] font-semibold">old</dt>
        <dd>{names(compared.old).join('; ') || 'nothing chosen'}</dd>
        <dt className="font-label text-[17px] font-semibold">new</dt>
        <dd>
          {names(compared.fresh).join('; ') || 'nothing chosen'}
          {asked.spacer !== undefined && ` on ${asked.spacer} mm spacers`}
        </dd>
      </dl>
      <Block title="What was found" className="mt-4">
        <table className="w-full">
          <tbody>
            {TOPIC_NAMES.flatMap((topic) => findings.filter((each) => each.about === topic)).map(
              (each, i) => (
                <tr key={i} className="border-rule border-b align-top">
                  <th scope="row" className="font-label w-[118px] py-1 text-left text-[16px] font-semibold">
                    {topicName(each.about)}
                  </th>
                  <td className="w-6 pt-2">
                    <FindingShape word={each.word} size={12} />
                  </td>
                  <td className="py-1">{foundText(each, units)}</td>
                </tr>
              ),
            )}
          </tbody>
        </table>
      </Block>
      <Block title="Face">
        <FaceDrawing compared={compared} lit={null} onLit={nothing} />
        <DifferencesTable compared={compared} />
      </Block>
      <Block title="Depth stack">
        <DepthDrawing compared={compared} bay={planning.bay} lit={[]} onLit={nothing} />
        <ClearanceTable cleared={compared.depth.cleared} />
      </Block>
      {compared.hazards.length > 0 && (
        <Block title="Swap hazards">
          <ul className="list-disc pl-5">
            {compared.hazards.map((hazard, i) => (
              <li key={i}>{hazardText(hazard, units)}</li>
            ))}
          </ul>
          <p>{TORQUE_CARE}</p>
        </Block>
      )}
      {compared.plan && (
        <Block title="Wiring">
          <PlugFaces loom={compared.loom} fan={compared.plug} plan={compared.plan} />
          <PlanTable compared={compared} />
          {compared.plan.verdict !== 'plugs-in' && (
            <p className="mt-1">{TERMINATION_SCHOOLS[asked.school ?? SAFE_SCHOOL].label}.</p>
          )}
          {compared.circuit?.ok &&
            compared.circuit.value.faults.map((fault) => (
              <p key={fault.kind}>{circuitFaultText(fault, units)}</p>
            ))}
        </Block>
      )}
      {cases.result && (
        <Block title="Cooling">
          <CasesTable cases={cases.result} />
        </Block>
      )}
      <ShopSumsBlock compared={compared} />
      <TwoWide compared={compared} />
      {fresh.result && (
        <Block title="Drive">
          <p>{foundText(driveFinding(fresh.result, compared.settings?.boilsC), units)}</p>
          <DriveTable old={old.result} fresh={fresh.result} />
        </Block>
      )}
      {compared.settings && (
        <Block title="Thermostat and fan">
          <AgreementRuler
            practice={compared.practice}
            settings={compared.settings}
            proposed={compared.proposal?.settings}
            units={units}
            wrong={new Set(compared.broken.map((each) => each.stage))}
          />
          {compared.broken.map((each) => (
            <p key={`${each.rule}${each.stage}`}>{brokenText(each, compared.settings!, units)}</p>
          ))}
          {compared.proposal && <p>{proposalText(compared.proposal, units)}</p>}
        </Block>
      )}
      <ClaimList compared={compared} />
      <Block title="Cautions">
        <ul className="list-disc pl-5">
          {[COOLANT_CARE, ELECTRIC_CARE, CUTTING_CARE, MODEL_CARE].map((each) => (
            <li key={each}>{each}</li>
          ))}
          <li>The vehicle maker’s service information, local codes and licensed practice come first.</li>
        </ul>
      </Block>
    </article>
  );
}
