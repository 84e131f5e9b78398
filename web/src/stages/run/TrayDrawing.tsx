import type { Tray } from '@radiatrix/core/job';

/** The tray as it lies beside the hands: a place a letter, what is in it, and what is still to come or to go. */
export function TrayDrawing({ tray }: { tray: Tray }) {
  const columns = 3;
  const [w, h, gap] = [112, 92, 8];
  const rows = Math.max(1, Math.ceil(tray.places.length / columns));
  const said = tray.places.map((place) => `${place.tray}, ${place.fastener.name}: ${place.left} in the dish`).join('; ');
  return (
    <svg role="img" aria-label={`Tray. ${said}`} viewBox={`0 0 ${columns * (w + gap) + gap} ${rows * (h + gap) + gap}`} className="mt-2 w-full">
      <rect x="1" y="1" width={columns * (w + gap) + gap - 2} height={rows * (h + gap) + gap - 2} rx="10" fill="none" stroke="var(--strong-rule)" strokeWidth="2" />
      {tray.places.map((place, at) => {
        const x = gap + (at % columns) * (w + gap);
        const y = gap + Math.floor(at / columns) * (h + gap);
        const full = place.left > 0;
        const doubt = place.contradictions.length > 0;
        const tone = doubt ? 'var(--changes)' : full ? 'var(--color-primary)' : 'var(--muted)';
        const shown = Math.min(place.left, 12);
        return (
          <g key={place.tray} transform={`translate(${x} ${y})`}>
            <rect width={w} height={h} rx="6" fill={full ? 'color-mix(in srgb, var(--color-primary) 9%, transparent)' : 'none'} stroke={tone} strokeWidth={full || doubt ? 2 : 1} strokeDasharray={place.there + place.replaced === 0 ? '4 4' : undefined} />
            <text x="9" y="25" fontSize="22" fontWeight="600" fill={tone} fontFamily="Barlow Condensed">
              {place.tray}
            </text>
            <text x={w - 8} y="25" fontSize="20" textAnchor="end" fill={tone} fontFamily="IBM Plex Mono">
              {place.left}
            </text>
            <text x="9" y="42" fontSize="13" fill="var(--color-base-content)" fontFamily="Source Sans 3">
              {place.fastener.name.length > 16 ? `${place.fastener.name.slice(0, 15)}…` : place.fastener.name}
            </text>
            {Array.from({ length: shown }, (_, dot) => (
              <circle key={dot} cx={14 + (dot % 6) * 17} cy={58 + Math.floor(dot / 6) * 17} r="6" fill="none" stroke={tone} strokeWidth="1.6" />
            ))}
            {!full && place.there + place.replaced > 0 && !doubt && (
              <path d={`M${w / 2 - 12} 62l8 9 16-18`} fill="none" stroke="var(--straight-in)" strokeWidth="3" />
            )}
          </g>
        );
      })}
    </svg>
  );
} // prettier-ignore
