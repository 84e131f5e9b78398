import { SAFE_SCHOOL, TERMINATION_SCHOOLS, benchTest, type WireFlag } from '@radiatrix/core/electrical';
import { type KitEnd } from '@radiatrix/core/fitment';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { attempt } from '@radiatrix/core/fitment';
import { circuitFaultText, planFaultText } from '@radiatrix/words/fitment';
import { Answer, Block, Knob, NumberKnob, Table } from './parts.tsx';
import { PlugFaces } from './PlugFaces.tsx';
import type { TabProps } from './tab.ts';
import { ELECTRIC_CARE } from '../words.ts';

/** Connector to connector by what each wire does, and whether the circuit carries it. */
export function WiringTab(props: TabProps) {
  const { compared, found } = props;
  if (compared.fresh.assembly.fan?.words.drivenBy?.word === 'engine')
    return (
      <>
        <Answer found={found.filter((each) => each.about === 'wiring')} />
        <p className="text-muted">The engine turns the new fan: it has no wire of its own.</p>
      </>
    );
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'wiring')} />
      <div className="grid gap-x-6 lg:grid-cols-[1fr_440px]">
        <div>
          {compared.ends && <KitEnds ends={compared.ends} />}
          <Block title={compared.kit ? 'Kit to fan, joined by function' : 'Joined by function'}>
            <PlugFaces
              loom={compared.loom}
              fan={compared.plug}
              plan={compared.plan}
              from={compared.kit ? 'kit' : 'loom'}
            />
            <PlanTable compared={compared} />
          </Block>
          <Schools {...props} />
          <p className="caution max-w-[80ch] px-3 py-1.5">{ELECTRIC_CARE}</p>
        </div>
        <div>
          <CircuitBlock {...props} />
          <BenchTest {...props} />
        </div>
      </div>
    </>
  );
}

/** A controller kit's own loom: every end, what it does, and where it goes. */
function KitEnds({ ends }: { ends: readonly KitEnd[] }) {
  return (
    <Block title="The kit, wire by wire" aside="battery off before the first is joined">
      <Table
        caption="Ends of the controller kit"
        heads={[['End'], ['Does'], ['Colour'], ['Gauge'], ['Goes to']]}
      >
        {ends.map((end) => (
          <tr key={end.position} className="border-rule border-b align-top">
            <th scope="row" className="figure py-1 text-left font-medium">
              {end.position}
            </th>
            <td className="px-1.5">{end.function}</td>
            <td className="px-1.5">{end.colour}</td>
            <td className="figure px-1.5 text-[13px] whitespace-nowrap">{end.gauge}</td>
            <td className={`px-1.5 ${end.to ? '' : 'text-not-proven'}`}>
              {end.to ?? 'not known from its function: look at the kit’s own sheet'}
            </td>
          </tr>
        ))}
      </Table>
    </Block>
  );
}

export const flagWords = (flag: WireFlag): string =>
  flag.kind === 'colour-changes'
    ? 'colour changes'
    : flag.kind === 'thinner'
      ? `loom is thinner: ${flag.from} to ${flag.to}`
      : `${flag.colour} is ${flag.there} on the other side`;

export function PlanTable({ compared }: Pick<TabProps, 'compared'>) {
  const { plan } = compared;
  if (!plan) return null;
  return (
    <>
      <Table
        caption="Tag list"
        heads={[['Tag'], ['Function'], ['Loom colour'], ['Fan colour'], ['Gauge, loom · fan'], ['Look out']]}
      >
        {plan.joints.map((joint) => (
          <tr key={joint.tag} className="border-rule border-b align-top">
            <th scope="row" className="figure py-1 text-left font-medium">
              {joint.tag}
            </th>
            <td className="px-1.5">{joint.function}</td>
            <td className="px-1.5">
              {joint.loom.colour} <span className="figure text-muted text-[13px]">{joint.loom.position}</span>
            </td>
            <td className="px-1.5">
              {joint.fan.colour} <span className="figure text-muted text-[13px]">{joint.fan.position}</span>
            </td>
            <td className="figure px-1.5 text-[13px]">
              {joint.loom.gauge} · {joint.fan.gauge}
            </td>
            <td className="px-1.5">
              {joint.flags.map((flag) => (
                <span
                  key={flagWords(flag)}
                  className={`block leading-snug ${flag.kind === 'means-something-else' ? 'text-no font-semibold' : 'text-changes'}`}
                >
                  {flag.kind === 'means-something-else' ? '✕ ' : '◇ '}
                  {flagWords(flag)}
                </span>
              ))}
            </td>
          </tr>
        ))}
      </Table>
      {plan.faults.length > 0 && (
        <ul className="text-no mt-2 list-disc pl-5">
          {plan.faults.map((fault) => (
            <li key={planFaultText(fault)}>{planFaultText(fault)}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function Schools({ compared, asked, change }: TabProps) {
  if (!compared.plan || compared.plan.verdict === 'plugs-in') return null;
  const school = asked.school ?? SAFE_SCHOOL;
  return (
    <Block title="Ways to join them" aside="tag every wire by colour and function before it is cut">
      <fieldset>
        <legend className="sr-only">Way to join the plugs</legend>
        {(Object.keys(TERMINATION_SCHOOLS) as (keyof typeof TERMINATION_SCHOOLS)[]).map((each) => (
          <label key={each} className="mb-1 flex gap-2.5">
            <input
              type="radio"
              name="school"
              className="mt-1"
              checked={school === each}
              onChange={() => change({ school: each === SAFE_SCHOOL ? undefined : each })}
            />
            <span>
              {TERMINATION_SCHOOLS[each].label}
              {each === SAFE_SCHOOL && <span className="text-straight-in font-semibold"> · safe choice</span>}
              <span className="text-muted block text-[14px]">{TERMINATION_SCHOOLS[each].note}</span>
            </span>
          </label>
        ))}
      </fieldset>
    </Block>
  );
}

function CircuitBlock({ planning, compared, practice, asked, change }: TabProps) {
  const { circuit, circuitInput, wire, chargingV } = compared;
  const { fanFeedLength, fanGroundLength } = planning.bay.quantities;
  const answer = circuit?.ok ? circuit.value : undefined;
  const running = circuitInput?.ok ? circuitInput.value.currentA : undefined;
  return (
    <Block title="Current, fuse and wire">
      <div className="grid grid-cols-3 gap-3">
        <Knob
          label="Running current"
          dimension="current"
          range={[0.1, 120]}
          value={asked.amps}
          usual={compared.fresh.assembly.fan?.quantities.current?.value}
          onChange={(amps) => change({ amps })}
        />
        <Knob
          label="Fuse"
          dimension="current"
          range={[1, 120]}
          value={asked.fuse}
          usual={compared.fuseA}
          onChange={(fuse) => change({ fuse })}
        />
        <Knob
          label="Relay"
          blank="?"
          dimension="current"
          range={[1, 200]}
          value={asked.relay}
          usual={compared.relayA}
          onChange={(relay) => change({ relay })}
        />
        <Knob
          label="Feed, length"
          dimension="length"
          range={[50, 20000]}
          value={asked.feed}
          usual={fanFeedLength?.value ?? practice.loomFeed}
          onChange={(feed) => change({ feed })}
        />
        <Knob
          label="Ground, length"
          dimension="length"
          range={[0, 20000]}
          value={asked.ground}
          usual={fanGroundLength?.value ?? practice.loomGround}
          onChange={(ground) => change({ ground })}
        />
        <p className="pt-[22px]">
          <span className="figure text-[14px]">{wire ? wire.name : '?'}</span>
          <span className="text-muted text-[14px]">
            {' '}
            {wire ? (compared.kit ? 'the kit’s feed' : 'wire on record') : 'wire not on record'}
          </span>
        </p>
      </div>
      {!circuitInput && (
        <p className="text-muted mt-2">
          Current or wire size is not on record: the circuit cannot be checked.
        </p>
      )}
      {circuit && !circuit.ok && (
        <p role="alert" className="text-no mt-2">
          {circuit.problem}
        </p>
      )}
      {answer && running !== undefined && (
        <>
          <dl className="mt-3 grid grid-cols-[1fr_auto] gap-y-1">
            <dt>Running, at {chargingV} V charging</dt>
            <dd className="figure text-right">{running.toFixed(1)} A</dd>
            <dt>Starting, for a moment</dt>
            <dd className="figure text-right">about {answer.inrushA.toFixed(0)} A</dd>
            <dt>Lost along the wire, there and back</dt>
            <dd className="figure text-right">{answer.dropV.toFixed(2)} V</dd>
            <dt className="pl-4">of it in the ground</dt>
            <dd className="figure text-right">{answer.groundDropV.toFixed(2)} V</dd>
            <dt className="border-rule border-t pt-1">Fuse wanted</dt>
            <dd className="figure border-rule border-t pt-1 text-right">
              {answer.proposal.fuseA === undefined ? 'none that large' : `${answer.proposal.fuseA} A, slow`}
            </dd>
            <dt>Thinnest wire for it</dt>
            <dd className="figure text-right">
              {answer.proposal.metric?.name ?? 'thicker than listed'} ·{' '}
              {answer.proposal.awg?.name ?? 'thicker than listed'}
            </dd>
            <dt>Relay contacts, at least</dt>
            <dd className="figure text-right">{Math.ceil(answer.proposal.relayA)} A</dd>
          </dl>
          {answer.faults.length > 0 && (
            <ul className="text-no mt-2 list-disc pl-5">
              {answer.faults.map((fault) => (
                <li key={fault.kind}>{circuitFaultText(fault)}</li>
              ))}
            </ul>
          )}
          <p className="text-muted mt-2 text-[14px]">
            The fuse protects the wire: at or below its ampacity, near the source, above running current with
            margin. Wire ampacity is common practice for thin-wall cable in a warm bay; the cable maker’s
            table comes first.
          </p>
        </>
      )}
    </Block>
  );
}

const BENCH_WORDS = {
  healthy: ['Healthy', 'text-straight-in', 'it may go in.'],
  'draws-much': [
    'Draws too much',
    'text-no',
    'tight bearing, rubbing blade or a shorted winding: it does not go in.',
  ],
  'draws-little': [
    'Draws too little',
    'text-no',
    'open winding, worn brushes or a bad joint: it does not go in.',
  ],
  'draws-nothing': [
    'Draws nothing',
    'text-no',
    'dead motor, open winding, or no feed at the plug: it does not go in.',
  ],
} as const;

function BenchTest({ compared, asked, change }: TabProps) {
  const units = useUnits();
  const label = { volts: asked.labelV ?? compared.ratedV, amps: asked.labelA ?? compared.current };
  const test =
    asked.testV !== undefined && asked.testA !== undefined && label.amps !== undefined
      ? attempt(() =>
          benchTest({ volts: asked.testV!, amps: asked.testA! }, { volts: label.volts, amps: label.amps! }),
        )
      : undefined;
  return (
    <Block title="On the bench supply" aside="before it goes in">
      <div className="grid grid-cols-4 gap-3">
        <NumberKnob
          label="Measured"
          blank="?"
          unit="V"
          range={[5, 60]}
          value={asked.testV}
          onChange={(testV) => change({ testV })}
        />
        <NumberKnob
          label="Measured"
          blank="?"
          unit="A"
          range={[0, 120]}
          value={asked.testA}
          onChange={(testA) => change({ testA })}
        />
        <NumberKnob
          label="Label"
          unit="V"
          range={[5, 60]}
          value={asked.labelV}
          usual={compared.ratedV}
          onChange={(labelV) => change({ labelV })}
        />
        <NumberKnob
          label="Label"
          unit="A"
          blank="?"
          range={[0.1, 120]}
          value={asked.labelA}
          usual={compared.current}
          onChange={(labelA) => change({ labelA })}
        />
      </div>
      <p className="mt-2" role="status">
        {!test ? (
          <span className="text-muted">Write in what the supply and the clamp meter show.</span>
        ) : !test.ok ? (
          <span className="text-no">{test.problem}</span>
        ) : (
          <>
            <strong className={BENCH_WORDS[test.value.verdict][1]}>
              {BENCH_WORDS[test.value.verdict][0]}
            </strong>
            : {formatQuantity(test.value.normalA, 'current', units)} brought to the label’s voltage,{' '}
            {test.value.share >= 0 ? '+' : '−'}
            {Math.abs(test.value.share * 100).toFixed(0)} % against it; {BENCH_WORDS[test.value.verdict][2]}
          </>
        )}
      </p>
    </Block>
  );
}
