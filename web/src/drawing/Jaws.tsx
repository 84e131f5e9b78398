import type { SubjectKind } from '@radiatrix/core/figures';

/**
 * Where the jaws go for a figure: a plain outline of the thing (ISO 128: thick for visible edges, thin for dimension
 * and projection lines, chain for centres), with the two faces that are measured marked in copper. Not to scale.
 */
type Place =
  | { view: 'face'; from: [number, number]; to: [number, number] }
  | { view: 'stack'; from: number; to: number }
  | { view: 'round'; inside: boolean }
  | { view: 'eye' };

const across = (y: number, x1: number, x2: number): Place => ({ view: 'face', from: [x1, y], to: [x2, y] });
const up = (x: number, y1: number, y2: number): Place => ({ view: 'face', from: [x, y1], to: [x, y2] });
const depth = (from: number, to: number): Place => ({ view: 'stack', from, to });

const PLACES: Record<string, Place> = {
  'bay.openingWidth': across(62, 8, 192),
  'bay.openingHeight': up(100, 12, 112),
  'bay.pinSpacing': across(112, 48, 152),
  'bay.topMountSpacing': across(14, 56, 144),
  'bay.fanMountWidth': across(40, 46, 154),
  'bay.fanMountHeight': up(154, 32, 92),
  'bay.bayDepth': depth(40, 176),
  'bay.radiatorDepth': depth(50, 78),
  'bay.fanDepth': depth(78, 132),
  'radiator.overallWidth': across(62, 16, 184),
  'radiator.overallHeight': up(100, 18, 106),
  'radiator.coreWidth': across(62, 34, 166),
  'radiator.coreHeight': up(100, 22, 102),
  'radiator.thickness': depth(50, 78),
  'radiator.coreThickness': depth(54, 74),
  'radiator.pinSpacing': across(112, 48, 152),
  'radiator.topMountSpacing': across(14, 56, 144),
  'radiator.fanMountWidth': across(40, 46, 154),
  'radiator.fanMountHeight': up(154, 32, 92),
  'shroud.depth': depth(78, 118),
  'shroud.width': across(62, 34, 166),
  'shroud.height': up(100, 22, 102),
  'shroud.fanMountWidth': across(40, 46, 154),
  'shroud.fanMountHeight': up(154, 32, 92),
  'fan.depth': depth(78, 132),
  'fan.width': across(62, 40, 160),
  'fan.height': up(100, 26, 98),
  'fan.fanMountWidth': across(40, 46, 154),
  'fan.fanMountHeight': up(154, 32, 92),
};
const INSIDE = /bore|Bore|Room|grommet|Hole$|inletDiameter|outletDiameter|tankHose|thermostatFlange/;

function placeOf(subject: SubjectKind, key: string, choice: boolean): Place {
  const named = PLACES[`${subject}.${key}`];
  if (named) return named;
  if (choice) return { view: 'eye' };
  return {
    view: 'round',
    inside: subject === 'bay' ? INSIDE.test(key) || key === 'pinDiameter' : /Bore/.test(key),
  };
}

const THIN = { stroke: 'currentColor', strokeWidth: 0.7, fill: 'none' };
const THICK = { stroke: 'currentColor', strokeWidth: 1.5, fill: 'none' };

export function Jaws({
  subject,
  kind,
  choice,
  where,
}: {
  subject: SubjectKind;
  kind: string;
  choice: boolean;
  where: string;
}) {
  const place = placeOf(subject, kind, choice);
  return (
    <svg
      viewBox="0 0 200 130"
      className="text-ink h-[124px] w-[190px] shrink-0"
      role="img"
      aria-label={`Drawing: ${where}`}
    >
      {place.view === 'face' && <Face place={place} />}
      {place.view === 'stack' && <Stack place={place} />}
      {place.view === 'round' && <Round inside={place.inside} />}
      {place.view === 'eye' && <Eye />}
    </svg>
  );
}

const COPPER = 'var(--color-copper)';

/** A caliper's jaw: its flat measuring face at (x, y), the body away from the other jaw. */
function Jaw({ x, y, turn }: { x: number; y: number; turn: number }) {
  return (
    <path
      d="M0 -9 L0 9 L-5 6 L-5 -14 L-2 -14 Z"
      transform={`translate(${x} ${y}) rotate(${turn})`}
      fill={COPPER}
    />
  );
}

function Between({ from: [x1, y1], to: [x2, y2] }: { from: [number, number]; to: [number, number] }) {
  const turn = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  return (
    <>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={COPPER} strokeWidth="1.2" strokeDasharray="4 2" />
      <Jaw x={x1} y={y1} turn={turn} />
      <Jaw x={x2} y={y2} turn={turn + 180} />
    </>
  );
}

function Face({ place }: { place: Extract<Place, { view: 'face' }> }) {
  return (
    <>
      <rect x="8" y="12" width="184" height="104" {...THIN} strokeDasharray="7 3 1.5 3" />
      <rect x="34" y="22" width="132" height="80" {...THICK} />
      {Array.from({ length: 10 }, (_, row) => (
        <line key={row} x1="34" x2="166" y1={30 + row * 7.2} y2={30 + row * 7.2} {...THIN} opacity="0.45" />
      ))}
      <rect x="16" y="18" width="18" height="88" {...THICK} />
      <rect x="166" y="18" width="18" height="88" {...THICK} />
      {[48, 152].map((x) => (
        <rect key={x} x={x - 3.5} y="102" width="7" height="12" {...THICK} />
      ))}
      {[56, 144].map((x) => (
        <rect key={x} x={x - 4} y="11" width="8" height="11" {...THICK} />
      ))}
      {[46, 154].flatMap((x) =>
        [32, 92].map((y) => <circle key={`${x}${y}`} cx={x} cy={y} r="2.4" {...THICK} />),
      )}
      <circle cx="25" cy="32" r="6" {...THICK} />
      <circle cx="175" cy="90" r="6" {...THICK} />
      <Between from={place.from} to={place.to} />
    </>
  );
}

function Stack({ place }: { place: Extract<Place, { view: 'stack' }> }) {
  return (
    <>
      <rect x="28" y="26" width="12" height="78" {...THICK} />
      <rect x="50" y="20" width="28" height="90" {...THICK} />
      <rect x="54" y="28" width="20" height="74" {...THIN} />
      <path d="M78 30 L112 38 L112 92 L78 100" {...THICK} />
      <rect x="112" y="54" width="20" height="22" {...THICK} />
      <line x1="104" x2="104" y1="40" y2="90" {...THIN} strokeDasharray="7 3 1.5 3" />
      <path d="M176 18 L176 112 M176 24 L192 18 M176 40 L192 34 M176 56 L192 50 M176 72 L192 66 M176 88 L192 82 M176 104 L192 98" {...THIN} />
      <text x="26" y="122" fontSize="9" fill="currentColor" className="font-label">condenser</text>
      <text x="172" y="122" fontSize="9" fill="currentColor" className="font-label" textAnchor="end">engine</text>
      <Between from={[place.from, 65]} to={[place.to, 65]} />
    </>
  ); // prettier-ignore
}

function Round({ inside }: { inside: boolean }) {
  return (
    <>
      <circle cx="100" cy="65" r="44" {...THICK} />
      <circle cx="100" cy="65" r="33" {...THICK} />
      <path d="M48 65 H152 M100 13 V117" {...THIN} strokeDasharray="9 3 1.5 3" />
      <line x1={inside ? 67 : 56} x2={inside ? 133 : 144} y1="65" y2="65" stroke={COPPER} strokeWidth="1.2" strokeDasharray="4 2" />
      <Jaw x={inside ? 67 : 56} y={65} turn={inside ? 180 : 0} />
      <Jaw x={inside ? 133 : 144} y={65} turn={inside ? 0 : 180} />
    </>
  ); // prettier-ignore
}

function Eye() {
  return (
    <>
      <path d="M40 66 Q100 16 160 66 Q100 116 40 66 Z" {...THICK} />
      <circle cx="100" cy="66" r="19" {...THICK} />
      <circle cx="100" cy="66" r="8" fill={COPPER} />
    </>
  );
}
