import { useState } from 'react';
import { topicOf, type FaceId } from '@radiatrix/core/fitment';
import { COOLANT_CARE } from '../words.ts';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { FaceDrawing } from '../drawings/FaceDrawing.tsx';
import { LedgerRows } from './LedgerRows.tsx';
import { Answer, Block, Knob, Table } from './parts.tsx';
import { PlugFaces } from './PlugFaces.tsx';
import type { TabProps } from './tab.ts';

/** Where each hose, line and plug goes. */
export function PortsTab({ planning, compared, found, asked, change }: TabProps) {
  const units = useUnits();
  const [lit, setLit] = useState<FaceId | null>(null);
  const rows = compared.ledger.filter((row) => topicOf(row.check) === 'ports' && row.outcome !== 'not-asked');
  const mm = (value: number | undefined) =>
    value === undefined ? 'not on record' : formatQuantity(value, 'length', units);
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'ports')} />
      <div className="grid gap-x-6 lg:grid-cols-[1fr_480px]">
        <div>
          <FaceDrawing compared={compared} lit={lit} onLit={setLit} ports />
          <Block title="Plugs" className="mt-4">
            <PlugFaces loom={compared.loom} fan={compared.plug} plan={compared.plan} />
          </Block>
        </div>
        <div>
          <Block title="Hoses">
            <Table caption="Hoses" heads={[['Hose'], ['Bore', true], ['New neck', true], ['What to do']]}>
              {compared.hoses.map(({ which, bore, neck, plan }) => (
                <tr
                  key={which}
                  className="border-rule border-b align-top"
                  onPointerEnter={() => setLit(which === 'upper' ? 'inlet' : 'outlet')}
                  onPointerLeave={() => setLit(null)}
                >
                  <th scope="row" className="py-1 text-left font-normal">
                    {which === 'upper' ? 'Upper, to the inlet' : 'Lower, from the outlet'}
                  </th>
                  <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(bore)}</td>
                  <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(neck)}</td>
                  <td className="px-1.5">
                    {!plan
                      ? 'bore or neck to be measured'
                      : !plan.ok
                        ? plan.problem
                        : [
                            plan.value.stepped ? 'stepped hose or reducer' : 'goes on',
                            plan.value.sentence === 'trim' ? `trim ${mm(plan.value.trimMm)}` : '',
                            plan.value.sentence === 'too-short' ? 'too short: another hose' : '',
                            plan.value.spring ? 'it needs its anti-collapse spring' : '',
                          ]
                            .filter(Boolean)
                            .join('; ')}
                  </td>
                </tr>
              ))}
            </Table>
            <div className="mt-2 grid grid-cols-2 gap-3">
              <Knob
                label="New upper hose, length"
                dimension="length"
                range={[40, 2500]}
                value={asked.hoseUp}
                usual={planning.bay.quantities.upperHoseLength?.value}
                onChange={(hoseUp) => change({ hoseUp })}
              />
              <Knob
                label="New lower hose, length"
                dimension="length"
                range={[40, 2500]}
                value={asked.hoseDown}
                usual={planning.bay.quantities.lowerHoseLength?.value}
                onChange={(hoseDown) => change({ hoseDown })}
              />
            </div>
            <p className="text-muted mt-1 text-[14px]">{COOLANT_CARE}</p>
          </Block>
          {rows.length > 0 && (
            <Block title="New in this vehicle">
              <LedgerRows rows={rows} lit={lit} onLit={setLit} />
            </Block>
          )}
        </div>
      </div>
    </>
  );
}
