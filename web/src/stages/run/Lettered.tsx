/** A place of the tray, as it stands on its label: the letter in a ring. */
export function Lettered({
  letter,
  tone = 'copper',
  size = 36,
}: {
  letter: string;
  tone?: 'copper' | 'steel' | 'muted';
  size?: number;
}) {
  const tones = {
    copper: 'border-copper text-copper',
    steel: 'border-steel text-steel',
    muted: 'border-strong text-muted',
  };
  return (
    <span
      className={`font-label inline-grid shrink-0 place-items-center rounded-full border-2 font-semibold ${tones[tone]}`}
      style={{ width: size, height: size, fontSize: size * 0.56 }}
    >
      {letter}
    </span>
  );
}
