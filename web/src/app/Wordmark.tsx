export function Wordmark({ large = false }: { large?: boolean }) {
  return (
    <span
      className={`font-label inline-flex items-center gap-2.5 font-semibold tracking-[0.06em] ${large ? 'text-[34px]' : 'text-[23px]'}`}
    >
      <svg
        width={large ? 34 : 22}
        height={large ? 34 : 22}
        viewBox="0 0 24 24"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        aria-hidden="true"
      >
        <path d="M2 4.500h20M2 19.500h20" />
        <g className="text-copper" stroke="currentColor">
          <path d="M5 4.500v15M9.700 4.500v15M14.300 4.500v15M19 4.500v15" />
          <path d="M2 9.500h20M2 14.500h20" strokeWidth="1" />
        </g>
      </svg>
      RADIATRIX
    </span>
  );
}
