import type { VinReading } from '@radiatrix/core/vehicle';

const TONE: Record<VinReading['state'], string> = {
  right: 'text-straight-in',
  'form only': 'text-not-proven',
  'wrong digit': 'text-no',
  'wrong form': 'text-no',
};
const WORD: Record<VinReading['state'], string> = {
  right: 'reads right',
  'form only': 'form only',
  'wrong digit': 'a character is wrong',
  'wrong form': 'not a VIN as it stands',
};

/** A number as it was read: position by position, what is wrong with it, and what it likely should have been. */
export function VinPanel({ vin, onRepair }: { vin: VinReading; onRepair: (vin: string) => void }) {
  return (
    <section aria-label="Identification number" className="mt-4">
      <h2 className="heading">Identification number</h2>
      <div className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <ol aria-label={vin.vin} className="figure flex text-[19px]">
          {[...vin.vin].map((character, at) => {
            const strange = /[IOQ]/.test(character) || (at === 8 && vin.state === 'wrong digit');
            return (
              <li
                key={at}
                aria-hidden="true"
                className={`border-strong border-y border-l px-[5px] leading-[30px] last:border-r ${strange ? 'bg-wash-no text-no font-semibold' : at === 8 || at === 9 ? 'bg-wash-steel' : 'bg-raised'}`}
              >
                {character}
              </li>
            );
          })}
        </ol>
        <p className={`font-label text-[19px] font-semibold ${TONE[vin.state]}`}>{WORD[vin.state]}</p>
        {vin.year && (
          <p>
            model year <span className="figure">{vin.year.year}</span>
            {vin.year.other && (
              <span className="text-muted"> (or {vin.year.other}, if a heavier vehicle)</span>
            )}
          </p>
        )}
      </div>
      <p className="mt-1.5">{vin.says}</p>
      {vin.holds.length > 0 && (
        <p className="text-muted">
          The shop’s patterns add:{' '}
          {vin.holds.map((pattern) => `${FIELD_WORDS[pattern.field]} ${pattern.value}`).join(', ')}.
        </p>
      )}
      {vin.repairs.length > 0 && (
        <>
          <p className="label-text mt-2">Likely meant, likeliest first</p>
          <ol className="mt-1">
            {vin.repairs.map((repair) => (
              <li key={repair.vin} className="border-rule flex items-baseline gap-4 border-b py-1">
                <button
                  type="button"
                  className="figure text-steel underline"
                  onClick={() => onRepair(repair.vin)}
                >
                  {repair.vin}
                </button>
                <span className="text-muted">
                  {repair.how} · {repair.slip}
                </span>
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

const FIELD_WORDS: Record<VinReading['holds'][number]['field'], string> = {
  make: 'make',
  model: 'model',
  engineCode: 'engine',
  transmission: 'transmission',
  package: 'cooling',
  body: 'body',
  drive: 'drive',
  steering: 'steering',
  plant: 'plant',
};
