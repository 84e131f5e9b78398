import type { Plug, WiringPlan } from '@radiatrix/core/electrical';

/** Two plugs as they face each other, wires drawn from cavity to cavity by what they do. */
export function PlugFaces({
  loom,
  fan,
  plan,
  from = 'loom',
}: {
  loom: Plug | undefined;
  fan: Plug | undefined;
  plan: WiringPlan | undefined;
  /** What brings the feed. */
  from?: 'loom' | 'kit';
}) {
  if (!loom || !fan || !plan)
    return (
      <p className="text-muted border-strong border border-dashed p-3">
        {!loom && !fan ? 'Neither plug is' : loom ? 'The fan’s plug is not' : 'The loom’s plug is not'} on
        record: record it on {loom ? 'the fan' : 'the bay'}.
      </p>
    );
  const rows = Math.max(loom.pins.length, fan.pins.length);
  const [row, top, width] = [34, 30, 640];
  const height = top + rows * row + 6;
  const y = (index: number, of: number) => top + ((index + 0.5) * rows * row) / of;
  const trap = (tag: string) =>
    plan.joints
      .find((joint) => joint.tag === tag)
      ?.flags.some((flag) => flag.kind === 'means-something-else') ?? false;
  return (
    <svg
      role="img"
      aria-label={`Loom plug ${loom.code} to fan plug ${fan.code}: ${plan.joints.map((joint) => `wire ${joint.tag}, ${joint.function}, ${joint.loom.colour} to ${joint.fan.colour}`).join('; ')}`}
      viewBox={`0 0 ${width} ${height}`}
      className="font-label w-full max-w-[640px] text-[14px]"
    >
      {(
        [
          [loom, 168, 'loom'],
          [fan, 452, 'fan'],
        ] as const
      ).map(([plug, x, side]) => (
        <g key={side}>
          <text
            x={side === 'loom' ? x + 20 : x}
            y={18}
            textAnchor={side === 'loom' ? 'end' : 'start'}
            fill="currentColor"
            fontSize="15"
            fontWeight="600"
          >
            {side === 'loom' ? from : side} {plug.code}
          </text>
          <rect
            x={x}
            y={top}
            width={20}
            height={rows * row}
            fill="none"
            stroke="currentColor"
            strokeWidth="1.6"
          />
          {plug.pins.map((pin, i) => (
            <g key={`${pin.position}${i}`}>
              <circle cx={x + 10} cy={y(i, plug.pins.length)} r={7} fill="none" stroke="currentColor" />
              <text
                x={x + 10}
                y={y(i, plug.pins.length) + 4}
                textAnchor="middle"
                fontSize="11"
                fill="currentColor"
              >
                {pin.position}
              </text>
              <text
                x={side === 'loom' ? x - 8 : x + 28}
                y={y(i, plug.pins.length) - 1}
                textAnchor={side === 'loom' ? 'end' : 'start'}
                fill="currentColor"
              >
                {pin.function}
              </text>
              <text
                x={side === 'loom' ? x - 8 : x + 28}
                y={y(i, plug.pins.length) + 12}
                textAnchor={side === 'loom' ? 'end' : 'start'}
                fontSize="12"
                fill="var(--color-muted)"
              >
                {pin.colour}, {pin.gauge}
              </text>
            </g>
          ))}
        </g>
      ))}
      {plan.joints.map((joint) => {
        const [from, to] = [
          y(loom.pins.indexOf(joint.loom), loom.pins.length),
          y(fan.pins.indexOf(joint.fan), fan.pins.length),
        ];
        const tone = trap(joint.tag) ? 'var(--color-no)' : 'var(--color-steel)';
        return (
          <g key={joint.tag}>
            <path
              d={`M188 ${from}C280 ${from} 360 ${to} 452 ${to}`}
              fill="none"
              stroke={tone}
              strokeWidth="1.6"
            />
            <circle cx={400} cy={from + (to - from) * 0.86} r={8} fill="var(--color-raised)" stroke={tone} />
            <text x={400} y={from + (to - from) * 0.86 + 4} textAnchor="middle" fontSize="11" fill={tone}>
              {joint.tag}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
