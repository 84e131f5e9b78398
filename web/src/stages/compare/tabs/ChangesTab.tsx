import { compareWords } from '@radiatrix/words/en/compare';
import { useState } from 'react';
import { HEAD_SIZES, boltLimitNm, likelyThreads, type Reach } from '@radiatrix/core/fitment';
import { threadOf } from '@radiatrix/core/procedure';
import { formatQuantity } from '@radiatrix/core/quantity';
import { caseName, hazardText } from '@radiatrix/words/fitment';
import { kelvins } from '@radiatrix/words/temperature';
import { useUnits } from '../../../app/store.ts';
import { Answer, Block, Knob, Pick, Table } from './parts.tsx';
import type { TabProps } from './tab.ts';
import { CUTTING_CARE, TORQUE_CARE } from '../words.ts';

/** What the differences ask for: trimming, slotting, filling, sealing, and screws that reach too far. */
export function ChangesTab(props: TabProps) {
  return (
    <>
      <Answer found={props.found.filter((each) => each.about === 'changes')} />
      <div className="grid gap-x-6 lg:grid-cols-[1fr_440px]">
        <div>
          <Screws {...props} />
          <Heads />
        </div>
        <div>
          <Edges {...props} />
          <FanFeet {...props} />
        </div>
      </div>
      <p className="caution max-w-[100ch] px-3 py-1.5">{CUTTING_CARE}</p>
    </>
  );
}

const REACH_WORDS: Record<Reach['verdict'], [string, string]> = {
  clear: ['clear', 'text-straight-in'],
  close: ['close', 'text-changes'],
  touches: ['touches', 'text-no'],
  'too-short': ['too short', 'text-no'],
  unknown: ['unmeasured', 'text-not-proven'],
};

function Screws({ planning, compared, asked, change }: TabProps) {
  const units = useUnits();
  const { screws, reaches, hazards } = compared;
  const mm = (value: number) => formatQuantity(value, 'length', units);
  const write = (tray: string, patch: { stackMm?: number | undefined; freeMm?: number | undefined }) => {
    const now = { ...asked.room[tray], ...patch };
    change({
      room: {
        ...asked.room,
        [tray]: {
          ...(now.stackMm === undefined ? {} : { stackMm: now.stackMm }),
          ...(now.freeMm === undefined ? {} : { freeMm: now.freeMm }),
        },
      },
    });
  };
  if (screws.length === 0)
    return (
      <Block title="Bolt reach">
        <p className="text-muted">
          No screw near the core is on record: the procedures that take radiator and fan out name none with a
          length.
        </p>
      </Block>
    );
  return (
    <Block title="Bolt reach" aside="length in against what it clamps and the room behind">
      {compared.ways.length > 1 && (
        <Pick
          label="Way in"
          className="mb-2 max-w-md"
          value={String(compared.way)}
          options={compared.ways.map(([id, title]) => [String(id), title])}
          onChange={(way) => change({ way: Number(way), room: {} })}
        />
      )}
      <Table
        caption="Bolt reach"
        heads={[
          ['Tray'],
          ['Screw'],
          ['Length', true],
          ['It clamps', true],
          ['Room behind', true],
          ['Left over'],
          ['Torque'],
        ]}
      >
        {screws.map((screw, i) => {
          const own = reaches[i]!;
          const [word, colour] = REACH_WORDS[own.verdict];
          const recorded = planning.fasteners.find(
            (each) => each.procedureId === compared.way && each.tray === screw.tray && each.torqueNm !== null,
          );
          const limit = boltLimitNm(screw.thread, '8.8');
          return (
            <tr key={`${screw.tray}${screw.name}${i}`} className="border-rule border-b">
              <th
                scope="row"
                className="figure py-1 pr-2 text-left text-[13px] font-normal whitespace-nowrap"
              >
                {screw.tray}
              </th>
              <td className="px-1.5">
                {screw.name} <span className="figure text-muted text-[13px]">{threadOf(screw.thread)}</span>
              </td>
              <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(screw.lengthMm)}</td>
              <td className="w-[92px] px-1">
                <BareKnob
                  label={`What ${screw.tray} clamps`}
                  value={asked.room[screw.tray]?.stackMm}
                  usual={screw.stackMm}
                  onChange={(stackMm) => write(screw.tray, { stackMm })}
                />
              </td>
              <td className="w-[92px] px-1">
                <BareKnob
                  label={`Room behind ${screw.tray}`}
                  value={asked.room[screw.tray]?.freeMm}
                  usual={screw.freeMm}
                  onChange={(freeMm) => write(screw.tray, { freeMm })}
                />
              </td>
              <td className={`px-1.5 ${colour}`}>
                {own.spareMm === undefined ? word : `${word}, ${mm(own.spareMm)}`}
              </td>
              <td className="px-1.5 text-[14px]">
                {recorded ? (
                  <span title={recorded.torqueSource}>
                    {formatQuantity(recorded.torqueNm!, 'torque', 'both')}, on record
                  </span>
                ) : (
                  <span className="text-muted">
                    none on record
                    {limit !== undefined && `; bolt stands ${formatQuantity(limit, 'torque', 'both')}`}
                  </span>
                )}
              </td>
            </tr>
          );
        })}
      </Table>
      {hazards.length > 0 && (
        <div className="mt-3">
          <h3 className="font-label text-changes text-[17px] font-semibold">
            Swap hazards: one thread, more than one length
          </h3>
          <ul className="list-disc pl-5">
            {hazards.map((hazard) => (
              <li key={`${hazard.long}${hazard.short}${hazard.deeperMm}`}>{hazardText(hazard, units)}</li>
            ))}
          </ul>
        </div>
      )}
      <p className="text-muted mt-2 text-[14px]">
        “Bolt stands”: T = K F d with K 0.2 at 75 % of the proof load of class 8.8 (ISO 898-1). {TORQUE_CARE}
      </p>
    </Block>
  );
}

const BareKnob = ({
  label,
  ...props
}: {
  label: string;
  value: number | undefined;
  usual: number | undefined;
  onChange: (value: number | undefined) => void;
}) => (
  <div className="[&_.label-text]:sr-only">
    <Knob label={label} dimension="length" range={[0, 200]} blank="?" {...props} />
  </div>
);

function Heads() {
  const [head, setHead] = useState(HEAD_SIZES[2]!);
  const threads = likelyThreads(head);
  return (
    <Block title="Head size to likely thread" aside="a hint, common practice">
      <div className="flex items-end gap-4">
        <Pick
          label="Head"
          className="w-32"
          value={head}
          options={HEAD_SIZES.map((each) => [each, each])}
          onChange={setHead}
        />
        <p>
          most likely <span className="figure">{threads.join(' or ')}</span>. Try it by hand before it is
          trusted.
        </p>
      </div>
    </Block>
  );
}

function Edges({ planning, compared, practice, asked, change }: TabProps) {
  const units = useUnits();
  const { support, edges } = compared;
  const mm = (value: number) => formatQuantity(value, 'length', units);
  return (
    <Block title="Support and edges">
      <dl className="grid grid-cols-[150px_1fr] gap-y-1.5">
        <dt className="text-muted">In the support</dt>
        <dd>
          {!support
            ? 'opening or overall width is not on record'
            : support.kind === 'fits'
              ? `seats, ${mm(support.spareMm)} to spare beside the rubber`
              : support.kind === 'slot'
                ? `slot the side brackets by ${mm(support.shiftMm)} (practice files up to ${mm(practice.bracketSlot)})`
                : `${mm(support.byMm)} too wide, more than slotting makes good`}
        </dd>
        <dt className="text-muted">Gap round the core</dt>
        <dd>
          {edges
            ? `${(edges.areaMm2 / 100).toFixed(0)} cm² open, ${(edges.shareOfFace * 100).toFixed(1)} % of the face${
                edges.close.length > 0
                  ? `; close ${edges.close.join(', ')} with ${(edges.stripMm / 1000).toFixed(2)} m of foam strip`
                  : '; no edge is worth closing'
              }`
            : 'opening or sizes are not on record'}
        </dd>
        <dt className="text-muted">What closing it gains</dt>
        <dd>
          {!edges || edges.areaMm2 === 0 ? (
            'nothing'
          ) : asked.gap === 0 ? (
            <>
              taken as closed in Cooling.{' '}
              <button
                type="button"
                className="text-steel underline"
                onClick={() => change({ gap: undefined })}
              >
                Open it again
              </button>
            </>
          ) : (
            <>
              <Gain compared={compared} />{' '}
              <button
                type="button"
                className="text-steel underline"
                onClick={() => change({ gap: 0, tab: 'cooling' })}
              >
                Close it and see in Cooling
              </button>
            </>
          )}
        </dd>
        <dt className="text-muted">Metal on metal</dt>
        <dd>
          {planning.bay.words.topMount
            ? 'isolate with self-adhesive strip or grommets where the new radiator touches'
            : 'look where the new radiator touches: isolate it there'}
        </dd>
      </dl>
    </Block>
  );
}

/** What no air round the core is worth: standing and on the climb. */
function Gain({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  const gains = (['idle', 'climb'] as const).flatMap((name) => {
    const gain = compared.closing(name);
    return gain?.ok ? [`${kelvins(gain.value, units, 1)} on ${caseName(name).toLowerCase()}`] : [];
  });
  return <>{gains.length > 0 ? `top tank cooler by ${gains.join(', ')}.` : ''}</>;
}

function FanFeet({ compared, practice, asked, change }: TabProps) {
  const units = useUnits();
  const { foot, standoff, lowered, fittedSpacer } = compared;
  const mm = (value: number) => formatQuantity(value, 'length', units);
  return (
    <>
      <Block title="Fan feet">
        <p>
          {foot
            ? `The feet stand off ${mm(standoff!)}: ${foot.spacerMm === undefined ? 'shims' : `a ${mm(foot.spacerMm)} spacer`}${
                foot.shimMm > 0.05 ? ` and ${mm(foot.shimMm)} of shim` : ''
              } under each. Without them the bolts bend the ring by ${mm(foot.bendsMm)}: blades touch, shatter and can tear the core open.`
            : fittedSpacer !== undefined
              ? `Stands on ${mm(asked.spacer ?? fittedSpacer)} spacers${lowered !== 0 ? `, ${mm(Math.abs(lowered))} ${lowered > 0 ? 'lower' : 'higher'} than supplied` : ''}. Check that all corners pull down evenly.`
              : 'No gap under the feet is on record: measure it with the fan laid on, bolts out.'}
        </p>
        <div className="mt-2 grid grid-cols-2 gap-3">
          <Knob
            label="Foot, thickness"
            dimension="length"
            range={[0, 40]}
            value={asked.foot}
            onChange={(each) => change({ foot: each })}
          />
        </div>
      </Block>
      {(compared.engineDriven !== false || compared.hub !== undefined) && (
        <HubSpacer compared={compared} practice={practice} asked={asked} change={change} />
      )}
    </>
  );
}

/** Blades to core of a fan that the engine turns; what no record says is asked for, and nothing else. */
function HubSpacer({ compared, practice, asked, change }: Pick<TabProps, 'compared' | 'practice' | 'asked' | 'change'>) {
  const units = useUnits();
  const { hub, bladesToCore, comesNearerMm } = compared;
  const mm = (value: number) => formatQuantity(value, 'length', units);
  const wanted = mm(practice.drivenBladeToCore);
  const said =
    hub === undefined
      ? bladesToCore === undefined
        ? compareWords('hub:unknown', { wanted })
        : compareWords(bladesToCore.value >= practice.drivenBladeToCore ? 'hub:keeps' : 'hub:short', { gap: mm(bladesToCore.value), wanted })
      : !hub.ok
        ? hub.problem
        : hub.value.kind === 'chosen'
          ? `The new core comes ${mm(comesNearerMm ?? 0)} nearer: a ${mm(hub.value.spacerMm)} spacer leaves ${mm(hub.value.leavesMm)}.`
          : `No hub spacer keeps the blade off${hub.value.best ? `: the ${mm(hub.value.best.spacerMm)} one is ${mm(hub.value.best.shortMm)} short` : ''}. The fan has to come off, or an electric one go in.`;
  return (
    <Block title={compareWords('hub')}>
      {(bladesToCore === undefined || hub !== undefined) && (
        <div className="grid grid-cols-2 gap-3">
          <Knob label="Blade to core, old core" dimension="length" range={[0, 300]} value={asked.hubGap} onChange={(hubGap) => change({ hubGap })} />
          <Knob label="Spacer on the hub" dimension="length" range={[0, 120]} value={asked.hubFitted} onChange={(hubFitted) => change({ hubFitted })} />
        </div>
      )}
      <p className="mt-2">{said}</p>
    </Block>
  );
} // prettier-ignore
