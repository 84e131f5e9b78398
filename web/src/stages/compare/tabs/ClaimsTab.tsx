import { claimWord } from '@radiatrix/core/fitment';
import { preferredUnit, type Dimension } from '@radiatrix/core/quantity';
import { claimText } from '@radiatrix/words/fitment';
import { useUnits } from '../../../app/store.ts';
import { FindingShape } from '../FindingShape.tsx';
import { Answer, Block, Knob, NumberKnob } from './parts.tsx';
import type { TabProps } from './tab.ts';

/** What a seller says, and what would have to be true. */
export function ClaimsTab({ compared, found, asked, change }: TabProps) {
  const units = useUnits();
  const said = asked.claims;
  const write = (key: string) => (value: number | undefined) => {
    const { [key]: _, ...rest } = said;
    change({ claims: value === undefined ? rest : { ...rest, [key]: value } });
  };
  /** In the record's unit where it is a dimension of the record, else in the unit named. */
  const knob = (
    key: string,
    label: string,
    sort: Dimension | { unit: string },
    range: readonly [number, number],
  ) => {
    const blank =
      typeof sort === 'string' ? preferredUnit(sort, units === 'both' ? 'metric' : units).symbol : sort.unit;
    const common = { label, range, blank, value: said[key], onChange: write(key) };
    return typeof sort === 'string' ? (
      <Knob key={key} dimension={sort} {...common} />
    ) : (
      <NumberKnob key={key} unit={sort.unit} {...common} />
    );
  };
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'claims')}>
        {compared.claims.length === 0 && (
          <p className="text-muted">Nothing is claimed on record. Write in what a listing says.</p>
        )}
      </Answer>
      <div className="grid gap-x-8 lg:grid-cols-2">
        <Block title="Fans sold together">
          <div className="grid grid-cols-3 gap-3">
            {knob('count', 'Fans', { unit: '' }, [1, 8])}
            {knob('each', 'Each moves', 'airflow', [1, 30000])}
            {knob('total', 'Sold as', 'airflow', [1, 60000])}
          </div>
        </Block>
        <Block title="Airflow against power">
          <div className="grid grid-cols-4 gap-3">
            {knob('flow', 'Airflow', 'airflow', [1, 60000])}
            {knob('disc', 'Blades across', 'length', [100, 800])}
            {knob('amps', 'Draws in all', 'current', [0.1, 120])}
            {knob('volts', 'At', { unit: 'V' }, [5, 60])}
          </div>
          <p className="text-muted mt-1.5 text-[14px]">
            Air power at free delivery is at least ½ ρ A v³, over all swept discs. How much of the electric
            power a real set turns into it is a line of the shop’s practice.
          </p>
        </Block>
        <Block title="Core area and volume">
          <div className="grid grid-cols-5 gap-3">
            {knob('wide', 'Core width', 'length', [50, 1500])}
            {knob('high', 'Core height', 'length', [50, 1200])}
            {knob('thick', 'Thickness', 'length', [5, 200])}
            {knob('area', 'Area, claimed', 'area', [1, 20000])}
            {knob('space', 'Volume, claimed', 'volume', [0.01, 200])}
          </div>
        </Block>
        <ClaimList compared={compared} />
      </div>
    </>
  );
}

export function ClaimList({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  if (compared.claims.length === 0) return null;
  return (
    <Block title="Each claim">
      <ul>
        {compared.claims.map(({ label, finding }) => (
          <li key={label} className="border-rule border-b py-1.5">
            <span className="font-label flex items-center gap-2 text-[17px] font-semibold">
              <FindingShape word={finding.ok ? claimWord(finding.value) : 'open'} />
              {label}
            </span>
            <span className="block">{finding.ok ? claimText(finding.value, units) : finding.problem}</span>
          </li>
        ))}
      </ul>
    </Block>
  );
}
